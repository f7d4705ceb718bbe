import { useMemo } from 'react';
import type { SceneLamp } from '#model/lamp';
import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import type { ColouredPicture } from '#model/coloured-picture';
import { applyOperations } from '#core/make/apply';
import { OperationError } from '#core/make/operation-error';
import { colouredNow, nameOfColouring } from '#core/make/coloured';
import type { Station } from '#core/make/progress';
import type { IndexedTable, RegionTables } from '#core/make/region-tables';
import { planSource } from '#core/plan/plan-source';
import type { GroupsDesk } from '../stations/groups/groups-desk';
import type { LightDesk, LightView } from '../stations/light/light-desk';
import type { MakeStore } from '../document/make-store';
import { type Bands, useBands } from './use-bands';
import { type Parting, useParting } from './use-parting';
import type { Raster } from '../picture/use-raster';

/** What the picture shows at each station: at Groups and Light it is chosen there. */
function useShownView(station: Station, useLight: LightDesk, useGroups: GroupsDesk): LightView {
  const light = useLight((desk) => desk.view);
  const groups = useGroups((desk) => desk.view);
  return station === 'light' ? light : station === 'groups' ? groups : 'bands';
}

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

type Stores = { useMake: MakeStore; useLight: LightDesk; useGroups: GroupsDesk };
type Seen = {
  make: Make;
  picture: ColouredPicture | undefined;
  table: IndexedTable | undefined;
  raster: Raster;
  station: Station;
  /** As it stands, or as it is being moved. */
  lamp: SceneLamp;
};

/** The scene as a station shows it: the picture with what is tried, its bands, and what of it runs together. */
export function useShownScene(
  { useMake, useLight, useGroups }: Stores,
  { make, picture, table, raster, station, lamp }: Seen,
): { shown: ColouredPicture | undefined; bands: Bands; parting: Parting } {
  const tables = useMake((own) => own.tables);
  const markers = useMake((own) => own.rack.markers);
  const isLampMoving = useMake((own) => own.lampInHand !== null);
  const view = useShownView(station, useLight, useGroups);
  const showsCuts = useLight((desk) => desk.step === 'cuts');
  const tried = useGroups((desk) => (station === 'groups' ? desk.preview : null));
  const moved = useLight((desk) => (station === 'light' ? desk.preview : null));
  const preview = tried ?? moved;
  const shown = useMemo(() => pictureWith(make, preview, picture, tables), [make, preview, picture, tables]);
  const bands = useBands(shown, {
    table,
    labels: raster.labels,
    source: useMemo(() => shown && planSource(make, shown, lamp), [make, shown, lamp]),
    view,
    withEdges: station === 'light' && showsCuts,
    withContacts: station === 'groups',
    isMoving: isLampMoving || moved !== null,
    markers,
    isShown: station === 'groups' || station === 'light' || station === 'recipe',
  });
  const parting = useParting({ picture, table, bands, markers }, preview !== null);
  return { shown, bands, parting };
}
