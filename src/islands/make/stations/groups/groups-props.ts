import type { Make } from '#model/make';
import type { ColouredPicture } from '#model/coloured-picture';
import type { IndexedTable } from '#core/make/region-tables';
import type { GroupsDesk } from './groups-desk';
import type { MakeStore } from '../../document/make-store';
import type { Bands } from '../../plan/use-bands';
import type { Parting } from '../../plan/use-parting';
import type { Raster } from '../../picture/use-raster';

/** What every panel of the Groups station is given. */
export type GroupsProps = {
  useMake: MakeStore;
  useGroups: GroupsDesk;
  make: Make;
  /** As it is kept. */
  picture: ColouredPicture;
  /** As it is shown: with what is tried, but not taken yet. */
  shown: ColouredPicture;
  table: IndexedTable | undefined;
  raster: Raster;
  bands: Bands;
  parting: Parting;
};
