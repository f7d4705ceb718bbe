import { dequal } from 'dequal/lite';
import { QueryTypes, type Transaction } from 'sequelize';
import { type KeptKind, keptKinds } from '#model/kept-kind';
import type { Database } from '#server/db/database';
import { notFound, ProblemError } from '#server/http/problem';

/** One row of what is kept for good. */
export type KeptRow = { id: string; makeId: string; makeName: string; document: unknown; createdAt: Date };
export type KeptRows = { rows: KeptRow[] /** Ids of rows that are kept and cannot be read. */; unreadable: string[] };

const columns = 'id, make_id AS "makeId", make_name AS "makeName", schema, document, created_at AS "createdAt"';

function notAsKept(what: string): ProblemError {
  return new ProblemError(422, { code: 'not-kept', message: `This is no ${what} as it is kept.`, remedy: 'Nothing was changed.' });
}

/**
 * Adds a row. The same row again (a request whose answer was lost) does nothing.
 * @throws ProblemError 409 when another row has its id, 422 when it is not as its kind says or names blobs that are not kept.
 */
export async function addKept(
  database: Database,
  kind: KeptKind,
  row: { id: string; makeId: string; makeName: string; document: unknown },
  transaction?: Transaction,
): Promise<void> {
  const parsed = kind.document.safeParse(row.document);
  if (!parsed.success) throw notAsKept(kind.words.one);
  const document = parsed.data as object;
  const named = [...new Set(kind.blobsOf(document))];
  const own = transaction ? { transaction } : {};
  if (named.length > 0 && (await database.blobs.count({ where: { sha256: named }, ...own })) < named.length) {
    throw new ProblemError(422, {
      code: 'not-sent',
      message: `This ${kind.words.one} names a picture that was not sent.`,
      remedy: 'Nothing was changed.',
    });
  }
  const { id, makeId, makeName } = row;
  await database.sequelize.query(
    `INSERT INTO ${kind.table} (id, make_id, make_name, schema, document) VALUES (:id, :makeId, :makeName, :schema, :document) ON CONFLICT (id) DO NOTHING`,
    { replacements: { id, makeId, makeName, schema: kind.schema, document: JSON.stringify(document) }, ...own },
  );
  const [kept] = await database.sequelize.query<{ document: unknown; makeId: string }>(
    `SELECT document, make_id AS "makeId" FROM ${kind.table} WHERE id = :id`,
    { replacements: { id }, type: QueryTypes.SELECT, ...own },
  );
  if (kept?.makeId === makeId && dequal(kept.document, JSON.parse(JSON.stringify(document)))) return;
  throw new ProblemError(409, {
    code: 'is-there',
    message: `There is another ${kind.words.one} under this name.`,
    remedy: 'Nothing was changed.',
  });
}

/** Rows of a kind, the oldest first; one that cannot be read hides no other. @param makeId default: of all makes. */
export async function readKept(database: Database, kind: KeptKind, makeId?: string): Promise<KeptRows> {
  const where = makeId === undefined ? '' : 'WHERE make_id = :makeId';
  const found = await database.sequelize.query<KeptRow & { schema: number }>(
    `SELECT ${columns} FROM ${kind.table} ${where} ORDER BY created_at, id`,
    { replacements: { makeId: makeId ?? '' }, type: QueryTypes.SELECT },
  );
  const read: KeptRows = { rows: [], unreadable: [] };
  for (const { schema, ...row } of found) {
    const parsed = schema === kind.schema ? kind.document.safeParse(row.document) : null;
    if (parsed?.success) read.rows.push({ ...row, document: parsed.data });
    else read.unreadable.push(row.id);
  }
  return read;
}

/** One row of a kind. @throws ProblemError 404 when there is none, 422 when it cannot be read. */
export async function readOneKept(database: Database, kind: KeptKind, id: string, transaction?: Transaction): Promise<KeptRow> {
  const [found] = await database.sequelize.query<KeptRow & { schema: number }>(`SELECT ${columns} FROM ${kind.table} WHERE id = :id`, {
    replacements: { id },
    type: QueryTypes.SELECT,
    ...(transaction ? { transaction } : {}),
  });
  if (!found) throw notFound(`${kind.words.one} of this address`);
  const { schema, ...row } = found;
  const parsed = schema === kind.schema ? kind.document.safeParse(row.document) : null;
  if (parsed?.success) return { ...row, document: parsed.data };
  throw new ProblemError(422, {
    code: 'unreadable',
    message: `This ${kind.words.one} is kept and cannot be read.`,
    remedy: 'It stays as it is. A newer Aquachrome, or an older backup, may read it.',
  });
}

export type KeptCount = { words: KeptKind['words']; count: number };

/** What of a make would outlive it, by kind; none where there is nothing. */
export async function countKept(database: Database, makeId: string, transaction?: Transaction, kinds = keptKinds): Promise<KeptCount[]> {
  const counts: KeptCount[] = [];
  for (const { table, words } of kinds) {
    const [row] = await database.sequelize.query<{ count: string }>(`SELECT count(*) AS count FROM ${table} WHERE make_id = :makeId`, {
      replacements: { makeId },
      type: QueryTypes.SELECT,
      ...(transaction ? { transaction } : {}),
    });
    if (Number(row?.count ?? 0) > 0) counts.push({ words, count: Number(row?.count) });
  }
  return counts;
}

/** Lets what is kept of a make go with it, or gives it the name that the make has last. */
export async function partWithMake(
  database: Database,
  make: { id: string; name: string },
  wish: 'keep' | 'throwAway',
  transaction: Transaction,
  kinds = keptKinds,
): Promise<void> {
  for (const { table } of kinds) {
    const sql =
      wish === 'throwAway' ? `DELETE FROM ${table} WHERE make_id = :id` : `UPDATE ${table} SET make_name = :name WHERE make_id = :id`;
    await database.sequelize.query(sql, { replacements: make, transaction });
  }
}

/** Every document that is kept for good, as it lies in its table: for the sweep, which spares what they name. */
export async function keptDocuments(database: Database, transaction: Transaction, kinds = keptKinds): Promise<unknown[]> {
  const documents: unknown[] = [];
  for (const { table } of kinds) {
    const rows = await database.sequelize.query<{ document: unknown }>(`SELECT document FROM ${table}`, {
      type: QueryTypes.SELECT,
      transaction,
    });
    documents.push(...rows.map(({ document }) => document));
  }
  return documents;
}

/** Whether all that is kept for good is whole. @param blobs digests of what is kept. @throws Error in words a maker reads. */
export async function checkKept(database: Database, blobs: ReadonlySet<string>, kinds = keptKinds): Promise<void> {
  for (const kind of kinds) {
    const { rows, unreadable } = await readKept(database, kind);
    if (unreadable.length > 0) throw new Error(`Of the ${kind.words.many} in the file some cannot be read.`);
    if (rows.some(({ document }) => kind.blobsOf(document).some((digest) => !blobs.has(digest))))
      throw new Error(`Pictures of the ${kind.words.many} are missing from the file.`);
  }
}
