import { QueryTypes, type Transaction } from 'sequelize';
import type { Database } from '#server/db/database';
import { ProblemError } from '#server/http/problem';

export type Installation = { epoch: string; acceptsUnnamed: boolean };

const known = new WeakMap<Database, Installation>();

/** Which history the data are. A restore stops the server first, so that it is read once. */
export async function readInstallation(database: Database, transaction?: Transaction): Promise<Installation> {
  const before = known.get(database);
  if (before) return before;
  const [row] = await database.sequelize.query<{ epoch: string; accepts_unnamed: boolean }>(
    'SELECT epoch, accepts_unnamed FROM installation',
    { type: QueryTypes.SELECT, ...(transaction ? { transaction } : {}) },
  );
  if (!row) throw new Error('The database has no installation: it was not set up by ./run demo.');
  const installation = { epoch: row.epoch, acceptsUnnamed: row.accepts_unnamed };
  known.set(database, installation);
  return installation;
}

/** Begins another history: after a restore or a reset, before anybody is let in. */
export async function beginHistory(database: Database): Promise<void> {
  await database.sequelize.query('UPDATE installation SET epoch = gen_random_uuid()::text, accepts_unnamed = false');
  known.delete(database);
}

/** Whether an edit that names a history, or none, was made for these data. */
export function isOfHistory({ epoch, acceptsUnnamed }: Installation, named: string | undefined): boolean {
  return named === undefined ? acceptsUnnamed : named === epoch;
}

/** @param details what a client needs to go on: the kept make. */
export function otherHistory(details: Record<string, unknown> = {}): ProblemError {
  return new ProblemError(
    409,
    {
      code: 'other-history',
      message: 'The data were restored or reset while this page was open.',
      remedy: 'Nothing was changed. Load the page again to go on with the data of now.',
    },
    details,
  );
}
