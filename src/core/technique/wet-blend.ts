import type { ColouredPicture } from '#model/coloured-picture';
import type { IndexedTable } from '#core/make/region-tables';
import type { PictureRecipe, RecipeElement, RecipeMark } from './recipe';

/** What is coloured at once of one element: all of it (`part` null), or one of its wet areas, from 1. */
export type BlendItem = { pictureId: string; elementId: string; name: string; part: number | null };
/** A mark of a blend: what it goes over, how much paper that is, and how long it takes, in s. */
export type BlendMark = { mark: RecipeMark; items: readonly BlendItem[]; coveredMm2: number; seconds: number };

/**
 * Marks that are never interrupted. `alone`: of one element, or of one of its wet areas. `together`: of equal things. `step`: of all that is laid by a school
 * whose layers may dry. `finish`: of the whole picture in the end. `batch`: of loose pieces of one colour.
 */
export type WetBlend = {
  id: string;
  kind: 'alone' | 'together' | 'step' | 'finish' | 'batch';
  name: string;
  items: readonly BlendItem[];
  marks: BlendMark[];
  /** Of a wet area: how many the element has. */
  areas?: number;
  /** How many pieces that lie apart are laid together, marker by marker across them. */
  pieces?: number;
};

export type AreaAtOnce = { areaMm2: number; pieces: number };

/** A picture in one of its colourings with its recipe, its measures, and how long ink stays wet on its paper, in s. */
export type WrittenPicture = {
  picture: Pick<ColouredPicture, 'id' | 'name' | 'elements'>;
  recipe: Pick<PictureRecipe, 'elements' | 'finish'>;
  table: IndexedTable | undefined;
  wetS: number;
  /** What is blended at once, by element, and in how many pieces that lie apart; what is not in it is blended in one. */
  wetAreas?: ReadonlyMap<string, readonly AreaAtOnce[]> | undefined;
};

/** An element with its picture. `key`: its name among the elements of all pictures; `hostKey`: of what it lies on, if it is a soft spot. */
export type ColouredThing = {
  key: string;
  pictureId: string;
  element: RecipeElement;
  wetS: number;
  areas: readonly AreaAtOnce[];
  hostKey: string | null;
};
