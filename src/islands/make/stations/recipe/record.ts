import { create } from 'zustand';
import { progressOfPicture } from '#core/make/progress';
import type { StationRecord } from '../station';

/** Where the marks stand in the order in which they are laid. Nothing is open there. */
export const recipeStation: StationRecord<object> = {
  id: 'recipe',
  name: 'Recipe',
  open: (_, picture) => {
    const { elements, elementsWithoutLadder } = progressOfPicture(picture);
    return elements > elementsWithoutLadder ? `${elements - elementsWithoutLadder} written` : 'empty yet';
  },
  isOfColours: true,
  createDesk: () => create<object>()(() => ({})),
  shows: () => ({ bands: true }),
  load: () => import('./module'),
};
