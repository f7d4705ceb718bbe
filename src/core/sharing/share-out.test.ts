import { Delaunay } from 'd3';
import { describe, expect, it } from 'vitest';
import { seeded } from './seeded';
import { shareOut, type ShareOutRequest } from './share-out';
import { crowding } from './spread-out';

/** A planar neighbourhood: places at random, some of the sides of their triangles. */
function planar(count: number, seed: number, share = 0.8): [number, number][] {
  const random = seeded(seed);
  const points = Array.from({ length: count }, (): [number, number] => [random(), random()]);
  const { triangles } = Delaunay.from(points);
  const pairs = new Map<string, [number, number]>();
  for (let i = 0; i < triangles.length; i += 3) {
    for (const [one, other] of [
      [0, 1],
      [1, 2],
      [2, 0],
    ] as const) {
      const pair = [triangles[i + one] as number, triangles[i + other] as number].sort((a, b) => a - b) as [number, number];
      pairs.set(pair.join(), pair);
    }
  }
  return [...pairs.values()].filter(() => random() < share);
}

function expectShared(request: ShareOutRequest, mostSpread = 1): number[] {
  const shared = shareOut(request);
  if (!Array.isArray(shared)) throw new Error(shared.problem);
  expect(shared).toHaveLength(request.count);
  for (const [one, other] of request.neighbours) expect(shared[one]).not.toBe(shared[other]);
  for (const [thing, kind] of Object.entries(request.fixed ?? {})) expect(shared[Number(thing)]).toBe(kind);
  const counts = Array.from({ length: request.kinds }, (_, kind) => shared.filter((own) => own === kind).length);
  expect(Math.max(...counts) - Math.min(...counts)).toBeLessThanOrEqual(mostSpread);
  return shared;
}

/** Whether any arrangement has so small a spread: all of them are tried. */
function leastSpread({ neighbours, count, kinds, fixed = {} }: ShareOutRequest): number {
  let least = Number.POSITIVE_INFINITY;
  const kindOf: number[] = [];
  const counts = new Array<number>(kinds).fill(0);
  const go = (thing: number) => {
    if (thing === count) {
      least = Math.min(least, Math.max(...counts) - Math.min(...counts));
      return;
    }
    for (let kind = 0; kind < kinds; kind++) {
      if (fixed[thing] !== undefined && fixed[thing] !== kind) continue;
      if (
        neighbours.some(
          ([one, other]) =>
            (one === thing && kindOf[other] === kind && other < thing) || (other === thing && kindOf[one] === kind && one < thing),
        )
      )
        continue;
      kindOf[thing] = kind;
      counts[kind]!++;
      go(thing + 1);
      counts[kind]!--;
    }
  };
  go(0);
  return least;
}

describe('sharing out', () => {
  it.each([1, 2, 3, 4, 5, 6])(
    '200 places in 12 kinds, and in 6: none side by side alike, counts even, fixed ones kept (seed %i)',
    (seed) => {
      const neighbours = planar(200, seed);
      const free = expectShared({ neighbours, count: 200, kinds: 12, seed });
      // Some of a sound arrangement fixed beforehand can be kept.
      const fixed = Object.fromEntries([3, 50, 120, 199].map((thing) => [thing, free[thing] as number]));
      expectShared({ neighbours, count: 200, kinds: 12, fixed, seed: seed + 100 });
      expectShared({ neighbours, count: 200, kinds: 6, seed });
    },
  );

  it('is as even as exhaustive search on small neighbourhoods, and finds one wherever there is one', () => {
    let impossible = 0;
    for (let seed = 1; seed <= 60; seed++) {
      const kinds = 2 + (seed % 3);
      const fixed: Record<number, number> = seed % 4 === 0 ? { 0: 0, 5: 1 } : {};
      const request = { neighbours: planar(9, seed, kinds === 2 ? 0.25 : 0.7), count: 9, kinds, fixed, seed };
      const least = leastSpread(request);
      const shared = shareOut(request);
      if (Number.isFinite(least)) {
        if (!Array.isArray(shared)) throw new Error(`seed ${seed}: ${shared.problem}`);
        expectShared(request, Math.max(1, least));
      } else {
        impossible++;
        expect(Array.isArray(shared), `seed ${seed}`).toBe(false);
      }
    }
    expect(impossible).toBeGreaterThan(3);
  });

  it('the same seed gives the same arrangement, another another', () => {
    const request = { neighbours: planar(60, 5), count: 60, kinds: 5, seed: 8 };
    expect(shareOut(request)).toEqual(shareOut(request));
    expect(shareOut({ ...request, seed: 9 })).not.toEqual(shareOut(request));
  });

  it('says why it cannot be, where that is proven', () => {
    const triangle: [number, number][] = [
      [0, 1],
      [1, 2],
      [2, 0],
    ];
    const all: [number, number][] = [...triangle, [0, 3], [1, 3], [2, 3]];
    expect(shareOut({ neighbours: triangle, count: 3, kinds: 3, fixed: { 0: 1, 1: 1 }, seed: 1 })).toMatchObject({
      problem: '0 and 1 lie side by side, and both are fixed to kind 1.',
    });
    expect(shareOut({ neighbours: triangle, count: 3, kinds: 2, seed: 1 })).toMatchObject({ problem: expect.stringMatching(/odd ring/) });
    expect(shareOut({ neighbours: all, count: 4, kinds: 3, seed: 1 })).toMatchObject({
      problem: expect.stringMatching(/0, 1, 2, 3 all lie side by side/),
    });
    expect(
      shareOut({
        neighbours: [
          [0, 3],
          [1, 3],
          [2, 3],
        ],
        count: 4,
        kinds: 3,
        fixed: { 0: 0, 1: 1, 2: 2 },
        seed: 1,
      }),
    ).toMatchObject({ problem: expect.stringMatching(/Round 3 every kind is fixed/) });
    expect(
      shareOut({
        neighbours: [
          [0, 1],
          [1, 2],
        ],
        count: 3,
        kinds: 2,
        fixed: { 0: 0, 2: 1 },
        seed: 1,
      }),
    ).toMatchObject({ problem: expect.stringMatching(/can only alternate/) });
  });

  it('with their places given, those of a kind crowd less, and all the rest stays true (seeded)', () => {
    for (const seed of [1, 2, 3, 4, 5]) {
      const random = seeded(seed);
      const places = Array.from({ length: 80 }, (): [number, number] => [100 * random(), 60 * random()]);
      const neighbours = places.flatMap((one, index) =>
        places
          .slice(0, index)
          .flatMap((other, at): [number, number][] => (Math.hypot(one[0] - other[0], one[1] - other[1]) < 5 ? [[at, index]] : [])),
      );
      const request = { neighbours, count: 80, kinds: 6, fixed: { 0: 2, 79: 2 }, seed };
      const [anyhow, evenly] = [expectShared(request), expectShared({ ...request, places })];
      expect(crowding(evenly, places), `seed ${seed}`).toBeLessThan(0.95 * crowding(anyhow, places));
      expect(expectShared({ ...request, places })).toEqual(evenly);
    }
    expect(() => shareOut({ neighbours: [], count: 3, kinds: 3, seed: 1, places: [[0, 0]] })).toThrow(/3 places/);
  });

  it('refuses numbers that are none', () => {
    expect(() => shareOut({ neighbours: [[0, 4]], count: 3, kinds: 3, seed: 1 })).toThrow(/0 to 2/);
    expect(() => shareOut({ neighbours: [], count: 3, kinds: 0, seed: 1 })).toThrow(/at least one kind/);
    expect(() => shareOut({ neighbours: [], count: 3, kinds: 2, fixed: { 1: 5 }, seed: 1 })).toThrow(/0 to 1/);
  });
});

describe('forty-two small motifs in eight colours', () => {
  it('come to 5.25 each: six colours get 5, two get 6 (common practice, no source)', () => {
    const shared = expectShared({ neighbours: planar(42, 8), count: 42, kinds: 8, seed: 1 });
    const counts = Array.from({ length: 8 }, (_, kind) => shared.filter((own) => own === kind).length);
    expect(counts.sort((one, other) => one - other)).toEqual([5, 5, 5, 5, 5, 5, 6, 6]);
  });
});
