import type { Make } from '#model/make';
import type { RackMarker } from '#model/marker';
import type { ColouredPicture } from '#model/coloured-picture';
import { type RecipeFile, recipeFileVersion } from '#model/recipe-file';
import { lampOfColouring } from '#core/make/coloured';
import { sourcedColour } from '#core/markers/sourced-colour';
import type { PictureRecipe, RecipeMark } from './recipe';

const markOf = ({ number, code, where, how, purpose, reach }: RecipeMark) => ({
  ...{ number, code, place: where, stroke: how },
  purpose: reach ? `${purpose} (${reach})` : purpose,
});

/**
 * The recipe of a picture as a file (model/recipe-file.ts), with the colours the rack has now and where each comes from; a colour that is
 * only assumed from its code is left out.
 * @param recipe what the plan of the picture writes (core/plan/written.ts).
 */
export function recipeFile(make: Make, picture: ColouredPicture, recipe: PictureRecipe, rack: readonly RackMarker[]): RecipeFile {
  const { paper, lineInk } = picture.colouring;
  const colourOf = new Map(rack.map((marker) => [marker.id, sourcedColour(marker)]));
  return {
    format: 'aquachrome-recipe',
    version: recipeFileVersion,
    make: make.name,
    picture: { name: picture.name, widthMm: picture.widthMm, heightMm: picture.heightMm },
    lamp: lampOfColouring(make, picture.colouring),
    school: recipe.school,
    ...(paper ? { paper } : {}),
    ...(lineInk ? { lineInk } : {}),
    elements: recipe.elements.map(({ name, areaMm2, rungs, marks, isByPlace }) => ({
      name,
      areaMm2,
      ...(isByPlace ? { order: 'place' as const } : {}),
      ladder: rungs.map(({ markerId, code, role, share }) => {
        const colour = colourOf.get(markerId);
        return { markerId, code, role, share, ...(colour ? { colour } : {}) };
      }),
      marks: marks.map(markOf),
    })),
    ...(recipe.finish.length > 0 ? { finish: recipe.finish.map(markOf) } : {}),
  };
}
