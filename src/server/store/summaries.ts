import { type MakeSummary, makeSummarySchema } from '#model/make-summary';
import { summaryOf } from '#core/make/summary';
import type { Database } from '#server/db/database';
import { problemOf } from '#server/http/problem';
import { readStored } from './make-rows';

/** The summary of a make; one that cannot be read is made anew, since all it says stands in the make. @throws when that cannot be read either. */
export async function readSummary(database: Database, id: string, summary: unknown): Promise<MakeSummary> {
  const read = makeSummarySchema.safeParse(summary);
  return read.success ? read.data : summaryOf((await readStored(database, id)).make);
}

/**
 * Makes summaries anew that are not of today's shape, so that lists are searched by them: after an upgrade. A make that cannot be read keeps the one
 * it has.
 */
export async function renewSummaries(database: Database): Promise<void> {
  const rows = await database.makes.findAll({ attributes: ['id', 'summary'] });
  for (const { id, summary } of rows) {
    if (makeSummarySchema.safeParse(summary).success) continue;
    try {
      const { row, make } = await readStored(database, id);
      row.summary = summaryOf(make);
      row.changed('summary', true);
      await row.save({ silent: true });
    } catch (error) {
      console.error(`The make ${id} cannot be told of in short: ${problemOf(error, { quietly: true }).message}`);
    }
  }
}
