import { describe, expect, it } from 'vitest';
import { newMake } from '#core/make/new-make';
import type { ColouredElement } from '#model/coloured-picture';
import { madeUpColoured, madeUpTable } from '../../../tests/made-up-make';
import { blendsOfMake, secondsOfMark } from './blends';
import { orderMarks } from './order-marks';
import { recipeOfPicture } from './recipe';
import { whyHere } from './why-here';

const marker = (id: string, L: number) => ({ id, code: id, lab: { L, a: 0, b: 0 }, owned: true });
const rack = [marker('gold1', 92), marker('gold2', 80), marker('sea1', 60), marker('sea2', 30), marker('fur1', 85), marker('fur2', 55)];
const element = (id: string, region: string, ...codes: string[]) => ({
  ...{ id, name: id[0]!.toUpperCase() + id.slice(1), regionIds: [region] },
  ladder: { rungs: codes.map((code) => ({ markerId: code, code })) },
});
const { table } = madeUpTable(['r1', 'r2', 'r3'], 300);
const beside = (one: string, other: string) => ({ between: [one, other] as [string, string], lengthMm: 10 });
const measured = { ...table, table: { ...table.table, borders: [beside('r1', 'r2')] } };
const make = newMake({ id: 'm', name: 'm' });

function planned(...elements: ColouredElement[]) {
  const picture = madeUpColoured({ elements });
  const recipe = recipeOfPicture(make, picture, rack, measured);
  return blendsOfMake([{ picture, recipe, table: measured }], rack);
}

describe('blends of a make', () => {
  it('are what is laid wet; dots begin another when they are dry; every mark is in one of them', () => {
    const fur = { ...element('fur', 'r3', 'fur1', 'fur2'), extras: ['dots' as const] };
    const { blends, request } = planned(fur, element('star', 'r1', 'gold1', 'gold2'));
    expect(blends.map(({ name, marks }) => [name, marks.length])).toEqual(
      expect.arrayContaining([
        ['Star', 3],
        ['Fur', 3],
        ['Fur', 2],
      ]),
    );
    const dots = request.blends.find(({ after }) => after);
    expect(dots).toMatchObject({ after: [{ blend: blends.find(({ name }) => name === 'Fur')?.id, waitSeconds: 30 }] });
    expect(blends.flatMap(({ marks }) => marks.map(({ number }) => number)).sort((one, other) => one - other)).toEqual([
      1, 2, 3, 4, 5, 6, 7, 8,
    ]);
  });

  it('in order, yellow comes before the sea that touches it, drying is used, and each place says why', () => {
    const fur = { ...element('fur', 'r3', 'fur1', 'fur2'), extras: ['dots' as const] };
    const { blends, request } = planned(fur, element('sea', 'r2', 'sea1', 'sea2'), element('star', 'r1', 'gold1', 'gold2'));
    const found = orderMarks(request);
    if ('problem' in found) expect.fail(found.problem);
    const names = found.order.map((id) => blends.find((blend) => blend.id === id)?.name);
    expect(names.indexOf('Star')).toBeLessThan(names.indexOf('Sea'));
    expect(names.lastIndexOf('Fur') - names.indexOf('Fur'), 'something is done meanwhile').toBeGreaterThan(1);
    const why = whyHere(blends, request, found);
    expect(why.every(({ words, isBroken }) => /^\p{Lu}.+\.$/u.test(words) && !isBroken)).toBe(true);
    expect(why[names.indexOf('Star')]?.words).toMatch(/before the sea, whose dark ink would be dragged into it/i);
    expect(why[names.indexOf('Sea')]?.words).toMatch(/after the star, which is kept clean/i);
    expect(why[names.lastIndexOf('Fur')]?.words).toMatch(/it dried while/i);
    // The other way round the rule that is broken is named.
    const turned = [...found.order].reverse().filter((id) => !/\/2$/.test(id));
    const told = whyHere(blends, request, {
      ...found,
      order: turned,
      darkBeforeLight: [[turned.find((id) => id.includes('/sea/')) ?? '', turned.find((id) => id.includes('/star/')) ?? '']],
    });
    expect(told.find(({ isBroken }) => isBroken)?.words).toMatch(/^Before the star, though that is lighter/);
  });

  it('a soft spot comes after what it lies on; a pace of nothing is refused in words', () => {
    const spot = {
      ...element('cheek', 'r9', 'gold1', 'gold2'),
      regionIds: [],
      spot: { on: 'sea', softMm: 1, strokes: [{ points: [[1, 1]] as [number, number][], radiusMm: 3 }] },
    };
    const { request, blends } = planned(element('sea', 'r2', 'sea1', 'sea2'), spot as never);
    const found = orderMarks(request);
    if ('problem' in found) expect.fail(found.problem);
    expect(found.order.map((id) => blends.find((blend) => blend.id === id)?.name)).toEqual(['Sea', 'Cheek']);
    expect(() => secondsOfMark({ place: { kind: 'allOver' } }, { areaMm2: 100, rungs: [] }, 0)).toThrow(/A pace is more than 0/);
    expect(secondsOfMark({ place: { kind: 'allOver' } }, { areaMm2: 600, rungs: [] }, 6)).toBeCloseTo(64, 6);
  });
});
