import type { Placing } from '#model/placing';
import { costOf, mayBreak, type OrderedMarks, type OrderRequest, type Plan, planOf, scratchOf, startsOf } from './order-plan';
import { asListed, bestOrder } from './order-search';

/** Blends of which each waits for the next, and the last for the first. */
function roundOf(plan: Plan): string[] {
  const placed = new Set<number>();
  for (let isMore = true; isMore; ) {
    isMore = false;
    for (let own = 0; own < plan.count; own++) {
      if (placed.has(own) || !plan.after[own]!.every(({ blend }) => placed.has(blend) || mayBreak(plan, own, blend))) continue;
      placed.add(own);
      isMore = true;
    }
  }
  const way: number[] = [];
  let at = plan.ids.findIndex((_, index) => !placed.has(index));
  while (!way.includes(at)) {
    way.push(at);
    at = plan.after[at]!.find(({ blend }) => !placed.has(blend) && !mayBreak(plan, at, blend))!.blend;
  }
  return way.slice(way.indexOf(at)).map((own) => plan.ids[own]!);
}

/**
 * Puts wet blends into an order. Sought are, in this turn: the fewest pairs of touching elements in which dark ink comes before a lighter neighbour
 * (by 10 L* or more in the darkest ink of both), the least time, the fewest changes of marker. Exact up to seven blends; above that never worse than
 * to take always the lightest that may come next.
 * @returns `problem`: blends that wait for each other in a round.
 * @throws RangeError for an empty blend, an id that stands twice or is not there, and numbers out of range.
 */
export function orderMarks(request: OrderRequest): OrderedMarks | { problem: string } {
  const plan = planOf(request);
  const order = bestOrder(plan);
  return order ? told(plan, order) : { problem: roundInWords(plan) };
}

/** `brokenWaits`: what comes before something that must be dry beneath it, since a hand put one of them there: [early, waited for]. */
export type OrderAround = OrderedMarks & { brokenWaits: [string, string][] };

/**
 * The same around blends that a hand put at a place: they stay there, whatever that breaks, and the rest is ordered as well as it goes with them.
 * @param placings places from 1; of two at one place the later named comes next, and what is not among the blends is left out.
 */
export function orderAround(request: OrderRequest, placings: readonly Placing[]): OrderAround | { problem: string } {
  const plan = planOf(request, placings);
  const order = bestOrder(plan);
  if (!order) return { problem: roundInWords(plan) };
  const place = new Map(order.map((own, index) => [own, index]));
  const brokenWaits = order.flatMap((own) =>
    plan.after[own]!.filter(({ blend }) => mayBreak(plan, own, blend) && place.get(blend)! > place.get(own)!).map(
      ({ blend }): [string, string] => [plan.ids[own]!, plan.ids[blend]!],
    ),
  );
  return { ...told(plan, order), brokenWaits };
}

function roundInWords(plan: Plan): string {
  const round = roundOf(plan);
  return `These wait for each other in a round: ${[...round, round[0]].join(' after ')}. Let one of them not wait.`;
}

/** Blends as they are listed, each after what it waits for. @throws RangeError as orderMarks does, and where they wait for each other in a round. */
export function listedOrder(request: OrderRequest): string[] {
  const plan = planOf(request);
  const order = asListed(plan);
  if (!order) throw new RangeError(roundInWords(plan));
  return order.map((own) => plan.ids[own]!);
}

/** What an order that is given comes to. @throws RangeError as orderMarks does, and where the order leaves a blend out or breaks what must be dry. */
export function tellOrder(request: OrderRequest, order: readonly string[]): OrderedMarks {
  const plan = planOf(request);
  const numbers = new Map(plan.ids.map((id, index) => [id, index]));
  const own = order.flatMap((id) => numbers.get(id) ?? []);
  if (new Set(own).size !== plan.count || own.length !== order.length) throw new RangeError('tellOrder expects every blend once.');
  if (!costOf(plan, own, scratchOf(plan))) throw new RangeError('tellOrder: something comes before what it waits for.');
  return told(plan, own);
}

function told(plan: Plan, order: readonly number[]): OrderedMarks {
  const place = new Map(order.map((own, index) => [own, index]));
  const cost = costOf(plan, order, scratchOf(plan)) as NonNullable<ReturnType<typeof costOf>>;
  return {
    order: order.map((own) => plan.ids[own]!),
    startsAtSeconds: [...startsOf(plan, order)],
    totalSeconds: cost.total,
    markerChanges: cost.changes,
    darkBeforeLight: order.flatMap((own) =>
      plan.lighter[own]!.filter((light) => place.get(light)! > place.get(own)!).map((light): [string, string] => [
        plan.ids[own]!,
        plan.ids[light]!,
      ]),
    ),
  };
}
