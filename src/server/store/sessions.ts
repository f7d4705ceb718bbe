import { dequal } from 'dequal/lite';
import { QueryTypes, type Transaction } from 'sequelize';
import type { BeginSession, ListedSessions, ReadSession } from '#model/api/sessions';
import { sessionKind } from '#model/kept-kind';
import { type SessionEntry, type SessionHead, sessionEntrySchema } from '#model/session';
import type { Database } from '#server/db/database';
import { notFound, ProblemError } from '#server/http/problem';
import { addKept, readOneKept } from './kept';
import { tellMake, tellRack, tellsOfRack } from './session-effects';
import { writeShort } from './session-shorts';

/** Entries of one session: every mark done, repeated and taken back. */
const mostEntries = 100_000;
/** Sessions told of at once, the newest. */
const mostTold = 100;

/** Keeps the plan of a session for good. The same request again does nothing. @throws ProblemError 404 when its make is gone, and as `addKept`. */
export async function beginSession(database: Database, { id, make, head }: BeginSession): Promise<void> {
  if ((await database.makes.count({ where: { id: make.id } })) === 0) throw notFound('make of this session');
  await database.sequelize.transaction(async (transaction) => {
    await addKept(database, sessionKind, { id, makeId: make.id, makeName: make.name, document: head }, transaction);
    if ((await countEntries(database, id, transaction)) === 0)
      await writeShort(database, { id, makeName: make.name, head, entries: [] }, transaction);
  });
}

async function countEntries(database: Database, sessionId: string, transaction: Transaction): Promise<number> {
  const [row] = await database.sequelize.query<{ count: string }>('SELECT count(*) AS count FROM session_entries WHERE session_id = $1', {
    bind: [sessionId],
    type: QueryTypes.SELECT,
    transaction,
  });
  return Number(row?.count ?? 0);
}

/** Digests of the photos that entries name. */
export function photosOf(entries: readonly SessionEntry[]): string[] {
  return [...new Set(entries.flatMap((entry) => ('photo' in entry && entry.photo ? [entry.photo] : [])))];
}

async function checkPhotos(database: Database, entries: readonly SessionEntry[], transaction: Transaction): Promise<void> {
  const photos = photosOf(entries);
  if (photos.length === 0 || (await database.blobs.count({ where: { sha256: photos }, transaction })) === photos.length) return;
  throw new ProblemError(422, { code: 'not-sent', message: 'The photo was not sent.', remedy: 'Nothing was lost. Bring it in again.' });
}

/**
 * Adds what happened to a session, in the order in which it is told; an entry that is there already (a request whose answer was lost, a record brought in twice) stays as
 * it is.
 * @returns how many entries there are now. @throws ProblemError 404, 413, 422
 */
export async function addEntries(database: Database, sessionId: string, entries: readonly SessionEntry[]): Promise<number> {
  const count = await keepEntries(database, sessionId, entries);
  if (entries.some(({ kind }) => kind === 'other' || kind === 'undo')) {
    const { makeId, head, entries: all } = await readSession(database, sessionId);
    await tellMake(database, { makeId, head, all, told: new Set(entries.map(({ id }) => id)) });
  }
  return count;
}

async function keepEntries(database: Database, sessionId: string, entries: readonly SessionEntry[]): Promise<number> {
  return database.sequelize.transaction(async (transaction) => {
    // One after the other: the order in which entries are kept is that of a session.
    const [locked] = await database.sequelize.query('SELECT id FROM sessions WHERE id = $1 FOR UPDATE', { bind: [sessionId], transaction });
    if (locked.length === 0) throw notFound('session of this address');
    await checkPhotos(database, entries, transaction);
    const fresh = await insertEntries(database, sessionId, entries, transaction);
    if (fresh.size > 0) {
      const { head, makeName, entries: all } = await readSession(database, sessionId, transaction);
      if (entries.some((entry) => fresh.has(entry.id) && tellsOfRack(entry)))
        await tellRack(database, { sessionId, head, all, fresh }, transaction);
      await writeShort(database, { id: sessionId, makeName, head, entries: all }, transaction);
    }
    const count = await countEntries(database, sessionId, transaction);
    if (count <= mostEntries) return count;
    throw new ProblemError(413, {
      code: 'too-many',
      message: `A session has room for ${mostEntries.toLocaleString('en')} entries.`,
      remedy: 'What was told before is kept. End this session and begin another.',
    });
  });
}

/** Adds the entries to the table, in their order; one that is there stays as it is. @returns ids of those that were not there. */
async function insertEntries(
  database: Database,
  sessionId: string,
  entries: readonly SessionEntry[],
  transaction: Transaction,
): Promise<Set<string>> {
  const added = await database.sequelize.query<{ id: string }>(
    `INSERT INTO session_entries (session_id, entry_id, document)
     SELECT $1, entry->>'id', entry FROM jsonb_array_elements($2::jsonb) WITH ORDINALITY AS e (entry, place) ORDER BY place
     ON CONFLICT (session_id, entry_id) DO NOTHING RETURNING entry_id AS id`,
    { bind: [sessionId, JSON.stringify(entries)], type: QueryTypes.SELECT, transaction },
  );
  return new Set(added.map(({ id }) => id));
}

/** A session that comes with its make from elsewhere. */
export type BroughtSession = { id: string; make: { id: string; name: string }; head: SessionHead; entries: readonly SessionEntry[] };

/**
 * Takes a session in: what it told the rack and the make was told there, and is not told here again. One that is here already gets the entries that it has not; another one
 * under its name stays as it is. @returns whether anything came.
 */
export async function bringSession(database: Database, brought: BroughtSession, transaction: Transaction): Promise<boolean> {
  const { id, make, head, entries } = brought;
  const [same] = await database.sequelize.query<{ document: unknown }>('SELECT document FROM sessions WHERE id = :id FOR UPDATE', {
    replacements: { id },
    type: QueryTypes.SELECT,
    transaction,
  });
  if (same && !dequal(same.document, JSON.parse(JSON.stringify(head)))) return false;
  if (!same) {
    await addKept(database, sessionKind, { id, makeId: make.id, makeName: make.name, document: head }, transaction);
    await database.sequelize.query('UPDATE sessions SET created_at = to_timestamp($2::float8 / 1000) WHERE id = $1', {
      bind: [id, head.startedAtMs],
      transaction,
    });
  }
  const fresh = entries.length > 0 ? await insertEntries(database, id, entries, transaction) : new Set();
  if (same && fresh.size === 0) return false;
  const all = await readSession(database, id, transaction);
  await writeShort(database, { id, makeName: make.name, head, entries: all.entries }, transaction);
  return true;
}

/** A session as it was planned and as it went. @throws ProblemError 404, 422 */
export async function readSession(database: Database, id: string, transaction?: Transaction): Promise<ReadSession> {
  const own = transaction ? { transaction } : {};
  const { makeId, makeName, document } = await readOneKept(database, sessionKind, id, transaction);
  const rows = await database.sequelize.query<{ document: unknown }>(
    'SELECT document FROM session_entries WHERE session_id = :id ORDER BY number',
    { replacements: { id }, type: QueryTypes.SELECT, ...own },
  );
  return {
    ...{ id, makeId, makeName, head: document as SessionHead },
    isMakeThere: (await database.makes.count({ where: { id: makeId }, ...own })) > 0,
    entries: rows.map((row) => sessionEntrySchema.parse(row.document)),
  };
}

/** Sessions in short, the newest first. @param makeId default: of all makes. */
export async function listSessions(database: Database, makeId?: string): Promise<ListedSessions> {
  const rows = await database.sequelize.query<ListedSessions['sessions'][number]>(
    `SELECT s.id, s.make_id AS "makeId", s.make_name AS "makeName", (s.document->>'startedAtMs')::float8 AS "startedAtMs",
       (o.short->>'marks')::integer AS marks, (o.short->>'laid')::integer + (o.short->>'leftOut')::integer AS laid,
       (SELECT count(*)::integer FROM session_entries e WHERE e.session_id = s.id) AS entries, (o.short->>'isEnded')::boolean AS "isEnded"
     FROM sessions s JOIN session_shorts o ON o.session_id = s.id
     WHERE s.schema = ${sessionKind.schema} ${makeId === undefined ? '' : 'AND s.make_id = :makeId'}
     ORDER BY s.created_at DESC, s.id LIMIT ${mostTold}`,
    { replacements: { makeId: makeId ?? '' }, type: QueryTypes.SELECT },
  );
  return { sessions: rows };
}

/** Documents of entries that name photos: for the sweep and for looking whether all is whole. */
export async function entriesWithPhotos(database: Database, transaction?: Transaction): Promise<{ photo: string }[]> {
  return database.sequelize.query<{ photo: string }>("SELECT document->>'photo' AS photo FROM session_entries WHERE document ? 'photo'", {
    type: QueryTypes.SELECT,
    ...(transaction ? { transaction } : {}),
  });
}

/** Whether every entry can be read. @throws Error in words a maker reads. */
export async function checkEntries(database: Database, kept: ReadonlySet<string>): Promise<void> {
  const rows = await database.sequelize.query<{ document: unknown }>('SELECT document FROM session_entries', { type: QueryTypes.SELECT });
  if (rows.some(({ document }) => !sessionEntrySchema.safeParse(document).success))
    throw new Error('What happened in some sessions in the file cannot be read.');
  if ((await entriesWithPhotos(database)).some(({ photo }) => !kept.has(photo)))
    throw new Error('Photos of sessions are missing from the file.');
}
