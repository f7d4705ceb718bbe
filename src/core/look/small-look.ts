import type { ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import type { PairNote } from '#model/marker';
import type { PlanSource } from '#model/plan-source';
import type { IndexedTable } from '#core/make/region-tables';
import type { ReadMarker } from '#core/markers/readings';
import { type SmallPainting, smallPlan } from '#core/plan/small-painting';
import { writtenPlan } from '#core/plan/written';
import { usualPaper } from '#core/swatch/usual-paper';
import { lookOfPicture } from './look-of-picture';
import { lookOfPlan } from './look-of-plan';

/**
 * A picture as it is expected to look, small: from a label map thinned out until neither side is longer than `mostPx`.
 * @param scene.labels row-major at the size of the table. @param scene.written what its recipe is written from. @returns RGBA, transparent where nothing is coloured.
 */
export function paintSmallLook(
  source: PlanSource,
  scene: {
    table: IndexedTable;
    labels: Uint16Array;
    written: { make: Make; picture: ColouredPicture; rack: readonly ReadMarker[]; pairNotes: readonly PairNote[] };
  },
  mostPx: number,
): SmallPainting {
  const { table, labels, written } = scene;
  const { make, picture, rack, pairNotes } = written;
  const { plan, width, height } = smallPlan({ table, labels }, mostPx);
  const recipe = writtenPlan(make, picture, rack, table, { pairNotes });
  const rgba = lookOfPlan(
    { map: plan.ask(source, 'bands'), ids: plan.ask(source, 'ids'), places: plan.ask(source, 'places'), ways: [] },
    {
      elements: lookOfPicture(picture, recipe, { rack, paper: usualPaper, pairNotes }),
      ...{ paper: usualPaper, isWet: false, hasGrain: false, pxPerMm: width / table.table.frame.widthMm },
    },
  );
  return { rgba, width, height };
}
