import { without } from '#core/outline/clipped';
import { movedMm, type OutlineMm } from '#core/outline/outline';
import type { Die, NoFits, Turn } from './die';

/** A die on a plate. `xMm`, `yMm`: where its least x and y are. */
export type Laid = { die: Die; turn: Turn; xMm: number; yMm: number };
/** Which of the places that are free is taken: the one nearest to the top, to the left, or after which all that lies there has the least box. */
export const placingRules = ['top', 'left', 'least box'] as const;
export type PlacingRule = (typeof placingRules)[number];

type Plate = { widthMm: number; heightMm: number };
const originOf = ({ turn: { bounds }, xMm, yMm }: Laid): readonly [number, number] => [xMm - bounds.xMm, yMm - bounds.yMm];
const within = (value: number, most: number): number => Math.max(0, Math.min(most, value));

/** Free room of less width than this is lost by the library that reckons it. */
const sliverMm = 0.001;

/** All places at which a turned die touches what lies there or the plate's edges, and is clear of everything. */
function* freePlaces(laid: readonly Laid[], die: Die, turn: Turn, plate: Plate, noFits: NoFits): Generator<Laid> {
  const { bounds } = turn;
  const [mostX, mostY] = [plate.widthMm - bounds.widthMm, plate.heightMm - bounds.heightMm];
  // Where its origin may be so that it lies within the plate.
  const room: OutlineMm = [
    [-sliverMm, -sliverMm] as const,
    [mostX + sliverMm, -sliverMm] as const,
    [mostX + sliverMm, mostY + sliverMm] as const,
    [-sliverMm, mostY + sliverMm] as const,
  ].map(([x, y]) => [x - bounds.xMm, y - bounds.yMm] as const);
  const taken = laid.flatMap((own) =>
    noFits.of({ die: own.die, deg: own.turn.deg }, { die, deg: turn.deg }).map((outline) => movedMm(outline, ...originOf(own))),
  );
  for (const outline of taken.length === 0 ? [room] : without(room, taken)) {
    for (const [x, y] of outline) yield { die, turn, xMm: within(x + bounds.xMm, mostX), yMm: within(y + bounds.yMm, mostY) };
  }
}

/** Smaller is better, number by number. */
function worth({ turn: { bounds }, xMm, yMm }: Laid, rule: PlacingRule, reach: { right: number; bottom: number }): number[] {
  const [right, bottom] = [xMm + bounds.widthMm, yMm + bounds.heightMm];
  if (rule === 'top') return [bottom, right, yMm, xMm];
  if (rule === 'left') return [right, bottom, xMm, yMm];
  return [Math.max(reach.right, right) * Math.max(reach.bottom, bottom), bottom + right, yMm, xMm];
}

function isBetter(one: readonly number[], other: readonly number[]): boolean {
  for (const [place, own] of one.entries()) {
    if (Math.abs(own - other[place]!) > 1e-6) return own < other[place]!;
  }
  return false;
}

/** Lays a die beside those that lie there, in the turn and at the place that the rule likes best; null: there is no room. */
export function layIn(laid: readonly Laid[], die: Die, plate: Plate, noFits: NoFits, rule: PlacingRule): Laid | null {
  const reach = {
    right: Math.max(0, ...laid.map(({ xMm, turn }) => xMm + turn.bounds.widthMm)),
    bottom: Math.max(0, ...laid.map(({ yMm, turn }) => yMm + turn.bounds.heightMm)),
  };
  let best: { own: Laid; worth: number[] } | null = null;
  for (const turn of die.turns) {
    for (const own of freePlaces(laid, die, turn, plate, noFits)) {
      const value = worth(own, rule, reach);
      if (best === null || isBetter(value, best.worth)) best = { own, worth: value };
    }
  }
  return best?.own ?? null;
}
