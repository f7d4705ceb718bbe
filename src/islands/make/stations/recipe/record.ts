import { progressOfPicture } from '#core/make/progress';
import type { StationRecord } from '../station';
import { createRecipeDesk, type RecipeDeskState } from './recipe-desk';

/** Where the marks stand in the order in which they are laid. */
export const recipeStation: StationRecord<RecipeDeskState> = {
  id: 'recipe',
  name: 'Recipe',
  open: (_, picture) => {
    const { elements, elementsWithoutLadder } = progressOfPicture(picture);
    return elements > elementsWithoutLadder ? `${elements - elementsWithoutLadder} written` : 'empty yet';
  },
  isOfColours: true,
  createDesk: createRecipeDesk,
  shows: ({ focus }) => ({ bands: true, whereabouts: true, focus }),
  load: () => import('./module'),
};
