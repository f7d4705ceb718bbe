import { literal } from 'sequelize';
import type { KeptMake, ListedMake } from '#model/api/makes';
import { makeSummarySchema } from '#model/make-summary';
import { newMake } from '#core/make/new-make';
import { summaryOf } from '#core/make/summary';
import type { Database } from '#server/db/database';
import { notFound } from '#server/http/problem';
import { readInstallation } from './installation';
import { readStored, type StoredMake } from './make-rows';
import { readSteps } from './steps';

/** How many of the newest batch ids a client is told: far more than may be on their way. */
const toldBatches = 500;

/** Creates an empty make. The same id twice is the same make: a request sent again after a lost answer does no harm. */
export async function createMake(database: Database, request: { id: string; name: string }): Promise<void> {
  const make = newMake(request);
  const { pictures: _, ...head } = make;
  await database.makes.bulkCreate([{ id: request.id, revision: 0, head, summary: summaryOf(make) }], { ignoreDuplicates: true });
}

/**
 * Makes in short, the last touched first.
 * @param options.find what their name, an element, or a code in a ladder holds; `from` and `most`: which part of the list. Default: the first 50.
 */
export async function listMakes(
  database: Database,
  options: { find?: string | undefined; from?: number; most?: number } = {},
): Promise<{ makes: ListedMake[]; total: number }> {
  const { find = '', from = 0, most = 50 } = options;
  // Signs that mean something in a pattern are meant as they are.
  const pattern = `%${find.trim().replace(/[\\%_]/g, '\\$&')}%`;
  const where =
    find.trim() === ''
      ? {}
      : literal(
          `(summary->>'name' ILIKE ${database.sequelize.escape(pattern)}
            OR jsonb_path_query_array(summary, '$.ladders[*].element')::text ILIKE ${database.sequelize.escape(pattern)}
            OR jsonb_path_query_array(summary, '$.ladders[*].rungs[*].code')::text ILIKE ${database.sequelize.escape(pattern)})`,
        );
  const { rows, count } = await database.makes.findAndCountAll({
    where: where as Record<string, never>,
    attributes: ['revision', 'updatedAt', 'summary'],
    order: [
      ['updatedAt', 'DESC'],
      ['id', 'ASC'],
    ],
    offset: from,
    limit: most,
  });
  const makes = rows.map(({ revision, updatedAt, summary }) => ({
    revision,
    updatedAt: updatedAt.toISOString(),
    summary: makeSummarySchema.parse(summary),
  }));
  return { makes, total: count };
}

/** A make as clients are told of it. */
export async function keptOf(database: Database, { row, make }: StoredMake): Promise<KeptMake> {
  const batches = await database.makeBatches.findAll({
    where: { makeId: row.id },
    attributes: ['batchId'],
    order: [['revision', 'DESC']],
    limit: toldBatches,
  });
  return {
    revision: row.revision,
    updatedAt: row.updatedAt.toISOString(),
    document: make,
    appliedBatchIds: batches.map(({ batchId }) => batchId),
    steps: await readSteps(database, row.id),
    epoch: (await readInstallation(database)).epoch,
  };
}

/** @throws ProblemError 404 when there is none. */
export async function readMake(database: Database, id: string): Promise<KeptMake> {
  return keptOf(database, await readStored(database, id));
}

/**
 * Copies a make with its pictures, elements and ladders; its steps stay with the first. The same id twice is the same copy.
 * @throws ProblemError 404 when there is none to copy.
 */
export async function copyMake(database: Database, id: string, copy: { id: string; name: string }): Promise<void> {
  await database.sequelize.transaction(async (transaction) => {
    const { make } = await readStored(database, id, transaction);
    const { pictures, ...head } = { ...make, ...copy };
    const row = { id: copy.id, revision: 0, head, summary: summaryOf({ ...make, ...copy }) };
    await database.makes.bulkCreate([row], { ignoreDuplicates: true, transaction });
    const rows = pictures.map((document, place) => ({ makeId: copy.id, pictureId: document.id, place, document }));
    await database.makePictures.bulkCreate(rows, { ignoreDuplicates: true, transaction });
  });
}

export async function deleteMake(database: Database, id: string): Promise<void> {
  const deleted = await database.makes.destroy({ where: { id } });
  if (deleted === 0) throw notFound('make of this address');
}
