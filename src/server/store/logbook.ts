import { QueryTypes } from 'sequelize';
import type { AskLogbook, FoundSessions, LogbookFigures, LoggedSession } from '#model/api/logbook';
import { mostSessionsAtOnce } from '#model/api/logbook';
import { sessionShortSchema } from '#model/session-short';
import { deltaE00 } from '#core/colour/difference';
import { closeE00 } from '#core/groups/instead';
import { type ShownMarker, shownMarkers } from '#core/markers/assumed-colour';
import { figuresOf } from '#core/session/figures';
import type { Database } from '#server/db/database';
import { readInstallation } from './installation';
import { belongingsRevision, readRack } from './rack';
import { queryOfWords } from './recipe-finds';

type Coloured = Pick<ShownMarker, 'id' | 'family' | 'lab'>;
/** The markers with their colours as they were told last, by the history and revision of the rack: a search reads none of them again. */
const told: { of: string; markers: readonly Coloured[] } = { of: '', markers: [] };

async function markersNow(database: Database): Promise<readonly Coloured[]> {
  const of = `${(await readInstallation(database)).epoch} ${await belongingsRevision(database)}`;
  if (told.of !== of) Object.assign(told, { of, markers: shownMarkers(await readRack(database)) });
  return told.markers;
}

/** Ids of the markers of a family, or near a colour as it is known today; null: all. */
async function markersMeant(database: Database, { family, near }: AskLogbook): Promise<string[] | null> {
  if (family === undefined && near === undefined) return null;
  const markers = await markersNow(database);
  return markers
    .filter((marker) => family === undefined || marker.family?.toLowerCase() === family.toLowerCase())
    .filter(({ lab }) => near === undefined || (lab !== undefined && deltaE00(near, lab) <= closeE00))
    .map(({ id }) => id);
}

/** What is asked for as a condition on session_shorts (f) and sessions (s). */
async function condition(database: Database, asked: AskLogbook): Promise<{ where: string; bind: unknown[] }> {
  const bind: unknown[] = [];
  const given = (value: unknown): string => `$${bind.push(value)}`;
  const where: string[] = ['TRUE'];
  if (asked.terms && asked.terms.length > 0)
    where.push(`f.terms @> ${given(asked.terms.map(({ kind, term }) => `${kind}:${term.toLowerCase()}`))}::text[]`);
  const query = queryOfWords(asked.words ?? '');
  if (query !== null) where.push(`f.words @@ to_tsquery('simple', ${given(query)})`);
  const markers = await markersMeant(database, asked);
  if (markers) where.push(`f.marker_ids && ${given(markers)}::text[]`);
  if (asked.makeId !== undefined) where.push(`s.make_id = ${given(asked.makeId)}`);
  if (asked.fromDay !== undefined) where.push(`f.started_at >= ${given(asked.fromDay)}::date`);
  if (asked.toDay !== undefined) where.push(`f.started_at < ${given(asked.toDay)}::date + 1`);
  return { where: where.join(' AND '), bind };
}

type Row = Omit<LoggedSession, 'short'> & { short: unknown; total: string };

/** Sessions of which all that is asked for holds, the newest first. */
export async function findSessions(database: Database, asked: AskLogbook): Promise<FoundSessions> {
  const { where, bind } = await condition(database, asked);
  const [most, from] = [`$${bind.push(asked.most ?? mostSessionsAtOnce)}`, `$${bind.push(asked.from ?? 0)}`];
  const rows = await database.sequelize.query<Row>(
    `WITH found AS MATERIALIZED (SELECT f.session_id, f.started_at, s.make_id, s.make_name FROM session_shorts f JOIN sessions s ON s.id = f.session_id WHERE ${where}),
       page AS (SELECT * FROM found ORDER BY started_at DESC, session_id LIMIT ${most} OFFSET ${from})
     SELECT p.session_id AS id, p.make_id AS "makeId", p.make_name AS "makeName", f.short, (SELECT count(*) FROM found) AS total,
       EXISTS (SELECT 1 FROM makes m WHERE m.id = p.make_id) AS "isMakeThere"
     FROM page p JOIN session_shorts f USING (session_id) ORDER BY p.started_at DESC, p.session_id`,
    { bind, type: QueryTypes.SELECT },
  );
  const sessions = rows.map(({ total: _, short, ...row }) => ({ ...row, short: sessionShortSchema.parse(short) }));
  // Past the last page the total is asked for by itself.
  return { sessions, total: Number(rows[0]?.total ?? 0) };
}

/** All sessions that are found, in short: for figures and files. */
export async function allFound(database: Database, asked: AskLogbook): Promise<LoggedSession[]> {
  const { where, bind } = await condition(database, asked);
  const rows = await database.sequelize.query<Omit<Row, 'total'>>(
    `SELECT f.session_id AS id, s.make_id AS "makeId", s.make_name AS "makeName", f.short, EXISTS (SELECT 1 FROM makes m WHERE m.id = s.make_id) AS "isMakeThere"
     FROM session_shorts f JOIN sessions s ON s.id = f.session_id WHERE ${where} ORDER BY f.started_at DESC, f.session_id`,
    { bind, type: QueryTypes.SELECT },
  );
  return rows.map(({ short, ...row }) => ({ ...row, short: sessionShortSchema.parse(short) }));
}

/** What the sessions that are found come to. */
export async function logbookFigures(database: Database, asked: AskLogbook): Promise<LogbookFigures> {
  const [found, rack] = await Promise.all([allFound(database, asked), readRack(database)]);
  return figuresOf(
    found,
    shownMarkers(rack).filter(({ owned }) => owned),
  );
}
