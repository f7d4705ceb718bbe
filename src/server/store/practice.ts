import { QueryTypes } from 'sequelize';
import type { AddTry, PracticeAnswer } from '#model/api/practice';
import { mostTries, type PracticeRow, practiceRowSchema } from '#model/practice';
import type { Database } from '#server/db/database';
import { ProblemError } from '#server/http/problem';
import { putRows, readRows } from './belonging-rows';

/** How all drills went; a row that cannot be read is told of, and hides no other. */
export async function readPractice(database: Database): Promise<PracticeAnswer> {
  const unreadable: string[] = [];
  return { drills: await readRows(database, 'practice', practiceRowSchema, unreadable), unreadable };
}

/** Adds a time to a drill, after those that are there now; what is there already stays as it is. @throws ProblemError 422 where its row cannot be read. */
export async function addTry(database: Database, { drill, done }: AddTry): Promise<void> {
  await database.sequelize.transaction(async (transaction) => {
    // Two windows may end a drill at once: one after the other.
    await database.sequelize.query('LOCK TABLE practice IN SHARE ROW EXCLUSIVE MODE', { transaction });
    const [row] = await database.sequelize.query<{ document: unknown }>('SELECT document FROM practice WHERE id = :drill', {
      replacements: { drill },
      type: QueryTypes.SELECT,
      transaction,
    });
    const kept = row ? practiceRowSchema.safeParse(row.document) : null;
    if (kept && !kept.success)
      throw new ProblemError(422, {
        code: 'unreadable-practice',
        message: 'How this drill went before cannot be read.',
        remedy: 'It is kept as it is, and nothing was added to it.',
      });
    const tries = kept?.data.tries ?? [];
    if (tries.some(({ id }) => id === done.id)) return;
    const next: PracticeRow = { id: drill, tries: [...tries, done].slice(-mostTries) };
    await putRows(database, 'practice', [next], transaction);
  });
}
