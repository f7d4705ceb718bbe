import { describe, expect, it } from 'vitest';
import type { Placing } from '#model/placing';
import { madeUpOrder, permutations, plainCost } from '../../../tests/made-up-order';
import { orderAround, orderMarks } from './order-marks';
import type { OrderRequest } from './order-plan';

const mark = (marker: string, lightnessL: number, seconds = 10) => ({ marker, lightnessL, seconds });

function around(request: OrderRequest, placings: readonly Placing[]) {
  const found = orderAround(request, placings);
  if ('problem' in found) throw new Error(found.problem);
  return found;
}

/** Waits that an order breaks, in which neither was put there by a hand, and in which one was. */
function brokenIn({ blends }: OrderRequest, order: readonly string[], placings: readonly Placing[]) {
  const byHand = new Set(placings.map(({ blend }) => blend));
  const broken = blends.flatMap(({ id, after = [] }) =>
    after.filter(({ blend }) => order.indexOf(blend) > order.indexOf(id)).map(({ blend }): [string, string] => [id, blend]),
  );
  const isByHand = ([one, other]: [string, string]) => byHand.has(one) || byHand.has(other);
  return { byHand: broken.filter(isByHand), others: broken.filter((pair) => !isByHand(pair)) };
}

describe('the order around what a hand put somewhere', () => {
  it.each(Array.from({ length: 40 }, (_, seed) => seed))('of a small picture is the best of all that leave it there (seed %i)', (seed) => {
    const request = madeUpOrder(seed, 3 + (seed % 4));
    const { length } = request.blends;
    const placings = [
      { blend: `b${seed % length}`, place: 1 + ((seed * 7) % length) },
      ...(seed % 3 === 0 ? [{ blend: `b${(seed + 1) % length}`, place: 1 + ((seed * 7 + 1) % length) }] : []),
    ];
    const found = around(request, placings);
    for (const { blend, place } of placings) expect(found.order[place - 1]).toBe(blend);
    const rank = (order: readonly string[]) => {
      const { byHand, others } = brokenIn(request, order, placings);
      const plain = plainCost(request, order, placings);
      return others.length > 0 || !plain ? null : [byHand.length, plain.dark.length, plain.total, plain.changes];
    };
    const all = permutations(request.blends.map(({ id }) => id))
      .filter((order) => placings.every(({ blend, place }) => order[place - 1] === blend))
      .flatMap((order) => [rank(order) ?? []])
      .filter((own) => own.length > 0)
      .sort((one, other) => one.reduce((so, value, index) => so || value - (other[index] as number), 0));
    expect(rank(found.order)).toEqual(all[0]);
    expect(found.brokenWaits.map(String).sort()).toEqual(brokenIn(request, found.order, placings).byHand.map(String).sort());
    expect(found.startsAtSeconds).toEqual(plainCost(request, found.order, placings)?.starts);
  });

  it.each(Array.from({ length: 12 }, (_, seed) => 200 + seed))('of a larger one it stays, and nothing else is broken (seed %i)', (seed) => {
    const request = madeUpOrder(seed, 12 + (seed % 30));
    const { length } = request.blends;
    const placings = [
      { blend: `b${length - 1}`, place: 1 },
      { blend: `b${seed % (length - 1)}`, place: length },
      { blend: 'gone', place: 3 },
    ];
    const found = around(request, placings);
    expect([...found.order].sort()).toEqual(request.blends.map(({ id }) => id).sort());
    expect([found.order[0], found.order.at(-1)]).toEqual([placings[0]?.blend, placings[1]?.blend]);
    const broken = brokenIn(request, found.order, placings);
    expect(broken.others).toEqual([]);
    expect(found.brokenWaits.map(String).sort()).toEqual(broken.byHand.map(String).sort());
  });

  it('without any hand it is the order of marks; two at one place stand one after the other; what a hand breaks is told', () => {
    const request = madeUpOrder(3, 14);
    const { brokenWaits, ...found } = around(request, []);
    expect([found, brokenWaits]).toEqual([orderMarks(request), []]);
    const waiting: OrderRequest = {
      blends: [
        { id: 'fur', elements: ['fur'], marks: [mark('grey', 60)] },
        { id: 'dots', elements: ['fur'], marks: [mark('black', 10)], after: [{ blend: 'fur', waitSeconds: 30 }] },
        { id: 'sky', elements: ['sky'], marks: [mark('blue', 40)] },
      ],
      touching: [['fur', 'sky']],
    };
    const moved = around(waiting, [{ blend: 'dots', place: 1 }]);
    expect([moved.order[0], moved.brokenWaits, moved.totalSeconds]).toEqual(['dots', [['dots', 'fur']], 30]);
    expect(moved.darkBeforeLight).toContainEqual(['dots', 'sky']);
    const both = around(waiting, [
      { blend: 'sky', place: 1 },
      { blend: 'dots', place: 1 },
    ]);
    expect(both.order).toEqual(['sky', 'dots', 'fur']);
    // A round that a hand parts is none any more.
    const round: OrderRequest = {
      blends: waiting.blends.map((blend) => (blend.id === 'fur' ? { ...blend, after: [{ blend: 'dots', waitSeconds: 1 }] } : blend)),
      touching: [],
    };
    expect(orderAround(round, [])).toHaveProperty('problem');
    expect(around(round, [{ blend: 'fur', place: 1 }]).brokenWaits).toEqual([['fur', 'dots']]);
    expect(() => orderAround(waiting, [{ blend: 'sky', place: 0 }])).toThrow(/whole number from 1/);
  });
});
