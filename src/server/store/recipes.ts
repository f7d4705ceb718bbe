import { dequal } from 'dequal/lite';
import { QueryTypes, type Transaction } from 'sequelize';
import type { KeepRecipe, ReadRecipe, RecipeNotesChange } from '#model/api/recipes';
import { recipeKind } from '#model/kept-kind';
import { type KeptRecipe, type RecipeNotes, recipeNotesSchema } from '#model/kept-recipe';
import { type UnknownFields, unknownFieldsSchema } from '#model/unknown-fields';
import type { Database } from '#server/db/database';
import { notFound, ProblemError } from '#server/http/problem';
import { addKept, readOneKept } from './kept';
import { putFinds } from './recipe-finds';

/** Of a recipe that came in as a file: it is of no make. */
const ofNoMake = '';

async function readNotes(database: Database, id: string, transaction?: Transaction): Promise<RecipeNotes> {
  const [row] = await database.sequelize.query<{ document: unknown }>('SELECT document FROM recipe_notes WHERE recipe_id = :id', {
    replacements: { id },
    type: QueryTypes.SELECT,
    ...(transaction ? { transaction } : {}),
  });
  return row ? recipeNotesSchema.parse(row.document) : {};
}

async function putNotes(database: Database, id: string, notes: RecipeNotes, transaction: Transaction): Promise<void> {
  await database.sequelize.query(
    'INSERT INTO recipe_notes (recipe_id, document) VALUES ($1, $2) ON CONFLICT (recipe_id) DO UPDATE SET document = EXCLUDED.document',
    { bind: [id, JSON.stringify(notes)], transaction },
  );
}

async function checkPhoto(database: Database, photo: string | undefined, transaction: Transaction): Promise<void> {
  if (photo === undefined || (await database.blobs.count({ where: { sha256: photo }, transaction })) > 0) return;
  throw new ProblemError(422, { code: 'not-sent', message: 'The photo was not sent.', remedy: 'Nothing was changed. Bring it in again.' });
}

async function putUnknown(database: Database, id: string, unknown: UnknownFields, transaction: Transaction): Promise<void> {
  await database.sequelize.query('UPDATE kept_recipes SET unknown_fields = $2 WHERE id = $1', {
    bind: [id, JSON.stringify(unknown)],
    transaction,
  });
}

/** What a recipe's file said beyond our schema when it came in. */
export async function unknownOfRecipe(database: Database, id: string): Promise<UnknownFields | undefined> {
  const [row] = await database.sequelize.query<{ unknown: unknown }>(
    'SELECT unknown_fields AS unknown FROM kept_recipes WHERE id = :id AND unknown_fields IS NOT NULL',
    { replacements: { id }, type: QueryTypes.SELECT },
  );
  return row && unknownFieldsSchema.parse(row.unknown);
}

/** The number of a version that is to be kept: that of the same request before, else the next of its colouring. */
async function numberFor(database: Database, { id, make, kept }: KeepRecipe, transaction: Transaction): Promise<number> {
  // One at a time: two pages keep a version of one colouring.
  await database.sequelize.query("SELECT pg_advisory_xact_lock(hashtext('kept_recipes'))", { transaction });
  const select = (sql: string, replacements: Record<string, string>) =>
    database.sequelize.query<{ number: number | null }>(sql, { replacements, type: QueryTypes.SELECT, transaction });
  const [before] = await select("SELECT (document->>'number')::integer AS number FROM kept_recipes WHERE id = :id", { id });
  if (before?.number !== undefined && before.number !== null) return before.number;
  if (!kept.of || !make) return 0;
  const [last] = await select('SELECT max(number) AS number FROM recipe_finds WHERE make_id = :makeId AND colouring_id = :colouringId', {
    makeId: make.id,
    colouringId: kept.of.colouringId,
  });
  return (last?.number ?? 0) + 1;
}

/** Keeps a recipe for good, as it was written down. The same request again does nothing. @returns its number. @throws ProblemError as `addKept`. */
export async function keepRecipe(database: Database, request: KeepRecipe): Promise<number> {
  const { id, make, notes = {} } = request;
  return database.sequelize.transaction(async (transaction) => {
    const number = await numberFor(database, request, transaction);
    const kept: KeptRecipe = { ...request.kept, number };
    await checkPhoto(database, notes.photo, transaction);
    const row = { id, makeId: make?.id ?? ofNoMake, makeName: make?.name ?? kept.recipe.make, document: kept };
    await addKept(database, recipeKind, row, transaction);
    await database.sequelize.query('INSERT INTO recipe_notes (recipe_id, document) VALUES ($1, $2) ON CONFLICT DO NOTHING', {
      bind: [id, JSON.stringify(notes)],
      transaction,
    });
    if (request.unknown) await putUnknown(database, id, request.unknown, transaction);
    const { createdAt } = await readOneKept(database, recipeKind, id, transaction);
    const noted = await readNotes(database, id, transaction);
    await putFinds(database, { id, makeId: row.makeId, createdAt, kept, notes: noted }, transaction);
    return number;
  });
}

/** A kept recipe as it was written, its notes as they are, and the versions beside it. @throws ProblemError 404, 422 */
export async function readRecipe(database: Database, id: string): Promise<ReadRecipe> {
  const { makeId, makeName, document, createdAt } = await readOneKept(database, recipeKind, id);
  const kept = document as KeptRecipe;
  const unknown = await unknownOfRecipe(database, id);
  const versions = kept.of
    ? await database.sequelize.query<{ id: string; number: number; keptAt: Date; document: { nextTime?: string[] } | null }>(
        `SELECT f.recipe_id AS id, f.number, f.kept_at AS "keptAt", n.document FROM recipe_finds f LEFT JOIN recipe_notes n USING (recipe_id)
         WHERE f.make_id = :makeId AND f.colouring_id = :colouringId ORDER BY f.number, f.kept_at`,
        { replacements: { makeId, colouringId: kept.of.colouringId }, type: QueryTypes.SELECT },
      )
    : [];
  return {
    ...{ id, makeId, makeName, kept, keptAt: createdAt.toISOString() },
    isMakeThere: makeId !== ofNoMake && (await database.makes.count({ where: { id: makeId } })) > 0,
    notes: await readNotes(database, id),
    ...(unknown ? { unknown } : {}),
    versions: versions.map(({ keptAt, document: noted, ...own }) => ({
      ...own,
      keptAt: keptAt.toISOString(),
      nextTime: noted?.nextTime ?? [],
    })),
  };
}

/** Changes what the maker writes beside a recipe. @returns the notes as they are then. @throws ProblemError 404, 422 */
export async function changeNotes(database: Database, id: string, change: RecipeNotesChange): Promise<RecipeNotes> {
  return database.sequelize.transaction(async (transaction) => {
    // Locked, so that of two changes at once none is lost.
    const [locked] = await database.sequelize.query('SELECT id FROM kept_recipes WHERE id = $1 FOR UPDATE', { bind: [id], transaction });
    if (locked.length === 0) throw notFound('recipe of this address');
    const { makeId, document, createdAt } = await readOneKept(database, recipeKind, id, transaction);
    const before = await readNotes(database, id, transaction);
    const merged = Object.fromEntries(
      Object.entries({ ...before, ...change }).filter(([, value]) => value !== null && value !== undefined),
    );
    const notes = recipeNotesSchema.parse(merged);
    await checkPhoto(database, notes.photo, transaction);
    await putNotes(database, id, notes, transaction);
    await putFinds(database, { id, makeId, createdAt, kept: document as KeptRecipe, notes }, transaction);
    return notes;
  });
}

/** Throws a kept recipe away with its notes. The same again does nothing. */
export async function throwRecipeAway(database: Database, id: string): Promise<void> {
  await database.sequelize.query('DELETE FROM kept_recipes WHERE id = :id', { replacements: { id } });
}

/** A kept recipe as it comes from another installation: with the day on which it was kept there. */
export type BroughtRecipe = {
  id: string;
  make: { id: string; name: string } | null;
  kept: KeptRecipe;
  notes: RecipeNotes;
  keptAt: Date;
  unknown?: UnknownFields | undefined;
};

/**
 * Puts a recipe beside those that are kept, as part of a transaction. One that is here already stays as it is; where another has its id it gets one of its own, and
 * where another version of its colouring has its number the next one.
 * @returns whether it was put in. @throws ProblemError as `addKept`.
 */
export async function bringRecipe(database: Database, brought: BroughtRecipe, transaction: Transaction): Promise<boolean> {
  const makeId = brought.make?.id ?? ofNoMake;
  const one = <T extends object>(sql: string, replacements: Record<string, unknown>) =>
    database.sequelize.query<T>(sql, { replacements, type: QueryTypes.SELECT, transaction });
  const [same] = await one<{ makeId: string; document: KeptRecipe }>(
    'SELECT make_id AS "makeId", document FROM kept_recipes WHERE id = :id',
    { id: brought.id },
  );
  if (same?.makeId === makeId && dequal(same.document.recipe, JSON.parse(JSON.stringify(brought.kept.recipe)))) return false;
  const id = same ? crypto.randomUUID() : brought.id;
  const colouringId = brought.kept.of?.colouringId ?? '';
  const numbers = await one<{ number: number }>(
    'SELECT number FROM recipe_finds WHERE make_id = :makeId AND colouring_id = :colouringId ORDER BY number',
    { makeId, colouringId },
  );
  const isTaken = brought.kept.of !== undefined && numbers.some(({ number }) => number === brought.kept.number);
  const kept = isTaken ? { ...brought.kept, number: (numbers.at(-1)?.number ?? 0) + 1 } : brought.kept;
  await checkPhoto(database, brought.notes.photo, transaction);
  await addKept(database, recipeKind, { id, makeId, makeName: brought.make?.name ?? kept.recipe.make, document: kept }, transaction);
  await database.sequelize.query('UPDATE kept_recipes SET created_at = $2 WHERE id = $1', { bind: [id, brought.keptAt], transaction });
  if (brought.unknown) await putUnknown(database, id, brought.unknown, transaction);
  await putNotes(database, id, brought.notes, transaction);
  await putFinds(database, { id, makeId, createdAt: brought.keptAt, kept, notes: brought.notes }, transaction);
  return true;
}
