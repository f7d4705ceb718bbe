import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Marker, pairVerdicts } from '#model/marker';
import { findLadders, type LadderRequest } from './find-ladders';
import { depthRanks, kinOf } from './kin';
import { pairCost, rungCost, wishedColourCost } from './ladder-cost';

/** Plain reference: every sequence of different markers, checked and costed one by one. */
function exhaustive(rack: readonly Marker[], request: LadderRequest): { ids: string[]; cost: number }[] {
  const { rungs, onlyUsable = true, minContrastL = 0, crossFamily = 'none', most = 5, start } = request;
  const { leastStepL = 0, withoutRefusing = false, pairNotes = [] } = request;
  const verdictOf = (one: Marker, other: Marker) =>
    pairNotes.find(({ firstId, secondId }) => [firstId, secondId].sort().join() === [one.id, other.id].sort().join())?.verdict;
  const wished = start && 'L' in start ? start : undefined;
  const startId = start && 'markerId' in start ? start.markerId : undefined;
  const usable = rack.filter((marker) => !onlyUsable || (marker.owned && marker.state !== 'dry') || marker.id === startId);
  const found: { ids: string[]; cost: number }[] = [];
  const ranks = depthRanks(rack);
  const middle = Math.floor(rungs / 2);
  const isHome = (path: Marker[]): boolean => {
    const named = usable.filter(({ family }) => !(start && 'family' in start) || family === start.family);
    return [...new Set(named.map(kinOf))].some((home) => {
      const inHome = path.map((marker) => kinOf(marker) === home);
      if (crossFamily === 'none') return inHome.every(Boolean);
      return rungs === 2 ? inHome.some(Boolean) : inHome.slice(1, -1).every(Boolean);
    });
  };
  const extend = (path: Marker[], cost: number): void => {
    if (path.length === rungs) {
      const [first, last] = [path[0], path.at(-1)];
      if (minContrastL > 0 && !(first?.lab && last?.lab && first.lab.L - last.lab.L >= minContrastL)) return;
      if (wished && !first?.lab) return;
      if (startId && !path.some(({ id }) => id === startId)) return;
      if (isHome(path)) found.push({ ids: path.map(({ id }) => id), cost });
      return;
    }
    for (const marker of usable) {
      if (path.includes(marker)) continue;
      const before = path.at(-1);
      const verdict = before && verdictOf(before, marker);
      const pair = before ? pairCost(before, marker, { depths: ranks, verdict }) : 0;
      if (pair === null || (withoutRefusing && verdict === 'refuses')) continue;
      if (before?.lab && marker.lab && before.lab.L - marker.lab.L < leastStepL) continue;
      extend([...path, marker], cost + pair + rungCost(marker) + (wished && path.length === middle ? wishedColourCost(marker, wished) : 0));
    }
  };
  extend([], 0);
  return found.sort((a, b) => a.cost - b.cost || (a.ids.join(' ') < b.ids.join(' ') ? -1 : 1)).slice(0, most);
}

// Few values, so that equal costs are common.
const anyMarker = fc.record({
  lineId: fc.constantFrom('one', 'one', 'two'),
  family: fc.constantFrom('A', 'B', 'C'),
  group: fc.constantFrom('1', '2'),
  depth: fc.integer({ min: 0, max: 9 }),
  lab: fc.option(fc.record({ L: fc.constantFrom(95, 85, 75, 60, 45, 30), a: fc.constantFrom(0, 20), b: fc.constantFrom(-10, 30) }), {
    nil: undefined,
    freq: 6,
  }),
  owned: fc.constantFrom(true, true, true, false),
  state: fc.constantFrom('good' as const, 'good' as const, 'low' as const, 'dry' as const, 'leaking' as const),
});
const anyRack = fc
  .array(anyMarker, { minLength: 2, maxLength: 14 })
  .map((markers) =>
    markers.map((marker, index) => ({ ...marker, id: `m${String(index).padStart(2, '0')}`, code: `${marker.family}${index}` })),
  );

describe('the ladder finder', () => {
  it('returns what exhaustive search returns, ties included (seeded racks of up to 14 markers)', () => {
    fc.assert(
      fc.property(
        anyRack,
        fc.constantFrom(2, 3, 4, 5, 6) as fc.Arbitrary<LadderRequest['rungs']>,
        fc.constantFrom('none' as const, 'ends' as const),
        fc.boolean(),
        fc.constantFrom(0, 0, 25, 50),
        fc.constantFrom('rack', 'family', 'colour', 'marker'),
        fc.integer({ min: 1, max: 12 }),
        fc.record({ leastStepL: fc.constantFrom(0, 0, 12), withoutRefusing: fc.boolean(), verdict: fc.constantFrom(...pairVerdicts) }),
        (rack, rungs, crossFamily, onlyUsable, minContrastL, from, most, { verdict, ...parting }) => {
          const start = {
            rack: {},
            family: { start: { family: 'B' } },
            colour: { start: { L: 60, a: 10, b: 10 } },
            marker: { start: { markerId: rack[0]?.id ?? '' } },
          }[from];
          const pairNotes = [{ firstId: 'm00', secondId: 'm01', verdict, reason: '' as const, on: '2026-11-27' }];
          const request: LadderRequest = { rungs, crossFamily, onlyUsable, minContrastL, most, ...parting, pairNotes, ...start };
          const found = findLadders(rack, request).map(({ rungs: path, cost }) => ({ ids: path.map(({ id }) => id), cost }));
          expect(found).toEqual(exhaustive(rack, request));
        },
      ),
      { numRuns: 300 },
    );
  });

  const line = [
    ['88d.fern', 'FERN', 'd', 1, 89],
    ['62d.fern', 'FERN', 'd', 4, 71],
    ['36d.fern', 'FERN', 'd', 7, 50],
    ['19d.fern', 'FERN', 'd', 9, 12],
    ['62b.clay', 'CLAY', 'b', 4, 70],
  ] as const;
  const rack: Marker[] = line.map(([code, family, group, depth, L]) => ({
    id: code,
    code,
    family,
    group,
    depth,
    lab: { L, a: -20, b: 30 },
    owned: true,
    state: 'good',
  }));

  it('prefers even steps within a group, names wide ones and does not suggest a dry marker', () => {
    expect(findLadders(rack, { rungs: 3 })[0]?.rungs.map(({ code }) => code)).toEqual(['88d.fern', '62d.fern', '36d.fern']);
    const wide = findLadders(rack, { rungs: 2, start: { markerId: '19d.fern' } })[0];
    expect(wide?.rungs.map(({ code }) => code)).toEqual(['36d.fern', '19d.fern']);
    expect(wide?.reasons.join(' ')).toMatch(/wide step: plan more blending/);
    const dry = rack.map((marker) => (marker.code === '62d.fern' ? { ...marker, state: 'dry' as const } : marker));
    expect(findLadders(dry, { rungs: 3 }).flatMap(({ rungs }) => rungs.map(({ code }) => code))).not.toContain('62d.fern');
    const asked = findLadders(dry, { rungs: 3, onlyUsable: false, most: 50 }).find(({ rungs }) =>
      rungs.some(({ code }) => code === '62d.fern'),
    );
    expect(asked?.reasons).toContain('62d.fern is dry');
  });

  it('works on codes alone and says so', () => {
    const bare = rack.slice(0, 3).map(({ lab: _, ...marker }) => marker);
    const best = findLadders(bare, { rungs: 3, start: { family: 'fern' } })[0];
    expect(best?.rungs.map(({ code }) => code)).toEqual(['88d.fern', '62d.fern', '36d.fern']);
    expect(best?.reasons[0]).toMatch(/without measured colours/);
  });

  it('takes depths for ranks within a family: 10, 25, 45, 70 are four even steps', () => {
    const own: Marker[] = [10, 25, 45, 70].map((depth) => ({ id: `o${depth}`, code: `own ${depth}`, family: 'OWN', depth, owned: true }));
    const best = findLadders(own, { rungs: 4 })[0];
    expect(best?.rungs.map(({ depth }) => depth)).toEqual([10, 25, 45, 70]);
    expect(best?.cost, 'every step is of three of ten').toBe(0);
  });

  it('keeps two lines with the same family letters apart, as families that mix at a cost', () => {
    const inTwo = rack.map((marker, index) => ({ ...marker, lineId: index % 2 === 0 ? 'one' : 'two' }));
    expect(findLadders(inTwo, { rungs: 3 })).toEqual([]);
    const open = findLadders(inTwo, { rungs: 2, crossFamily: 'ends' })[0];
    const close = findLadders(rack, { rungs: 2, crossFamily: 'ends' })[0];
    expect(open?.cost ?? 0).toBeGreaterThan(close?.cost ?? Number.POSITIVE_INFINITY);
  });

  it('finds ladders in a line whose codes mean nothing, by their inks', () => {
    const numbers: Marker[] = [90, 72, 55, 20].map((L, index) => ({
      id: `n${index}`,
      lineId: 'numbers',
      code: String(410 + index),
      family: String(410 + index),
      lab: { L, a: -20, b: 30 },
      owned: true,
    }));
    expect(findLadders(numbers, { rungs: 3 })[0]?.rungs.map(({ code }) => code)).toEqual(['410', '411', '412']);
  });

  it('refuses what is out of range', () => {
    expect(() => findLadders(rack, { rungs: 7 as 6 })).toThrow(/2 to 6 rungs, got 7/);
    expect(() => findLadders(rack, { rungs: 3, start: { markerId: 'none' } })).toThrow(/no marker none/);
  });
});
