import * as z from 'zod/mini';
import { markerLineSchema } from '#model/marker';
import { recipeFileVersion } from '#model/recipe-file';
import { recipeFile2ElementSchema, recipeFile2HeadSchema } from '#model/frozen/recipe-file-2';
import { mostRecipeBytes } from '#model/kept-recipe';
import {
  mostInRecipe,
  type WrittenElement,
  type WrittenRecipe,
  writtenElementSchema,
  writtenMarkerSchema,
  writtenRecipeSchema,
} from '#model/written-recipe';
import type { UnknownFields } from '#model/unknown-fields';
import { unknownFields } from '#core/bundle/unknown-fields';
import { checkJsonBounds } from '#core/bytes/json-bounds';
import type { ShownMarker } from '#core/markers/assumed-colour';
import { type InRack, laddersInRack } from '#core/recipe/lay-onto';
import { recipeFrom2 } from '#core/recipe/recipe-from-2';

const recipeBounds = { depth: 12, values: 1_000_000 };

/** A recipe as it was read; `aside`: parts of it that cannot be used, in words. */
export type ReadRecipe = {
  recipe: WrittenRecipe;
  aside: string[] /** What the file says beyond our schema. */;
  unknown?: UnknownFields | undefined;
};

const notOurs = 'The file is not a recipe saved by Aquachrome.';

/** Reads the sound ones of a list of elements, and says what is wrong with the others. */
function soundElements<E>(elements: readonly unknown[], schema: z.ZodMiniType<E>): { sound: E[]; aside: string[] } {
  if (elements.length > mostInRecipe.elements)
    throw new RangeError(
      `The recipe has ${elements.length.toLocaleString('en')} elements; ${mostInRecipe.elements.toLocaleString('en')} fit.`,
    );
  const aside: string[] = [];
  const sound = elements.flatMap((element, place): E[] => {
    const own = schema.safeParse(element);
    if (own.success) return [own.data];
    const { name, ladder } = (element ?? {}) as { name?: unknown; ladder?: unknown };
    const called = typeof name === 'string' && name !== '' ? name.slice(0, 60) : `Element ${place + 1}`;
    const rungs = Array.isArray(ladder) ? ladder.length : 1;
    aside.push(rungs < 1 || rungs > 6 ? `${called}: a ladder of ${rungs} markers; one to six make one.` : `${called}: it cannot be read.`);
    return [];
  });
  return { sound, aside };
}

function readVersion2(value: { elements?: unknown }): ReadRecipe {
  const head = recipeFile2HeadSchema.safeParse(value);
  if (!head.success || !Array.isArray(value.elements)) throw new RangeError(notOurs);
  const { sound, aside } = soundElements(value.elements, recipeFile2ElementSchema);
  const recipe = writtenRecipeSchema.safeParse(recipeFrom2(head.data, sound));
  if (!recipe.success) throw new RangeError(`${notOurs} ${recipe.error.issues[0]?.path.join(', ') ?? ''} cannot be read.`);
  return { recipe: recipe.data, aside };
}

function readVersion3(file: { recipe?: unknown }): ReadRecipe {
  const { recipe } = file;
  const { elements } = (recipe ?? {}) as { elements?: unknown };
  const head = writtenRecipeSchema.safeParse({ ...(recipe as object), elements: [] });
  if (!head.success || !Array.isArray(elements)) throw new RangeError(notOurs);
  const { sound, aside } = soundElements<WrittenElement>(elements, writtenElementSchema);
  // Where elements are set aside the others stand in other places: what is beyond the schema in them cannot be told then.
  const read =
    aside.length === 0 ? { file, elements: sound } : { file: { ...file, recipe: { ...(recipe as object), elements: [] } }, elements: [] };
  const known = { format: 'aquachrome-recipe', version: recipeFileVersion, recipe: { ...head.data, elements: read.elements } };
  return { recipe: { ...head.data, elements: sound }, aside, unknown: unknownFields(read.file, known) };
}

/** Reads a recipe that was saved as a file, of today or of version 2. @throws RangeError: what is wrong, and what to do. */
export function readRecipe(bytes: Uint8Array): ReadRecipe {
  if (bytes.length > mostRecipeBytes)
    throw new RangeError(`The file is larger than ${mostRecipeBytes / 1024 / 1024} MB: that is no recipe.`);
  if (bytes.length === 0) throw new RangeError('The file is empty. Save the recipe again (“Save as …” at Recipe) and bring that in.');
  let value: unknown;
  try {
    checkJsonBounds(bytes, recipeBounds);
    value = JSON.parse(new TextDecoder('utf-8').decode(bytes));
  } catch (error) {
    if (error instanceof RangeError) throw new RangeError(`${notOurs.slice(0, -1)}: ${error.message}.`);
    throw new RangeError('The file is not valid JSON. Save the recipe again (“Save as …” at Recipe) and bring that file in.');
  }
  const { version, format } = (value ?? {}) as { version?: unknown; format?: unknown };
  if (format !== 'aquachrome-recipe' || typeof version !== 'number') throw new RangeError(notOurs);
  if (version > recipeFileVersion) throw new RangeError('The recipe was saved by a newer Aquachrome. Update this one.');
  return version === 2 ? readVersion2(value as object) : version === 3 ? readVersion3(value as object) : outOfDate();
}

function outOfDate(): never {
  throw new RangeError('The recipe was saved by an Aquachrome that is too old to be read.');
}

export const translateRequestSchema = z.object({
  elements: z.array(writtenElementSchema).check(z.maxLength(mostInRecipe.elements)),
  markers: z.array(writtenMarkerSchema).check(z.maxLength(mostInRecipe.markers)),
  lines: z.array(markerLineSchema),
  only: z.optional(z.array(z.string())),
});

/** What a recipe's ladder is with the markers of a rack. */
export type TranslatedElement = { name: string; found: InRack };

/** Translates the ladders of a recipe into a rack, one after the other. @param onProgress told the share that is done. */
export function translateRecipe(
  { elements, markers: written, lines, only }: z.infer<typeof translateRequestSchema>,
  markers: readonly ShownMarker[],
  onProgress: (share: number) => void,
): TranslatedElement[] {
  const inRack = laddersInRack({ markers: written }, { lines, markers }, only && new Set(only));
  return elements.map((element, place) => {
    if (place % 10 === 0) onProgress(place / elements.length);
    return { name: element.name, found: inRack(element) };
  });
}
