import { progressOfPicture } from '#core/make/progress';
import type { StationRecord } from '../station';
import { createElementsDesk, type ElementsDeskState } from './elements-desk';

/** Where it is said what is what in the picture. */
export const elementsStation: StationRecord<ElementsDeskState> = {
  id: 'elements',
  name: 'Elements',
  open: (_, picture) => {
    const { whiteRegions, elements } = progressOfPicture(picture);
    return whiteRegions > 0 ? `${whiteRegions} white` : `${elements} named`;
  },
  liesUnderNames: true,
  isOfColours: false,
  createDesk: createElementsDesk,
  shows: () => ({}),
  load: () => import('./module'),
};
