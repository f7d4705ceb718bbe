import { counted } from '#core/make/counted';
import type { StationRecord } from '../station';
import { createDeskStore, type DeskState } from './desk-store';

/** Where a line image is cut out, read and mended. */
export const pictureStation: StationRecord<DeskState> = {
  id: 'picture',
  name: 'Picture',
  open: (_, { regionMap }) => (regionMap ? counted(regionMap.count, 'area') : 'not read yet'),
  isOfColours: false,
  createDesk: createDeskStore,
  shows: () => ({}),
  load: () => import('./module'),
};
