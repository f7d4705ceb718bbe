import { QueryTypes } from 'sequelize';
import type { InkAnswer } from '#model/api/sessions';
import { filledOn, type Laid, learnFill } from '#core/session/ink';
import type { Database } from '#server/db/database';
import { readRack } from './rack';

/**
 * What every marker has covered since it was filled last, and how much a full one covers: as `inkUsed` and `learnFill` tell (core/session/ink.ts), summed where the rows
 * lie.
 */
export async function readInk(database: Database): Promise<InkAnswer> {
  const { markers } = await readRack(database);
  const filled = markers.flatMap((marker) => {
    const since = filledOn(marker);
    return since === null ? [] : [{ id: marker.id, since }];
  });
  const used = await database.sequelize.query<InkAnswer['markers'][number]>(
    `SELECT i.marker_id AS "markerId", sum(i.area_mm2) / 100 AS "areaCm2", sum(i.coats)::integer AS coats, f.since
     FROM session_inks i LEFT JOIN unnest($1::text[], $2::text[]) AS f (marker_id, since) ON f.marker_id = i.marker_id
     WHERE f.since IS NULL OR i.day >= f.since GROUP BY i.marker_id, f.since ORDER BY i.marker_id`,
    { bind: [filled.map(({ id }) => id), filled.map(({ since }) => since)], type: QueryTypes.SELECT },
  );
  const dried = markers.filter(({ events = [] }) => events.some(({ kind }) => kind === 'ran dry'));
  const laid = await database.sequelize.query<Laid>(
    `SELECT marker_id AS "markerId", code, day, area_mm2 AS "areaMm2", coats FROM session_inks WHERE marker_id = ANY ($1::text[])`,
    { bind: [dried.map(({ id }) => id)], type: QueryTypes.SELECT },
  );
  return { fill: learnFill(laid, dried), markers: used };
}
