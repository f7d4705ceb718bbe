import { QueryTypes } from 'sequelize';
import type { InkAnswer } from '#model/api/sessions';
import { sessionShortSchema } from '#model/session-short';
import { inkUsed, learnFill } from '#core/session/ink';
import type { Database } from '#server/db/database';
import { readRack } from './rack';

/** What every marker has covered since it was filled last, and how much a full one covers. */
export async function readInk(database: Database): Promise<InkAnswer> {
  const [rows, { markers }] = await Promise.all([
    database.sequelize.query<{ markers: unknown }>("SELECT short->'markers' AS markers FROM session_shorts", { type: QueryTypes.SELECT }),
    readRack(database),
  ]);
  const laid = rows.flatMap((row) => sessionShortSchema.shape.markers.parse(row.markers));
  const used = inkUsed(laid, markers);
  return { fill: learnFill(laid, markers), markers: [...used].map(([markerId, own]) => ({ markerId, ...own })) };
}
