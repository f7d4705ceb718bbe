import { describe, expect, it } from 'vitest';
import { madeUpColoured, madeUpTable } from '../../../tests/made-up-make';
import { newMake } from '#core/make/new-make';
import { pieceBatches } from './piece-batches';
import { recipeOfPicture } from './recipe';
import { readySchools, schoolById } from './schools';
import { layersWhileWet, wetLimitMm2, wetLimitOf, wetRuns, wetSecondsOf } from './wet-limit';

const rungs = [{ share: 0.3 }, { share: 0.5 }, { share: 0.2 }];
const at = (kind: 'allOver' | 'band' | 'fromBand' | 'edge', band = 0) =>
  ({ place: kind === 'allOver' ? { kind } : { kind, band } }) as never;
const rung = (code: string) => ({ markerId: code, code });
const rack = ['a1', 'a2', 'a3'].map((id, index) => ({ id, code: id, lab: { L: 90 - 25 * index, a: 0, b: 0 }, owned: true }));
const { table } = madeUpTable(['r1'], 900);

function elementOf(given: { school?: string; passes?: 1 | 2 | 3 }) {
  const { school, passes } = given;
  const ladder = { rungs: ['a1', 'a2', 'a3'].map(rung) };
  const element = {
    id: 'e',
    name: 'Coat',
    regionIds: ['r1'],
    ladder,
    ...(school ? { school } : {}),
    ...(passes ? { coats: { passes } } : {}),
  };
  return recipeOfPicture(newMake({ id: 'm', name: 'm' }), madeUpColoured({ elements: [element] }), rack, table).elements[0]!;
}

describe('what stays wet', () => {
  it('is what the hand lays in that time, divided by the layers', () => {
    expect(layersWhileWet([at('allOver'), at('band', 2), at('fromBand', 1), at('edge', 1)], rungs)).toBeCloseTo(1 + 0.2 + 0.7 + 0.35, 6);
    // 30 cm2 a minute, half a minute, two and a half layers.
    expect(wetLimitMm2({ paceCm2: 30, wetS: 30 }, 2.5)).toBeCloseTo(600, 6);
    expect(wetLimitMm2({ paceCm2: 30, wetS: 30 }, 0.2), 'never more than one layer').toBeCloseTo(1500, 6);
    expect(() => wetLimitMm2({ paceCm2: 0, wetS: 30 }, 2)).toThrow(/A pace is more than 0/);
    expect(() => wetLimitMm2({ paceCm2: 0.02, wetS: 10 }, 3)).toThrow(/less than a nib's dot stays wet/);
  });

  it('of two coats is half as much, of a school whose layers may dry there is no limit', () => {
    const hand = { paceCm2: 30, wetS: 30 };
    const [once, twice] = [elementOf({}), elementOf({ passes: 2 })].map((own) => wetLimitOf(own, hand) ?? 0) as [number, number];
    expect(twice / once).toBeGreaterThan(0.4);
    expect(twice / once).toBeLessThan(0.75);
    expect(wetLimitOf(elementOf({ school: 'stepwise' }), hand)).toBeNull();
    expect(elementOf({ school: 'stepwise' }).isStepwise).toBe(true);
    const { marks, rungs: own } = elementOf({});
    expect(once).toBeCloseTo(1500 / layersWhileWet(wetRuns(marks)[0] ?? [], own), 6);
  });

  it('depends on the paper', () => {
    const supplies = [
      { id: 's1', kind: 'paper' as const, name: 'Thirsty', sort: 'watercolour paper' },
      { id: 's2', kind: 'paper' as const, name: 'Odd', sort: 'birch bark' },
    ];
    expect(wetSecondsOf('Thirsty', { supplies })).toBeLessThan(wetSecondsOf('Odd', { supplies }));
    expect(wetSecondsOf(undefined, { supplies })).toBe(wetSecondsOf('Odd', { supplies }));
  });
});

describe('loose pieces', () => {
  const ladder = (...codes: string[]) => ({ rungs: codes.map(rung) });
  const rows = [
    { id: 'row1', name: 'Flowers', count: 9, ladders: [ladder('a1', 'a2'), ladder('a2', 'a3')], seed: 1 },
    { id: 'row2', name: 'Leaves', count: 3, ladders: [ladder('a2', 'a3')], seed: 1 },
  ];
  const [school] = readySchools as [(typeof readySchools)[number]];

  it('come in batches by colour over all rows, every piece once', () => {
    const batches = pieceBatches(rows, school, { paceCm2: 30, wetS: 30 });
    expect(batches.map(({ rungs: own }) => own.map(({ code }) => code).join(' ')).sort()).toEqual(['a1 a2', 'a2 a3']);
    expect(batches.reduce((sum, { pieces }) => sum + pieces, 0)).toBe(12);
    expect(batches.map(({ name }) => name).find((name) => name.includes('Leaves'))).toMatch(/^\d Flowers, 3 Leaves$/);
    expect(batches.every(({ marks }) => marks.length > 1)).toBe(true);
  });

  it('are laid together where they stay wet together, or may dry', () => {
    const isTogether = (paceCm2: number, by = school) => pieceBatches(rows.slice(1), by, { paceCm2, wetS: 30 })[0]?.isTogether;
    expect([isTogether(15), isTogether(200), isTogether(15, schoolById('stepwise'))]).toEqual([false, true, true]);
  });
});
