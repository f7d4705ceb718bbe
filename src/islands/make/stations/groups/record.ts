import { staysWhite } from '#core/make/element-names';
import { progressOfPicture } from '#core/make/progress';
import type { StationRecord } from '../station';
import { createGroupsDesk, type GroupsDeskState } from './groups-desk';

/** Where each element gets its ladder. */
export const groupsStation: StationRecord<GroupsDeskState> = {
  id: 'groups',
  name: 'Groups',
  open: (_, picture) => {
    const { elements, elementsWithoutLadder } = progressOfPicture(picture);
    return elementsWithoutLadder > 0 ? `${elementsWithoutLadder} to choose` : elements > 0 ? 'all chosen' : 'none yet';
  },
  isOfColours: true,
  // What is to be chosen next is ready to get its codes.
  takesInHand: ({ elements }) => elements.find((element) => !element.ladder && !staysWhite(element))?.id ?? null,
  createDesk: createGroupsDesk,
  shows: ({ view, preview }) => ({ bands: true, view, contacts: true, preview }),
  load: () => import('./module'),
};
