import { describe, expect, it } from 'vitest';
import { demoRack } from '#demo/marker-lines';
import { deltaE00 } from '#core/colour/difference';
import { seeded } from '#core/sharing/seeded';
import { pullList } from '#core/technique/pull-list';
import { recipeOfPicture } from '#core/technique/recipe';
import { madeUpMake, madeUpColoured, madeUpPicture, madeUpTable } from '../../../tests/made-up-make';
import { atAGlance } from './at-a-glance';
import { besideElement, elementBorders } from './element-borders';
import { palettesOfPicture } from './palette-of-picture';

const rack = demoRack().markers;
const rungs = (...codes: string[]) => ({
  rungs: codes.map((code) => ({ markerId: rack.find((own) => own.code === code)?.id ?? code, code })),
});
const names = ['Beard', 'Coat', 'Leaf', 'White fur', 'Cheek', 'Cloud', 'Skin', 'Hair', 'Wood', 'Petals', 'Goggles', 'Strap'];

describe('palettes for a whole picture', () => {
  const random = seeded(5);
  const elements = names.map((name, index) => ({ id: String(index), name, areaMm2: 5 + 800 * random() ** 3 }));
  const neighbours = elements.flatMap((_, index) =>
    [1, 4].filter((far) => index + far < elements.length).map((far) => [index, index + far, 5 + 20 * random()] as const),
  );
  const found = (more = {}) => {
    const answer = palettesOfPicture(rack, { elements, neighbours, most: 4, ...more });
    if ('problem' in answer) throw new Error(answer.problem);
    return answer;
  };
  const keyOf = (ladder: readonly { id: string }[]) => ladder.map(({ id }) => id).join(' ');

  it('have at most so many ladders, one for each element, and several that differ', () => {
    const proposals = found();
    expect(proposals).toHaveLength(3);
    for (const { ladders, different, cost, bound } of proposals) {
      expect(ladders).toHaveLength(elements.length);
      const whole = ladders.filter((_, index) => (elements[index]?.areaMm2 ?? 0) >= 50);
      expect(new Set(whole.map(keyOf)).size).toBeLessThanOrEqual(different);
      expect(different).toBeLessThanOrEqual(4);
      expect(bound).toBeLessThanOrEqual(cost);
    }
    expect(new Set(proposals.map(({ ladders }) => ladders.map(keyOf).join('|'))).size).toBe(3);
    expect(proposals.map(({ cost }) => cost)).toEqual(proposals.map(({ cost }) => cost).toSorted((one, other) => one - other));
  });

  it('keep the ladders that are to be kept, and the markers that the make is held to', () => {
    const keeps = rungs('88k.plum', '62k.plum', '36k.plum').rungs.map(({ markerId }) => markerId);
    const kept = elements.map((element) => (element.name === 'Coat' ? { ...element, keeps } : element));
    for (const { ladders } of found({ elements: kept })) expect(keyOf(ladders[1] ?? [])).toBe(keeps.join(' '));
    const only = new Set(rack.filter(({ family }) => ['MIST', 'CLAY', 'ROSE'].includes(family ?? '')).map(({ id }) => id));
    for (const { ladders } of found({ only })) for (const { id } of ladders.flat()) expect(only.has(id)).toBe(true);
  });

  it('give a soft spot no longer ladder than it takes, though large elements have longer ones to lend', () => {
    const large = elements.map((element) => ({ ...element, areaMm2: 2000 }));
    const spot = large.map((element) => (element.name === 'Cheek' ? { ...element, mostRungs: 3 } : element));
    const place = spot.findIndex(({ name }) => name === 'Cheek');
    expect(found({ elements: large }).some(({ ladders }) => (ladders[place]?.length ?? 0) > 3)).toBe(true);
    for (const { ladders } of found({ elements: spot })) expect(ladders[place]?.length).toBeLessThanOrEqual(3);
  });

  it('give a small thing no more markers than it has room for, though it borrows from a large one', () => {
    const large = elements.map((element, index) => ({ ...element, areaMm2: [30, 2, 2000][index % 3] as number }));
    const proposals = found({ elements: large, most: 3 });
    for (const { ladders } of proposals)
      for (const [index, ladder] of ladders.entries()) expect(ladder.length).toBeLessThanOrEqual([2, 1, 4][index % 3] as number);
    expect(proposals[0]?.ladders.some((ladder) => ladder.length === 4)).toBe(true);
  });

  it('say why there is none', () => {
    expect(palettesOfPicture(rack, { elements, neighbours, most: 4, only: new Set() })).toEqual({
      problem: expect.stringMatching(/no ladder that suits/),
    });
  });
});

describe('elements beside each other', () => {
  it('are told with the borders of their regions added up; paper and what is white are none', () => {
    const { table } = madeUpTable(['r1', 'r2', 'r3', 'r4']);
    const borders = [
      { between: ['r1', 'r3'], lengthMm: 4 },
      { between: ['r2', 'r3'], lengthMm: 3 },
      { between: ['r1', 'r2'], lengthMm: 9 },
      { between: ['r3', 'r4'], lengthMm: 8 },
      { between: [null, 'r1'], lengthMm: 7 },
    ] as (typeof table.table.borders)[number][];
    const picture = madeUpPicture({
      elements: [
        { id: 'a', name: 'A', regionIds: ['r1', 'r2'] },
        { id: 'b', name: 'B', regionIds: ['r3'] },
      ],
    });
    const found = elementBorders(picture, { ...table, table: { ...table.table, borders } });
    expect(found).toEqual([{ between: ['a', 'b'], lengthMm: 7 }]);
    expect(besideElement(found, 'b')).toEqual([{ elementId: 'a', lengthMm: 7 }]);
    expect(besideElement(found, 'c')).toEqual([]);
  });
});

describe('pull list and glance', () => {
  const picture = madeUpColoured({
    elements: [
      { id: 'boots', name: 'Boots', regionIds: ['r1'], ladder: rungs('53m.bark', '19m.bark') },
      { id: 'letter', name: 'Letter', regionIds: ['r2'], ladder: rungs('88b.gold', '88b.clay') },
      { id: 'cap', name: 'Cap', regionIds: ['r3'], ladder: rungs('88b.clay', '53m.bark') },
    ],
  });

  it('markers stand in the order of use, each once, with what it colours', () => {
    const recipe = recipeOfPicture(madeUpMake(picture), picture, rack);
    const pulled = pullList(recipe);
    const marks = recipe.elements.flatMap((element) => element.marks);
    expect(pulled.map(({ firstMark }) => firstMark)).toEqual(
      pulled.map(({ firstMark }) => firstMark).toSorted((one, other) => one - other),
    );
    for (const { markerId, firstMark } of pulled) expect(marks.find((mark) => mark.markerId === markerId)?.number).toBe(firstMark);
    expect(new Set(pulled.map(({ code }) => code))).toEqual(new Set(['88b.gold', '88b.clay', '53m.bark', '19m.bark']));
    expect(pulled.find(({ code }) => code === '88b.clay')?.elements).toEqual(['Letter', 'Cap']);
    expect(pullList({ elements: [] })).toEqual([]);
  });

  it('shares go by real area, over elements; what stands out is farthest from the rest', () => {
    const labOf = new Map(rack.map(({ id, lab }) => [id, lab]));
    const areas = new Map([
      ['boots', [60, 40]],
      ['letter', [30, 10]],
      ['cap', [50, 10]],
    ]);
    const glance = atAGlance(picture.elements, areas, labOf);
    const share = (code: string) => glance.colours.find((own) => own.code === code)?.share;
    expect(share('53m.bark')).toBeCloseTo(0.35, 9);
    expect(share('88b.clay')).toBeCloseTo(0.3, 9);
    expect(glance.colours.reduce((sum, own) => sum + own.share, 0)).toBeCloseTo(1, 9);
    expect(glance.lightness).toEqual({ lightestL: 93, darkestL: 28 });
    const mean = (parts: readonly (readonly [string, number])[]) => {
      const all = parts.reduce((sum, [, own]) => sum + own, 0);
      const of = (axis: 'L' | 'a' | 'b') =>
        parts.reduce((sum, [code, own]) => sum + (rack.find((marker) => marker.code === code)?.lab?.[axis] ?? 0) * (own / all), 0);
      return { L: of('L'), a: of('a'), b: of('b') };
    };
    const [boots, letter, cap] = [
      [
        ['53m.bark', 60],
        ['19m.bark', 40],
      ],
      [
        ['88b.gold', 30],
        ['88b.clay', 10],
      ],
      [
        ['88b.clay', 50],
        ['53m.bark', 10],
      ],
    ] as const;
    expect(glance.standsOut?.name).toBe('Boots');
    // The rest is weighed by area: 40 mm2 of the letter, 60 of the cap.
    const rest = mean([...letter, ...cap]);
    expect(glance.standsOut?.difference).toBeCloseTo(deltaE00(mean(boots), rest), 6);
    expect(atAGlance([], new Map(), labOf)).toEqual({ lightness: null, colours: [], standsOut: null });
  });
});
