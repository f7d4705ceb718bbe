import type { Marker } from '#model/marker';
import type { Placing } from '#model/placing';
import { type BlendsOptions, blendsOfMake } from './blends';
import type { WetBlend, WrittenPicture } from './wet-blend';
import { listedOrder, type OrderAround, tellOrder } from './order-marks';
import type { OrderRequest } from './order-plan';
import { type WhyHere, whyHere } from './why-here';

/** What is coloured at once, when, and why there. `driesUntil`: so long, in s, what comes on top of it waits; absent: nothing does. */
export type OrderedBlend = { blend: WetBlend; from: number; to: number; driesUntil?: number; why: WhyHere };

/** The order of a whole make, and what it saves against one element after the other, each by itself. */
export type MakeOrder = {
  blends: OrderedBlend[];
  colouringSeconds: number;
  /** In which something dries that something else waits for, whether others are coloured meanwhile or not. */
  dryingSeconds: number;
  totalSeconds: number;
  markerChanges: number;
  plain: { totalSeconds: number; markerChanges: number };
};

/** What is to be put into an order, in a form that a worker can be asked. */
export type OrderQuestion = { blends: WetBlend[]; request: OrderRequest; plain: MakeOrder['plain'] };

/** All that is coloured in a make, to be put into an order by `orderAround`. @throws RangeError for a pace of 0 or less. */
export function orderQuestion(
  written: readonly WrittenPicture[],
  rack: readonly Marker[],
  options: Omit<BlendsOptions, 'isPlain'> = {},
): OrderQuestion {
  const { request: plain } = blendsOfMake(written, rack, { ...options, isPlain: true });
  const { totalSeconds, markerChanges } = tellOrder(plain, listedOrder(plain));
  return { ...blendsOfMake(written, rack, options), plain: { totalSeconds, markerChanges } };
}

/** The answer, with when everything begins and ends and why it stands there. @param placings as they were asked. */
export function orderTold({ blends, request, plain }: OrderQuestion, found: OrderAround, placings: readonly Placing[]): MakeOrder {
  const known = new Map(blends.map((blend) => [blend.id, blend]));
  const why = whyHere(blends, request, found, new Set(placings.map(({ blend }) => blend)));
  const waits = new Map<string, number>();
  for (const { blend, waitSeconds } of request.blends.flatMap(({ after = [] }) => after))
    if (waitSeconds > 0) waits.set(blend, Math.max(waits.get(blend) ?? 0, waitSeconds));
  const ordered = found.order.map((id, index): OrderedBlend => {
    const blend = known.get(id) as WetBlend;
    const from = found.startsAtSeconds[index] as number;
    const to = from + blend.marks.reduce((sum, { seconds }) => sum + seconds, 0);
    const wait = waits.get(id);
    return { blend, from, to, ...(wait === undefined ? {} : { driesUntil: to + wait }), why: why[index] as WhyHere };
  });
  const { totalSeconds, markerChanges } = found;
  const colouringSeconds = ordered.reduce((sum, { from, to }) => sum + to - from, 0);
  return { blends: ordered, colouringSeconds, dryingSeconds: dryingOf(ordered), totalSeconds, markerChanges, plain };
}

/** How long something dries, in s: where two dry at once, that counts once. */
function dryingOf(blends: readonly OrderedBlend[]): number {
  let [sum, until] = [0, 0];
  for (const { to, driesUntil = to } of blends) {
    sum += Math.max(0, driesUntil - Math.max(to, until));
    until = Math.max(until, driesUntil);
  }
  return sum;
}
