import { QueryTypes } from 'sequelize';
import { learnPace, mostPaceSessions, type Pace, paceOfSessions, type PaceTable } from '#core/session/pace';
import type { Database } from '#server/db/database';
import { readSession } from './sessions';

/** The maker's own pace, learnt from the newest sessions in which something was done. */
export async function readPace(database: Database): Promise<PaceTable> {
  const rows = await database.sequelize.query<{ id: string }>(
    `SELECT s.id FROM sessions s WHERE EXISTS (SELECT 1 FROM session_entries e WHERE e.session_id = s.id)
     ORDER BY s.created_at DESC, s.id LIMIT ${mostPaceSessions}`,
    { type: QueryTypes.SELECT },
  );
  return learnPace(await Promise.all(rows.map(({ id }) => readSession(database, id))));
}

/** What the newest sessions say of the hand's pace as a whole; undefined: none says anything. */
export async function readLearnt(database: Database): Promise<Pace | undefined> {
  const rows = await database.sequelize.query<{ pace: number }>(
    `SELECT (short->>'paceCm2')::float8 AS pace FROM session_shorts WHERE short->>'paceCm2' IS NOT NULL ORDER BY started_at DESC LIMIT ${mostPaceSessions}`,
    { type: QueryTypes.SELECT },
  );
  const learnt = paceOfSessions(rows.map(({ pace }) => pace));
  return learnt.sessions > 0 ? learnt : undefined;
}
