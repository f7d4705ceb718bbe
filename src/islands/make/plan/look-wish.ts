import type { ColouredPicture } from '#model/coloured-picture';
import type { LookWish } from '#model/look';
import type { Make } from '#model/make';
import type { Supplies } from '#model/supplies';
import { lookOfPicture } from '#core/look/look-of-picture';
import type { IndexedTable } from '#core/make/region-tables';
import { pxPerMmOfPicture } from '#core/make/scale';
import { writtenPlan } from '#core/plan/written';
import { usualPaper } from '#core/swatch/usual-paper';
import type { ShownRack } from '../document/make-store';

export type LookGiven = {
  make: Make;
  picture: ColouredPicture;
  table: IndexedTable | undefined;
  rack: ShownRack;
  supplies: Supplies;
  isWet: boolean;
};

/** What the expected look of a picture is painted from, as its recipe stands. */
export function lookWishOf({ make, picture, table, rack, supplies, isWet }: LookGiven): LookWish {
  const { markers, pairNotes } = rack;
  const recipe = writtenPlan(make, picture, markers, table, { supplies, pairNotes });
  return {
    elements: lookOfPicture(picture, recipe, { rack: markers, paper: usualPaper, pairNotes }),
    ...{ paper: usualPaper, isWet, hasGrain: true, pxPerMm: pxPerMmOfPicture(picture) },
  };
}
