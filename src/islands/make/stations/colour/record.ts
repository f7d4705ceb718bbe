import { progressOfPicture } from '#core/make/progress';
import type { StationRecord } from '../station';
import { type ColourDeskState, createColourDesk } from './colour-desk';

/** Where it is coloured along, mark by mark, and what was done is kept. */
export const colourStation: StationRecord<ColourDeskState> = {
  id: 'colour',
  name: 'Colour',
  open: (_, picture) => {
    const { elements, elementsWithoutLadder } = progressOfPicture(picture);
    return elements > elementsWithoutLadder ? 'mark by mark' : 'nothing to lay yet';
  },
  isOfColours: true,
  createDesk: createColourDesk,
  shows: () => ({ bands: true }),
  load: () => import('./module'),
};
