import { convexParts } from '#core/outline/convex-parts';
import { boundsMm, clockwise, type BoundsMm, type OutlineMm, turned } from '#core/outline/outline';
import { grown, largest, united, withFewer } from '#core/outline/clipped';
import { noFit, type Parted } from './no-fit';

/** A die as it is laid: an outline with few places that holds its own, about its own origin, and each turn that is tried. */
export type Die = { id: string; rough: OutlineMm; turns: readonly Turn[] };
/** `bounds`: those of its own outline, turned about its origin. */
export type Turn = { deg: number; bounds: BoundsMm };

/** Outlines are packed with so many places at most: each pair of turns is reckoned with all of them. */
const mostPlaces = 60;
/** Quarter turns are tried; a die that fits in none of them is turned by whole degrees. */
const quarters = [0, 90, 180, 270] as const;

/** An outline with few places that holds the whole of another one. */
export function roughOutline(outline: OutlineMm): OutlineMm {
  const solid = largest(united([outline])) ?? clockwise(outline);
  for (let rough = solid, toleranceMm = 0.05; ; toleranceMm *= 1.4) {
    if (rough.length <= mostPlaces) return rough;
    // What is left out lies within the tolerance: grown by as much, it holds all.
    rough = withFewer(largest(grown([solid], toleranceMm)) ?? solid, toleranceMm * 0.98);
  }
}

/** The turns in which an outline lies within a plate; none: it is too large for it. */
function turnsWithin(outline: OutlineMm, plate: { widthMm: number; heightMm: number }): Turn[] {
  const turnAt = (deg: number): Turn => ({ deg, bounds: boundsMm(turned(outline, deg)) });
  const fits = ({ bounds }: Turn) => bounds.widthMm <= plate.widthMm + 1e-9 && bounds.heightMm <= plate.heightMm + 1e-9;
  const straight = quarters.map(turnAt).filter(fits);
  if (straight.length > 0) return straight;
  const oblique = Array.from({ length: 180 }, (_, deg) => turnAt(deg)).filter(fits);
  // The middle of those that fit leaves the most room at the corners.
  return oblique.slice(oblique.length >> 1, (oblique.length >> 1) + 1);
}

/** Whether an outline lies within a plate, however it is turned. */
export const fitsPlate = (outline: OutlineMm, plate: { widthMm: number; heightMm: number }): boolean =>
  turnsWithin(outline, plate).length > 0;

export function dieOf(id: string, outline: OutlineMm, plate: { widthMm: number; heightMm: number }): Die {
  return { id, rough: roughOutline(outline), turns: turnsWithin(outline, plate) };
}

/** Knows for two dies, as they are turned, where the one may not be because of the other; each is reckoned once. */
export class NoFits {
  private readonly parts = new Map<string, Parted>();
  private readonly known = new Map<string, OutlineMm[]>();

  constructor(private readonly gapMm: number) {}

  private partsOf({ id, rough }: Pick<Die, 'id' | 'rough'>, deg: number): Parted {
    const key = `${id} ${deg}`;
    const known = this.parts.get(key);
    if (known) return known;
    const straight = deg === 0 ? convexParts(rough) : this.partsOf({ id, rough }, 0).map((part) => turned(part, deg));
    this.parts.set(key, straight);
    return straight;
  }

  /** Where the origin of the moving die may not be while the other one's lies at 0, 0. */
  of(still: { die: Die; deg: number }, moving: { die: Die; deg: number }): OutlineMm[] {
    const between = (moving.deg - still.deg + 360) % 360;
    const key = `${still.die.id} ${moving.die.id} ${between}`;
    const known = this.known.get(key) ?? noFit(this.partsOf(still.die, 0), this.partsOf(moving.die, between), this.gapMm);
    this.known.set(key, known);
    return still.deg === 0 ? known : known.map((outline) => turned(outline, still.deg));
  }
}
