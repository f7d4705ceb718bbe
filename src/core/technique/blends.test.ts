import { describe, expect, it } from 'vitest';
import { newMake } from '#core/make/new-make';
import type { ColouredElement } from '#model/coloured-picture';
import { madeUpColoured, madeUpTable } from '../../../tests/made-up-make';
import { type BlendsOptions, blendsOfMake, secondsOfMark } from './blends';
import { orderQuestion, orderTold } from './make-order';
import { orderAround } from './order-marks';
import { recipeOfPicture } from './recipe';

const marker = (id: string, L: number) => ({ id, code: id, lab: { L, a: 0, b: 0 }, owned: true });
const rack = [marker('gold1', 92), marker('gold2', 80), marker('sea1', 60), marker('sea2', 30), marker('fur1', 85), marker('fur2', 55)];
const element = (id: string, region: string, ...codes: string[]) => ({
  ...{ id, name: id[0]!.toUpperCase() + id.slice(1), regionIds: [region] },
  ladder: { rungs: codes.map((code) => ({ markerId: code, code })) },
});
const { table } = madeUpTable(['r1', 'r2', 'r3', 'r4'], 100);
const beside = (one: string, other: string) => ({ between: [one, other] as [string, string], lengthMm: 10 });
const measured = { ...table, table: { ...table.table, borders: [beside('r1', 'r2')] } };
const make = newMake({ id: 'm', name: 'm' });

/** Pictures by themselves, each with its elements; of the second the id is p2. */
function written(...pictures: ColouredElement[][]) {
  return pictures.map((elements, index) => {
    const picture = { ...madeUpColoured({ elements }), id: `p${index + 1}` };
    return { picture, recipe: recipeOfPicture(make, picture, rack, measured), table: measured, wetS: 30 };
  });
}
const planned = (...elements: ColouredElement[]) => written(elements);

function ordered(pictures: ReturnType<typeof written>, placings: { blend: string; place: number }[] = [], options: BlendsOptions = {}) {
  const question = orderQuestion(pictures, rack, options);
  const found = orderAround(question.request, placings);
  if ('problem' in found) throw new Error(found.problem);
  return { question, order: orderTold(question, found, placings) };
}
const namesOf = ({ order }: ReturnType<typeof ordered>) => order.blends.map(({ blend }) => blend.name);
const dotted = { ...element('fur', 'r3', 'fur1', 'fur2'), extras: ['dots' as const] };

describe('blends of a make', () => {
  it('are what is laid wet; dots begin another when they are dry; every mark is in one of them', () => {
    const { blends, request } = blendsOfMake(planned(dotted, element('star', 'r1', 'gold1', 'gold2')), rack);
    expect(blends.map(({ name, marks }) => [name, marks.length])).toEqual(
      expect.arrayContaining([
        ['Star', 3],
        ['Fur', 3],
        ['Fur', 2],
      ]),
    );
    const dots = request.blends.find(({ after }) => after);
    expect(dots).toMatchObject({ after: [{ blend: blends.find(({ name }) => name === 'Fur')?.id, waitSeconds: 30 }] });
    const numbers = blends.flatMap(({ marks }) => marks.map(({ mark }) => mark.number)).sort((one, other) => one - other);
    expect(numbers).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
  });

  it('in order, yellow comes before the sea that touches it, drying is used, and each place says why', () => {
    const pictures = planned(dotted, element('sea', 'r2', 'sea1', 'sea2'), element('star', 'r1', 'gold1', 'gold2'));
    const found = ordered(pictures);
    const names = namesOf(found);
    expect(names.indexOf('Star')).toBeLessThan(names.indexOf('Sea'));
    expect(names.lastIndexOf('Fur') - names.indexOf('Fur'), 'something is done meanwhile').toBeGreaterThan(1);
    const why = found.order.blends.map((own) => own.why);
    expect(why.every(({ words, isBroken, isByHand }) => /^\p{Lu}.+\.$/u.test(words) && !isBroken && !isByHand)).toBe(true);
    expect(why[names.indexOf('Star')]?.words).toMatch(/before the sea, whose dark ink would be dragged into it/i);
    expect(why[names.indexOf('Sea')]?.words).toMatch(/after the star, which is kept clean/i);
    expect(why[names.lastIndexOf('Fur')]?.words).toMatch(/it dried while/i);
    const fur = found.order.blends[names.indexOf('Fur')];
    expect(fur?.driesUntil).toBeCloseTo((fur?.to ?? 0) + 30, 9);
    expect(found.order.dryingSeconds).toBeCloseTo(30, 9);
    expect(found.order.blends.filter(({ driesUntil }) => driesUntil !== undefined)).toHaveLength(1);
    // What waiting takes is what lies between; element by element it takes longer.
    expect(found.order.totalSeconds).toBeLessThan(found.order.plain.totalSeconds);
  });

  it('what a hand moves stays there, and says which rule that breaks', () => {
    const pictures = planned(dotted, element('sea', 'r2', 'sea1', 'sea2'), element('star', 'r1', 'gold1', 'gold2'));
    const found = ordered(pictures, [{ blend: 'p1/sea/1', place: 1 }]);
    expect(found.order.blends[0]).toMatchObject({ blend: { name: 'Sea' }, why: { isByHand: true, isBroken: true } });
    expect(found.order.blends[0]?.why.words).toMatch(/^You put it here; before the star, though that is lighter/);
    const last = ordered(pictures, [{ blend: 'p1/star/1', place: 4 }]).order.blends.at(-1);
    expect(last?.why.words).toMatch(/^You put it here; after the sea, whose dark ink/);
    const wet = ordered(pictures, [{ blend: 'p1/fur/2', place: 1 }]).order.blends[0];
    expect(wet?.why.words).toMatch(/before the fur, which should lie beneath it and be dry/);
    const harmless = ordered(pictures, [{ blend: 'p1/star/1', place: 1 }]).order.blends[0];
    expect(harmless?.why).toEqual({ words: 'You put it here.', isBroken: false, isByHand: true });
  });

  it('a soft spot comes after what it lies on; a pace of nothing is refused in words', () => {
    const spot = {
      ...element('cheek', 'r9', 'gold1', 'gold2'),
      regionIds: [],
      spot: { on: 'sea', softMm: 1, strokes: [{ points: [[1, 1]] as [number, number][], radiusMm: 3 }] },
    };
    expect(namesOf(ordered(planned(element('sea', 'r2', 'sea1', 'sea2'), spot as never)))).toEqual(['Sea', 'Cheek']);
    expect(() => secondsOfMark({ place: { kind: 'allOver' } }, { areaMm2: 100, rungs: [] }, 0)).toThrow(/A pace is more than 0/);
    expect(() => blendsOfMake([], rack, { paceCm2: 0 })).toThrow(/A pace is more than 0/);
    expect(secondsOfMark({ place: { kind: 'allOver' } }, { areaMm2: 600, rungs: [] }, 6)).toBeCloseTo(64, 6);
  });

  it('equal things of all pictures are one blend where they stay wet together, else one after another', () => {
    const flags = written(
      [element('flag', 'r1', 'gold1', 'gold2')],
      [element('pennant', 'r1', 'gold1', 'gold2'), element('sea', 'r2', 'sea1', 'sea2')],
    );
    const fast = ordered(flags, [], { paceCm2: 60 });
    expect(fast.question.blends.find(({ kind }) => kind === 'together')).toMatchObject({
      name: 'Flag, Pennant',
      items: [{ pictureId: 'p1' }, { pictureId: 'p2' }],
    });
    // Each mark goes over both; together they take as long as both areas do.
    const { marks = [] } = fast.question.blends.find(({ kind }) => kind === 'together') ?? {};
    expect(marks.map(({ items }) => items.length)).toEqual([2, 2, 2]);
    expect(marks[0]?.seconds).toBeCloseTo(4 + (200 * 0.6) / 60, 6);
    const slow = ordered(flags, [], { paceCm2: 6 });
    expect(slow.question.blends.map(({ kind }) => kind)).toEqual(['alone', 'alone', 'alone']);
    // Other inks, other schools, a soft spot: not alike.
    const unlike = written(
      [element('flag', 'r1', 'gold1', 'gold2')],
      [{ ...element('pennant', 'r1', 'gold1', 'gold2'), school: 'darkToLight' }],
    );
    expect(ordered(unlike, [], { paceCm2: 60 }).question.blends.map(({ kind }) => kind)).toEqual(['alone', 'alone']);
  });

  it('stepwise runs over all that chose it: the palest places of all first, each step a blend', () => {
    const stepwise = { school: 'stepwise' };
    const pictures = written(
      [
        { ...element('leaf', 'r1', 'fur1', 'fur2'), ...stepwise },
        { ...element('stem', 'r3', 'gold1', 'gold2'), ...stepwise },
      ],
      [{ ...element('blade', 'r4', 'fur1', 'fur2'), ...stepwise, extras: ['dots'] }, element('sea', 'r2', 'sea1', 'sea2')],
    );
    const { question } = ordered(pictures);
    const steps = question.blends.filter(({ kind }) => kind === 'step');
    expect(steps.map(({ marks }) => marks.map(({ mark, items }) => `${mark.code} ${items.length}`))).toEqual([
      expect.arrayContaining(['fur1 2', 'gold1 1']),
      expect.arrayContaining(['fur2 2', 'fur1 2', 'gold2 1', 'gold1 1']),
    ]);
    expect(question.request.blends.find(({ id }) => id === 'step/2')?.after).toEqual([{ blend: 'step/1', waitSeconds: 0 }]);
    // Dots of one of them wait for its last step.
    const dots = question.request.blends.find(({ id }) => id.startsWith('p2/blade/'));
    expect(dots?.after).toEqual([{ blend: 'step/2', waitSeconds: 30 }]);
  });

  it('wet areas are blends of their own, dots go over all of them when each is dry, and the finish comes in the end', () => {
    const [one] = planned(dotted);
    const wetAreas = new Map([
      [
        'fur',
        [
          { areaMm2: 60, pieces: 1 },
          { areaMm2: 40, pieces: 3 },
        ],
      ],
    ]);
    const picture = {
      ...one!,
      wetAreas,
      recipe: { ...one!.recipe, finish: [{ ...one!.recipe.elements[0]!.marks[0]!, markerId: null, afterDry: true }] },
    };
    const { blends, request } = blendsOfMake([picture], rack);
    expect(blends.map(({ id, areas, items }) => [id, areas, items[0]?.part ?? null])).toEqual([
      ['p1/fur/1.1', 2, 1],
      ['p1/fur/1.2', 2, 2],
      ['p1/fur/2', undefined, null],
      ['p1/finish/1', undefined, null],
    ]);
    expect(request.blends[2]?.after?.map(({ blend }) => blend)).toEqual(['p1/fur/1.1', 'p1/fur/1.2']);
    expect(request.blends[3]?.after).toEqual([{ blend: 'p1/fur/2', waitSeconds: 30 }]);
    expect(blends.map(({ pieces }) => pieces)).toEqual([undefined, 3, undefined, undefined]);
    const [first, second] = blends.map(({ marks }) => marks[0]?.seconds ?? 0);
    expect([first, second]).toEqual([expect.closeTo(4 + 60 * 0.02, 6), expect.closeTo(4 + 40 * 0.02, 6)]);
  });
});
