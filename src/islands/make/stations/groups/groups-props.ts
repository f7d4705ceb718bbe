import type { Seen } from '../station';
import type { GroupsDesk } from './groups-desk';

/** What every panel of the Groups station is given. */
export type GroupsProps = Pick<Seen, 'useMake' | 'make' | 'picture' | 'shown' | 'table' | 'raster' | 'bands' | 'parting'> & {
  useGroups: GroupsDesk;
};
