import * as z from 'zod/mini';
import type { Ladder } from '#model/ladder';
import { type RecipeFile, recipeFileSchema, recipeFileVersion } from '#model/recipe-file';
import { checkJsonBounds } from '#core/bytes/json-bounds';
import { type Instead, insteadOf } from '#core/groups/instead';
import type { ShownMarker } from '#core/markers/assumed-colour';
import { mostListBytes } from './file-limits';

/** As many as a picture has elements. */
const mostElements = 2_000;
const recipeBounds = { depth: 12, values: 1_000_000 };
const elementSchema = recipeFileSchema.shape.elements.def.element;

/** A recipe as it was read; `aside`: parts of it that cannot be used, in words. */
export type ReadRecipe = { recipe: RecipeFile; aside: string[] };

/** Reads a recipe that was saved as a file. @throws RangeError: what is wrong, and what to do. */
export function readRecipe(bytes: Uint8Array): ReadRecipe {
  if (bytes.length > mostListBytes) throw new RangeError('The file is larger than 5 MB: that is no recipe.');
  let value: unknown;
  try {
    checkJsonBounds(bytes, recipeBounds);
    value = JSON.parse(new TextDecoder('utf-8').decode(bytes));
  } catch (error) {
    if (error instanceof RangeError) throw new RangeError(`The file is not a recipe saved by Aquachrome: ${error.message}.`);
    throw new RangeError('The file is not valid JSON. Save the recipe again (“Save as a file” at Recipe) and bring that file in.');
  }
  const { version, format, elements } = (value ?? {}) as { version?: unknown; format?: unknown; elements?: unknown };
  if (format === 'aquachrome-recipe' && typeof version === 'number' && version > recipeFileVersion)
    throw new RangeError('The recipe was saved by a newer Aquachrome. Update this one.');
  const head = recipeFileSchema.safeParse({ ...(value as object), elements: [] });
  if (!head.success || !Array.isArray(elements)) throw new RangeError('The file is not a recipe saved by Aquachrome.');
  if (elements.length > mostElements)
    throw new RangeError(`The recipe has ${elements.length.toLocaleString('en')} elements; ${mostElements.toLocaleString('en')} fit.`);
  const aside: string[] = [];
  const read = elements.flatMap((element: unknown, place) => {
    const own = elementSchema.safeParse(element);
    const { name } = (element ?? {}) as { name?: unknown };
    const called = typeof name === 'string' && name !== '' ? name.slice(0, 60) : `Element ${place + 1}`;
    if (!own.success) aside.push(`${called}: it cannot be read.`);
    else if (own.data.ladder.length < 1 || own.data.ladder.length > 6)
      aside.push(`${called}: a ladder of ${own.data.ladder.length} markers; one to six make one.`);
    else return [own.data];
    return [];
  });
  return { recipe: { ...head.data, elements: read }, aside };
}

export const translateRequestSchema = z.object({
  elements: z.array(elementSchema).check(z.maxLength(mostElements)),
  only: z.optional(z.array(z.string())),
});

/** What a recipe's ladder is with the markers of a rack. */
export type TranslatedElement = { name: string; found: Instead | { problem: string } };

/** Translates the ladders of a recipe into a rack, one after the other. @param onProgress told the share that is done. */
export function translateRecipe(
  { elements, only }: z.infer<typeof translateRequestSchema>,
  markers: readonly ShownMarker[],
  onProgress: (share: number) => void,
): TranslatedElement[] {
  const allowed = only && new Set(only);
  const labs = new Map(markers.map(({ id, lab }) => [id, lab]));
  return elements.map(({ name, ladder, order }, place) => {
    if (place % 10 === 0) onProgress(place / elements.length);
    const colours = ladder.map(({ markerId, colour }) => colour?.lab ?? labs.get(markerId));
    const asked: Ladder = { rungs: ladder.map(({ markerId, code }) => ({ markerId, code })), ...(order ? { order } : {}) };
    return { name, found: insteadOf(asked, colours, markers, { only: allowed }) };
  });
}
