import type { IndexedTable } from '#core/make/region-tables';
import { frontId } from '#model/front';
import type { PictureFront, PictureStanding } from './standing-of-picture';

/** A border of two bodies that neither lies on the other, and how long it is. */
export type ShownFront = PictureFront & { atMm: readonly [number, number]; lengthMm: number };

/** Shorter borders matter to no light. */
const leastBorderMm = 3;
/** Below this the drawing does not tell well. */
export const unsureBelow = 0.45;

/**
 * Fronts that are worth showing: at borders of 3 mm or more between two bodies, where neither lies on the other; the least sure first.
 */
export function frontsToShow({ bodyOf, fronts }: PictureStanding, { table }: IndexedTable): ShownFront[] {
  const lengths = new Map(
    table.borders.flatMap(({ between: [first, second], lengthMm }) =>
      first && second ? [[frontId(first, second), lengthMm] as const] : [],
    ),
  );
  const liesOn = (own: string, other: string) => {
    const on = bodyOf.get(own)?.on;
    return on !== undefined && bodyOf.get(on) === bodyOf.get(other);
  };
  return fronts
    .flatMap((front): ShownFront[] => {
      const [first, second] = front.between;
      const lengthMm = lengths.get(frontId(first, second)) ?? 0;
      if (!front.atMm || lengthMm < leastBorderMm || bodyOf.get(first) === bodyOf.get(second)) return [];
      if (liesOn(first, second) || liesOn(second, first)) return [];
      return [{ ...front, atMm: front.atMm, lengthMm }];
    })
    .sort((one, other) => one.sureness - other.sureness || other.lengthMm - one.lengthMm);
}
