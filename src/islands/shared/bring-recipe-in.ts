import { transfer } from 'comlink';
import { mostRecipeBytes } from '#model/kept-recipe';
import { keepRecipe } from './recipe-calls';
import type { useFiles } from './use-files';

/** A recipe that came in as a file is kept, without a picture. @returns its id, and what of the file cannot be used. @throws RangeError in words, CallProblem, StoppedError */
export async function bringRecipeIn(file: File, read: ReturnType<typeof useFiles>['read']): Promise<{ id: string; aside: string[] }> {
  if (file.size > mostRecipeBytes)
    throw new RangeError(`The file is larger than ${mostRecipeBytes / 1024 / 1024} MB: that is no recipe. Nothing was changed.`);
  const bytes = new Uint8Array(await file.arrayBuffer());
  const { recipe, aside, unknown } = await read('Reading the recipe', (api) => api.recipe(transfer(bytes, [bytes.buffer])));
  const { id } = await keepRecipe({ id: crypto.randomUUID(), kept: { recipe, pictures: {} }, unknown });
  return { id, aside };
}
