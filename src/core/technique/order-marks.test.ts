import { describe, expect, it } from 'vitest';
import { madeUpOrder, permutations, plainCost } from '../../../tests/made-up-order';
import { orderMarks, tellOrder } from './order-marks';
import type { Blend, OrderedMarks, OrderRequest } from './order-plan';

const mark = (marker: string, lightnessL: number, seconds = 10) => ({ marker, lightnessL, seconds });

function ordered(request: OrderRequest): OrderedMarks {
  const found = orderMarks(request);
  if ('problem' in found) throw new Error(found.problem);
  return found;
}

const sorted = (pairs: readonly [string, string][]) => pairs.map((pair) => pair.join(' ')).sort();

/** Always the lightest of what may come next. */
function lightestFirst({ blends }: OrderRequest): string[] {
  const placed: string[] = [];
  const darkest = ({ marks }: Blend) => Math.min(...marks.map(({ lightnessL }) => lightnessL));
  while (placed.length < blends.length) {
    const [next] = blends
      .filter(({ id, after = [] }) => !placed.includes(id) && after.every(({ blend }) => placed.includes(blend)))
      .sort((one, other) => darkest(other) - darkest(one) || (one.id < other.id ? -1 : 1));
    placed.push(next?.id ?? '');
  }
  return placed;
}

describe('the order of marks', () => {
  it.each(Array.from({ length: 60 }, (_, seed) => seed))('is the best of all orders of a small picture (seed %i)', (seed) => {
    const request = madeUpOrder(seed, 2 + (seed % 5));
    const found = ordered(request);
    const plain = plainCost(request, found.order);
    expect(plain).not.toBeNull();
    if (!plain) return;
    expect(found.startsAtSeconds).toEqual(plain.starts);
    expect([found.totalSeconds, found.markerChanges]).toEqual([plain.total, plain.changes]);
    expect(sorted(found.darkBeforeLight)).toEqual(sorted(plain.dark));
    const best = permutations(request.blends.map(({ id }) => id))
      .flatMap((order) => plainCost(request, order) ?? [])
      .map(({ dark, total, changes }) => [dark.length, total, changes] as const)
      .sort((one, other) => one[0] - other[0] || one[1] - other[1] || one[2] - other[2])[0];
    expect([plain.dark.length, plain.total, plain.changes]).toEqual(best);
  });

  it.each(Array.from({ length: 30 }, (_, seed) => 100 + seed))(
    'is never worse than the lightest first, and lays every blend once (seed %i)',
    (seed) => {
      const request = madeUpOrder(seed, 8 + (seed % 30));
      const found = ordered(request);
      expect([...found.order].sort()).toEqual(request.blends.map(({ id }) => id).sort());
      const [own, other] = [plainCost(request, found.order), plainCost(request, lightestFirst(request))];
      if (!own || !other) return expect.fail('something comes before what it waits for');
      const ranks = [own, other].map(({ dark, total, changes }) => [dark.length, total, changes]);
      const at = ranks[0]?.findIndex((value, index) => value !== ranks[1]?.[index]) ?? -1;
      if (at >= 0) expect(ranks[0]?.[at]).toBeLessThan(ranks[1]?.[at] ?? 0);
      expect(found.startsAtSeconds).toEqual(own.starts);
      expect(sorted(found.darkBeforeLight)).toEqual(sorted(own.dark));
    },
  );

  it('uses drying for something else, and lays yellow before the blue around it', () => {
    const request: OrderRequest = {
      blends: [
        { id: 'fur', elements: ['fur'], marks: [mark('grey', 60)] },
        { id: 'dots', elements: ['fur'], marks: [mark('dark grey', 30)], after: [{ blend: 'fur', waitSeconds: 45 }] },
        { id: 'sky', elements: ['sky'], marks: [mark('blue', 40, 60)] },
        { id: 'star', elements: ['star'], marks: [mark('yellow', 88)] },
      ],
      touching: [['sky', 'star']],
    };
    const found = ordered(request);
    expect(found.order.indexOf('star')).toBeLessThan(found.order.indexOf('sky'));
    expect([found.totalSeconds, found.darkBeforeLight]).toEqual([90, []]);
  });

  it('what cannot be avoided is told, and no more than that', () => {
    const request: OrderRequest = {
      blends: [
        { id: 'dark', elements: ['a'], marks: [mark('navy', 20)] },
        { id: 'light', elements: ['b'], marks: [mark('cream', 90)], after: [{ blend: 'dark', waitSeconds: 5 }] },
      ],
      touching: [['a', 'b']],
    };
    expect(ordered(request).darkBeforeLight).toEqual([['dark', 'light']]);
    expect(ordered({ ...request, touching: [['a', 'a']] }).darkBeforeLight).toEqual([]);
  });

  it('a round is a problem in words; what is no request is refused in words; nothing at all is an empty order', () => {
    const round = [
      { id: 'a', elements: [], marks: [mark('m', 50)], after: [{ blend: 'b', waitSeconds: 1 }] },
      { id: 'b', elements: [], marks: [mark('m', 50)], after: [{ blend: 'a', waitSeconds: 1 }] },
      { id: 'c', elements: [], marks: [mark('m', 50)], after: [{ blend: 'a', waitSeconds: 1 }] },
    ];
    expect(orderMarks({ blends: round, touching: [] })).toEqual({
      problem: expect.stringMatching(/wait for each other in a round: a after b after a/),
    });
    const [one] = round;
    const bad = (blends: Blend[]) => () => orderMarks({ blends, touching: [] });
    expect(bad([{ id: 'a', elements: [], marks: [] }])).toThrow(/a has none/);
    expect(bad([{ ...(one as Blend), after: [{ blend: 'z', waitSeconds: 1 }] }])).toThrow(/z, which is not among/);
    expect(
      bad([
        { id: 'a', elements: [], marks: [mark('m', 50)] },
        { id: 'a', elements: [], marks: [mark('m', 50)] },
      ]),
    ).toThrow(/stands twice/);
    expect(bad([{ id: 'a', elements: [], marks: [mark('m', 50, -1)] }])).toThrow(/seconds from 0/);
    expect(orderMarks({ blends: [], touching: [] })).toEqual({
      order: [],
      startsAtSeconds: [],
      totalSeconds: 0,
      markerChanges: 0,
      darkBeforeLight: [],
    });
  });

  it('tells what a given order comes to, and refuses one that cannot be', () => {
    const request = madeUpOrder(5, 12);
    const found = ordered(request);
    expect(tellOrder(request, found.order)).toEqual(found);
    expect(() => tellOrder(request, found.order.slice(1))).toThrow(/every blend once/);
    const waits = request.blends.find(({ after }) => after);
    const turned = [waits?.id ?? '', ...found.order.filter((id) => id !== waits?.id)];
    expect(() => tellOrder(request, turned)).toThrow(/before what it waits for/);
  });

  it('2,000 marks are ordered all the same', () => {
    const request = madeUpOrder(7, 800);
    expect(request.blends.reduce((sum, { marks }) => sum + marks.length, 0)).toBeGreaterThan(1900);
    expect(ordered(request).order).toHaveLength(800);
  });
});
