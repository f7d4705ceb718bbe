import { QueryTypes, type Transaction } from 'sequelize';
import {
  type FindRecipes,
  findKindSchema,
  type FoundRecipes,
  type FoundTerms,
  type ListedRecipe,
  listedRecipeSchema,
  mostRecipesAtOnce,
} from '#model/api/recipes';
import { type KeptRecipe, type RecipeNotes, recipeNotesSchema } from '#model/kept-recipe';
import { recipeKind } from '#model/kept-kind';
import type { Lab } from '#model/marker';
import { findTerms, findText, inkName, lookedUp, nearInkBox, nearInks } from '#core/recipe/find-terms';
import { recipeInShort } from '#core/recipe/recipe-in-short';
import type { Database } from '#server/db/database';
import { readKept } from './kept';

/** A kept recipe as it is found: its row, what it says, and the notes beside it. */
export type FindableRecipe = { id: string; makeId: string; createdAt: Date; kept: KeptRecipe; notes: RecipeNotes };

/** Makes anew by what a recipe is found. */
export async function putFinds(database: Database, recipe: FindableRecipe, transaction: Transaction): Promise<void> {
  const { id, makeId, createdAt, kept, notes } = recipe;
  const run = (sql: string, bind: unknown[]) => database.sequelize.query(sql, { bind, transaction });
  await run(
    `INSERT INTO recipe_finds (recipe_id, make_id, colouring_id, number, kept_at, is_favourite, words, short)
     VALUES ($1, $2, $3, $4, $5, $6, to_tsvector('simple', $7), $8)
     ON CONFLICT (recipe_id) DO UPDATE SET is_favourite = EXCLUDED.is_favourite, words = EXCLUDED.words, short = EXCLUDED.short`,
    [
      ...[id, makeId, kept.of?.colouringId ?? null, kept.number, createdAt, notes.isFavourite ?? false],
      ...[findText(kept, notes), JSON.stringify(recipeInShort(kept, notes))],
    ],
  );
  const inks = new Map(kept.recipe.markers.flatMap(({ lab }) => (lab ? [[inkName(lab), lab] as const] : [])));
  const terms = [
    ...findTerms(kept, notes).map(({ kind, term, shown }) => [kind, term, shown] as const),
    ...[...inks.keys()].map((ink) => ['ink', ink, ink] as const),
  ];
  await run('DELETE FROM recipe_terms WHERE recipe_id = $1', [id]);
  await run(
    'INSERT INTO recipe_terms (kind, term, shown, recipe_id) SELECT t.kind, t.term, t.shown, $4 FROM unnest($1::text[], $2::text[], $3::text[]) AS t (kind, term, shown)',
    [terms.map(([kind]) => kind), terms.map(([, term]) => term), terms.map(([, , shown]) => shown), id],
  );
  const labs = [...inks.values()];
  await run(
    'INSERT INTO recipe_inks (ink, l, a, b) SELECT * FROM unnest($1::text[], $2::real[], $3::real[], $4::real[]) ON CONFLICT DO NOTHING',
    [[...inks.keys()], labs.map(({ L }) => L), labs.map(({ a }) => a), labs.map(({ b }) => b)],
  );
}

/** Makes all of it anew: after a restore, and where it misses a recipe. One that cannot be read is left out, and told of by lists. */
export async function renewFinds(database: Database): Promise<void> {
  const { rows } = await readKept(database, recipeKind);
  const notes = await database.sequelize.query<{ id: string; document: unknown }>('SELECT recipe_id AS id, document FROM recipe_notes', {
    type: QueryTypes.SELECT,
  });
  const noted = new Map(notes.map(({ id, document }) => [id, recipeNotesSchema.safeParse(document)]));
  await database.sequelize.transaction(async (transaction) => {
    for (const table of ['recipe_finds', 'recipe_terms', 'recipe_inks'])
      await database.sequelize.query(`DELETE FROM ${table}`, { transaction });
    for (const { id, makeId, createdAt, document } of rows) {
      const own = noted.get(id);
      await putFinds(database, { id, makeId, createdAt, kept: document as KeptRecipe, notes: own?.success ? own.data : {} }, transaction);
    }
  });
}

/** Words as a query: each stands in it, of the last one the beginning; null where nothing is asked. */
export function queryOfWords(words: string): string | null {
  const all = words.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];
  return all.length === 0 ? null : all.map((word, index) => (index === all.length - 1 ? `${word}:*` : word)).join(' & ');
}

/** Names of the inks near a colour: first by a box, then by CIEDE2000. */
async function inksNear(database: Database, near: Lab): Promise<string[]> {
  const { L, a, b } = nearInkBox;
  const rows = await database.sequelize.query<{ ink: string; l: number; a: number; b: number }>(
    'SELECT ink, l, a, b FROM recipe_inks WHERE l BETWEEN $1 AND $2 AND a BETWEEN $3 AND $4 AND b BETWEEN $5 AND $6',
    { bind: [near.L - L, near.L + L, near.a - a, near.a + a, near.b - b, near.b + b], type: QueryTypes.SELECT },
  );
  const inks = rows.map(({ ink, l, ...ab }) => ({ ink, lab: { L: l, ...ab } }));
  return nearInks(near, inks).map(({ ink }) => ink);
}

/** The statement that finds recipes, and what it is asked with: for the store, and for a look at how it is planned (scripts/bench-search.ts). */
export async function findStatement(database: Database, asked: FindRecipes): Promise<{ sql: string; bind: unknown[] }> {
  const bind: unknown[] = [];
  const given = (value: unknown): string => `$${bind.push(value)}`;
  const where: string[] = [];
  for (const { kind, term } of asked.terms ?? [])
    where.push(`f.recipe_id IN (SELECT recipe_id FROM recipe_terms WHERE kind = ${given(kind)} AND term = ${given(lookedUp(kind, term))})`);
  if (asked.near) {
    const inks = await inksNear(database, asked.near);
    where.push(`f.recipe_id IN (SELECT recipe_id FROM recipe_terms WHERE kind = 'ink' AND term = ANY (${given(inks)}::text[]))`);
  }
  const query = queryOfWords(asked.words ?? '');
  if (query !== null) where.push(`f.words @@ to_tsquery('simple', ${given(query)})`);
  if (asked.makeId !== undefined) where.push(`f.make_id = ${given(asked.makeId)}`);
  if (asked.colouringId !== undefined) where.push(`f.colouring_id = ${given(asked.colouringId)}`);
  if (asked.onlyFavourites) where.push('f.is_favourite');
  const condition = where.length > 0 ? `WHERE ${where.join(' AND ')}` : '';
  const page = `LIMIT ${given(asked.most ?? mostRecipesAtOnce)} OFFSET ${given(asked.from ?? 0)}`;
  // What is told of each is read for those of the page alone.
  const sql = `WITH found AS MATERIALIZED (SELECT f.recipe_id, f.kept_at FROM recipe_finds f ${condition}),
    page AS (SELECT recipe_id FROM found ORDER BY kept_at DESC, recipe_id ${page})
    SELECT f.recipe_id AS id, f.make_id AS "makeId", k.make_name AS "makeName", f.number, f.kept_at AS "keptAt", f.short, (SELECT count(*) FROM found) AS total
    FROM page JOIN recipe_finds f USING (recipe_id) JOIN kept_recipes k ON k.id = f.recipe_id ORDER BY f.kept_at DESC, f.recipe_id`;
  return { sql, bind };
}

type FoundRow = Omit<ListedRecipe, 'keptAt'> & { keptAt: Date; short: object; total: string };

/** Kept recipes of which all that is asked for holds, the newest first. */
export async function findRecipes(database: Database, asked: FindRecipes): Promise<FoundRecipes> {
  const { sql, bind } = await findStatement(database, asked);
  const rows = await database.sequelize.query<FoundRow>(sql, { bind, type: QueryTypes.SELECT });
  const unreadable: string[] = [];
  const recipes = rows.flatMap(({ short, total: _, keptAt, ...row }) => {
    const read = listedRecipeSchema.safeParse({ ...short, ...row, keptAt: keptAt.toISOString() });
    if (read.success) return [read.data];
    unreadable.push(row.id);
    return [];
  });
  const { from: _from, most: _most, ...filters } = asked;
  if (Object.keys(filters).length > 0) return { recipes, total: Number(rows[0]?.total ?? 0), unreadable };
  // Where nothing is asked for, none is silently missing.
  const lost = await database.sequelize.query<{ id: string }>(
    'SELECT id FROM kept_recipes k WHERE NOT EXISTS (SELECT 1 FROM recipe_finds f WHERE f.recipe_id = k.id) LIMIT 20',
    { type: QueryTypes.SELECT },
  );
  return { recipes, total: Number(rows[0]?.total ?? 0), unreadable: [...unreadable, ...lost.map(({ id }) => id)] };
}

/** Terms told at once. */
const mostTerms = 12;

/** What of the kept recipes begins so, by how many it stands in. */
export async function termsThatBegin(database: Database, begin: string): Promise<FoundTerms> {
  const forms = [...new Set(findKindSchema.options.map((kind) => lookedUp(kind, begin)))].filter((form) => form !== '');
  if (forms.length === 0) return { terms: [] };
  const patterns = forms.map((form) => `${form.replace(/[\\%_]/g, '\\$&')}%`);
  const rows = await database.sequelize.query<{ kind: string; term: string; shown: string; count: string }>(
    `SELECT kind, term, min(shown) AS shown, count(*) AS count FROM recipe_terms
     WHERE kind <> 'ink' AND (${patterns.map((_, index) => `term LIKE $${index + 1}`).join(' OR ')})
     GROUP BY kind, term ORDER BY count(*) DESC, term LIMIT ${mostTerms}`,
    { bind: patterns, type: QueryTypes.SELECT },
  );
  return { terms: rows.map(({ kind, count, ...term }) => ({ ...term, kind: findKindSchema.parse(kind), count: Number(count) })) };
}
