import type { Make } from '#model/make';
import type { Marker } from '#model/marker';
import type { Picture } from '#model/picture';
import { type RecipeFile, recipeFileVersion } from '#model/recipe-file';
import { type RecipeMark, recipeOfPicture } from './recipe';

/** Where a mark goes, in words: "all over", "on the shadow". */
export function placeWords(mark: Pick<RecipeMark, 'place' | 'role'>): string {
  return mark.place.kind === 'allOver' ? 'all over' : `on the ${mark.role}`;
}

/** The recipe of a picture as a file (model/recipe-file.ts), with the colours the rack has now. */
export function recipeFile(make: Make, picture: Picture, rack: readonly Marker[]): RecipeFile {
  const recipe = recipeOfPicture(make, picture, rack);
  const labOf = new Map(rack.map(({ id, lab }) => [id, lab]));
  return {
    format: 'aquachrome-recipe',
    version: recipeFileVersion,
    make: make.name,
    picture: { name: picture.name, widthMm: picture.widthMm, heightMm: picture.heightMm },
    lamp: make.lamp,
    school: recipe.school,
    elements: recipe.elements.map(({ name, areaMm2, rungs, marks }) => ({
      name,
      areaMm2,
      ladder: rungs.map(({ markerId, code, role, share }) => {
        const lab = labOf.get(markerId);
        return { code, role, share, ...(lab ? { lab } : {}) };
      }),
      marks: marks.map((mark) => ({
        number: mark.number,
        code: mark.code,
        place: placeWords(mark),
        stroke: mark.stroke,
        purpose: mark.purpose,
      })),
    })),
  };
}
