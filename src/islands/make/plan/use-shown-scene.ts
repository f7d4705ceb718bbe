import { useMemo } from 'react';
import type { ColouredPicture } from '#model/coloured-picture';
import type { SceneLamp } from '#model/lamp';
import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import { applyOperations } from '#core/make/apply';
import { colouredNow, nameOfColouring } from '#core/make/coloured';
import { OperationError } from '#core/make/operation-error';
import type { IndexedTable, RegionTables } from '#core/make/region-tables';
import { planSource } from '#core/plan/plan-source';
import type { MakeStore } from '../document/make-store';
import type { Raster } from '../picture/use-raster';
import type { Shows } from '../stations/station';
import { type Bands, useBands } from './use-bands';
import { useLook } from './use-look';
import { type Parting, useParting } from './use-parting';

/** A picture as if something were done that is not taken yet; as it is, where that does not fit any more. */
function pictureWith(
  make: Make,
  operations: readonly Operation[] | null,
  picture: ColouredPicture | undefined,
  tables: RegionTables,
): ColouredPicture | undefined {
  if (!operations || !picture) return picture;
  try {
    return colouredNow(applyOperations(make, operations, tables), nameOfColouring(picture)) ?? picture;
  } catch (error) {
    if (!(error instanceof OperationError)) throw error;
    return picture;
  }
}

type Seen = {
  make: Make;
  picture: ColouredPicture | undefined;
  table: IndexedTable | undefined;
  raster: Raster;
  /** What the station needs of the plan. */
  shows: Shows;
  /** As it stands, or as it is being moved. */
  lamp: SceneLamp;
};

/** The scene as a station shows it: the picture with what is tried, its bands, and what of it runs together. */
export function useShownScene(
  useMake: MakeStore,
  { make, picture, table, raster, shows, lamp }: Seen,
): { shown: ColouredPicture | undefined; bands: Bands; parting: Parting } {
  const tables = useMake((own) => own.tables);
  const markers = useMake((own) => own.rack.markers);
  const isLampMoving = useMake((own) => own.lampInHand !== null);
  const { bands: isShown = false, view = 'bands', edges = false, contacts = false, whereabouts = false, focus = null } = shows;
  const { preview = null, isMoving = false } = shows;
  const shown = useMemo(() => pictureWith(make, preview, picture, tables), [make, preview, picture, tables]);
  const source = useMemo(() => shown && planSource(make, shown, lamp), [make, shown, lamp]);
  // Squinting and the grey form are other ways to look.
  const { look, isDue } = useLook(useMake, { make, picture: shown, table, isShown: isShown && view === 'bands' });
  const painted = useBands(shown, {
    ...{ table, labels: raster.labels, source, view: look ? 'look' : view, markers, isShown },
    withEdges: edges,
    withContacts: contacts,
    withWhereabouts: whereabouts,
    focus,
    look,
    isMoving: isLampMoving || isMoving,
  });
  const bands = useMemo(() => (isDue ? { ...painted, isSettled: false } : painted), [painted, isDue]);
  const parting = useParting({ picture, table, bands, markers }, preview !== null);
  return { shown, bands, parting };
}
