import type { ListedRecipe } from '#model/api/recipes';
import type { KeptRecipe, RecipeNotes } from '#model/kept-recipe';
import { byId } from '#core/make/by-id';

/** Elements that a list shows of each. */
const shownElements = 10;

/** What of a list's row follows from the recipe and its notes. */
export type RecipeInShort = Omit<ListedRecipe, 'id' | 'makeId' | 'makeName' | 'number' | 'keptAt'>;

/** What a kept recipe is called: by the maker, or by its make, its picture and its colouring, each name once. */
export function titleOfRecipe({ recipe }: Pick<KeptRecipe, 'recipe'>, { name }: Pick<RecipeNotes, 'name'>): string {
  return name ?? [...new Set([recipe.make, recipe.picture.name, recipe.colouring ?? ''])].filter((part) => part !== '').join(', ');
}

/** A kept recipe as a row of a list. */
export function recipeInShort(kept: Pick<KeptRecipe, 'recipe' | 'pictures'>, notes: RecipeNotes): RecipeInShort {
  const { recipe, pictures } = kept;
  const markers = byId(recipe.markers);
  return {
    title: titleOfRecipe(kept, notes),
    picture: recipe.picture.name,
    ...(recipe.paper ? { paper: recipe.paper } : {}),
    ...(notes.doneOn ? { doneOn: notes.doneOn } : {}),
    tags: notes.tags ?? [],
    isFavourite: notes.isFavourite ?? false,
    hasLook: pictures.look !== undefined,
    ...(notes.photo ? { photo: notes.photo } : {}),
    nextTime: notes.nextTime ?? [],
    elements: recipe.elements.slice(0, shownElements).map(({ name, ladder }) => ({
      name,
      rungs: ladder.map(({ markerId, code }) => {
        const lab = markers.get(markerId)?.lab;
        return lab ? { code, lab } : { code };
      }),
    })),
    elementCount: recipe.elements.length,
  };
}
