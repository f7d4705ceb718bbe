import type { RecipeSheet } from '#model/api/recipes';
import { keptRecipeSchema, type KeptRecipe } from '#model/kept-recipe';
import { downloadName } from '#core/make/download-name';
import { titleOfRecipe } from '#core/recipe/recipe-in-short';
import type { Database } from '#server/db/database';
import { workshop } from '#server/decode/workshop';
import type { Asker } from '#server/http/turns';
import { pdfAnswer } from '#server/http/pdf-answer';
import { ProblemError } from '#server/http/problem';
import { readBlob } from './blobs';
import { readRecipe } from './recipes';

type ToPrint = Pick<KeptRecipe, 'recipe' | 'pictures'>;

async function blobOf(database: Database, picture: { sha256: string; widthPx: number; heightPx: number } | undefined) {
  if (!picture) return undefined;
  return { ...picture, bytes: new Uint8Array((await readBlob(database, picture.sha256)).bytes) };
}

/** A PDF of a recipe, made by a process of its own. @param asker leaves: nobody waits any more. */
async function printed(
  database: Database,
  { recipe, pictures }: ToPrint,
  title: string,
  wish: RecipeSheet,
  asker: Asker,
): Promise<Response> {
  const of = { recipe, title, bandMap: await blobOf(database, pictures.bandMap), look: await blobOf(database, pictures.look) };
  const name = downloadName(title, wish.sheet === 'desk' ? 'recipe' : wish.sheet, recipe.writtenOn ?? '', 'pdf');
  return pdfAnswer(await workshop().work('recipeSheet', { of, wish }, asker), name, `recipe-${wish.sheet}.pdf`);
}

/** A kept recipe as sheets to be printed. @throws ProblemError 404, 422 */
export async function printKept(database: Database, id: string, wish: RecipeSheet, asker: Asker): Promise<Response> {
  const { kept, notes } = await readRecipe(database, id);
  return printed(database, kept, titleOfRecipe(kept, notes), wish, asker);
}

/** A recipe that is not kept: it lies in a blob as JSON, with its pictures. @throws ProblemError 404, 422 */
export async function printWritten(database: Database, sha256: string, wish: RecipeSheet, asker: Asker): Promise<Response> {
  const { bytes } = await readBlob(database, sha256);
  let value: unknown;
  try {
    value = JSON.parse(bytes.toString('utf8'));
  } catch {
    value = null;
  }
  const read = keptRecipeSchema.safeParse({ ...(value as object), number: 0 });
  if (!read.success)
    throw new ProblemError(422, {
      code: 'no-recipe',
      message: 'What is to be printed is no recipe.',
      remedy: 'Print it again, at Recipe.',
    });
  return printed(database, read.data, titleOfRecipe(read.data, {}), wish, asker);
}
