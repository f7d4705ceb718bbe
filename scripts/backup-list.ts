/** Prints what a backup of the data holds, for people who read it without us. Started by scripts/data.sh. */
import { QueryTypes } from 'sequelize';
import { backupList } from '#core/bundle/backup-list';
import { dayOf } from '#core/make/day-of';
import { openDatabase } from '../src/server/db/database';

const database = openDatabase(process.env.AQUACHROME_DATABASE_URL ?? '');
const select = <T extends object>(sql: string): Promise<T[]> => database.sequelize.query<T>(sql, { type: QueryTypes.SELECT });
try {
  const makes = await select<{ name: string | null; id: string; at: Date; pictures: (string | null)[] }>(
    `SELECT m.head->>'name' AS name, m.id, m.updated_at AS at,
       ARRAY(SELECT p.document->>'name' FROM make_pictures p WHERE p.make_id = m.id ORDER BY p.place) AS pictures
     FROM makes m ORDER BY lower(m.head->>'name'), m.id`,
  );
  const recipes = await select<{ name: string; number: number; at: Date }>(
    `SELECT make_name AS name, coalesce((document->>'number')::integer, 0) AS number, created_at AS at FROM kept_recipes ORDER BY make_name, created_at`,
  );
  const lines = await select<{ name: string; known: string; owned: string }>(
    `SELECT l.name, count(m.id) AS known, count(m.id) FILTER (WHERE m.owned) AS owned FROM marker_lines l LEFT JOIN markers m ON m.line_id = l.id GROUP BY l.id, l.name ORDER BY l.name`,
  );
  const supplies = await select<{ kind: string; name: string }>(
    `SELECT document->>'kind' AS kind, document->>'name' AS name FROM supplies ORDER BY 1, 2`,
  );
  process.stdout.write(
    backupList({
      writtenOn: dayOf(new Date()),
      makes: makes.map(({ name, id, at, pictures }) => ({
        name: name ?? id,
        pictures: pictures.map((one) => one ?? 'a picture'),
        touchedOn: dayOf(at),
      })),
      recipes: recipes.map(({ name, number, at }) => ({ name, number, keptOn: dayOf(at) })),
      lines: lines.map(({ name, known, owned }) => ({ name, known: Number(known), owned: Number(owned) })),
      supplies,
    }),
  );
} finally {
  await database.sequelize.close();
}
