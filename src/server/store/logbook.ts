import { QueryTypes } from 'sequelize';
import type { AskLogbook, FoundSessions, LogbookFigures, LoggedSession } from '#model/api/logbook';
import { mostSessionsAtOnce } from '#model/api/logbook';
import type { Lab } from '#model/marker';
import { sessionShortSchema } from '#model/session-short';
import { isWithinE00 } from '#core/colour/difference';
import { closeE00 } from '#core/groups/instead';
import { type ShownMarker, shownMarkers } from '#core/markers/assumed-colour';
import { failedPairsOf, mostFigures } from '#core/session/figures';
import type { Database } from '#server/db/database';
import { readInstallation } from './installation';
import { belongingsRevision, readRack } from './rack';
import { queryOfWords } from './recipe-finds';

type Coloured = Pick<ShownMarker, 'id' | 'code' | 'owned' | 'family' | 'lab'>;
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
    .filter(({ lab }) => near === undefined || (lab !== undefined && isWithinE00(near, lab, closeE00)))
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
  if (markers) where.push(`f.session_id IN (SELECT session_id FROM session_inks WHERE marker_id = ANY(${given(markers)}::text[]))`);
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

/**
 * What the sessions that are found come to: as `figuresOf` tells (core/session/figures.ts), summed where the rows lie, so that thousands of them take no longer than a
 * page.
 */
export async function logbookFigures(database: Database, asked: AskLogbook): Promise<LogbookFigures> {
  const { where, bind } = await condition(database, asked);
  const found = `WITH found AS MATERIALIZED (
    SELECT f.session_id, f.started_at, f.short FROM session_shorts f JOIN sessions s ON s.id = f.session_id WHERE ${where}
  )`;
  const rows = <T extends object>(sql: string): Promise<T[]> =>
    database.sequelize.query<T>(`${found} ${sql}`, { bind, type: QueryTypes.SELECT });
  const [sums, used, ladders, pairs, pace, markers] = await Promise.all([
    rows<{ sessions: number; marks: number; workedS: number }>(
      `SELECT count(*)::integer AS sessions, coalesce(sum((short->>'laid')::integer), 0)::integer AS marks,
         coalesce(sum((short->>'workedS')::float8), 0) AS "workedS" FROM found`,
    ),
    rows<Omit<LogbookFigures['used'][number], 'lab'> & { lab: Lab | null }>(
      `SELECT i.marker_id AS "markerId", min(i.code) AS code, (array_agg(i.lab))[1] AS lab, sum(i.area_mm2) / 100 AS "areaCm2",
         sum(i.coats)::integer AS coats, count(DISTINCT i.session_id)::integer AS sessions
       FROM found JOIN session_inks i USING (session_id) GROUP BY i.marker_id ORDER BY 4 DESC, 2`,
    ),
    rows<LogbookFigures['ladders'][number]>(
      `SELECT l.codes, count(*)::integer AS sessions FROM found, jsonb_array_elements(short->'ladders') AS l (codes)
       GROUP BY l.codes HAVING count(*) > 1 ORDER BY 2 DESC, l.codes::text LIMIT ${mostFigures.ladders}`,
    ),
    rows<{ codes: [string, string] }>(`SELECT p.codes FROM found, jsonb_array_elements(short->'failedPairs') AS p (codes)`),
    rows<LogbookFigures['pace'][number]>(
      `SELECT (short->>'startedAtMs')::float8 AS "atMs", (short->>'paceCm2')::float8 AS "cm2PerMinute", session_id AS "sessionId"
       FROM found WHERE short->>'paceCm2' IS NOT NULL ORDER BY started_at DESC LIMIT ${mostFigures.pace}`,
    ),
    markersNow(database),
  ]);
  const isUsed = new Set(used.map(({ markerId }) => markerId));
  const withLab = <T extends { lab?: Lab | null | undefined }>({ lab, ...row }: T) => ({ ...row, ...(lab ? { lab } : {}) });
  return {
    ...(sums[0] ?? { sessions: 0, marks: 0, workedS: 0 }),
    areaCm2: used.reduce((sum, { areaCm2 }) => sum + areaCm2, 0),
    used: used.slice(0, mostFigures.used).map(withLab),
    idle: markers
      .filter(({ id, owned }) => owned && !isUsed.has(id))
      .slice(0, mostFigures.idle)
      .map(({ id, code, lab }) => withLab({ markerId: id, code, lab })),
    ladders,
    failedPairs: failedPairsOf(pairs.map(({ codes }) => codes)),
    pace: pace.reverse(),
  };
}
