import type { ApplyBatchAnswer, KeptMake } from '#model/api/makes';
import { makeSchema } from '#model/make';
import type { Batch } from '#model/operation';
import { applyOperations, OperationError } from '#core/make/apply';
import { newMake } from '#core/make/new-make';
import type { Database } from '#server/db/database';
import type { MakeRow } from '#server/db/models';
import { notFound, ProblemError } from '#server/http/problem';

/** How many of the newest batch ids a client is told: far more than may wait in a browser. */
const toldBatches = 500;

type MakeSummary = Omit<KeptMake, 'appliedBatchIds'>;

function summaryOf(row: MakeRow): MakeSummary {
  return { revision: row.revision, updatedAt: row.updatedAt.toISOString(), document: row.document };
}

/** Creates an empty make. The same id twice is the same make: a request sent again after a lost answer does no harm. */
export async function createMake(database: Database, request: { id: string; name: string }): Promise<void> {
  await database.makes.bulkCreate([{ id: request.id, revision: 0, document: newMake(request) }], { ignoreDuplicates: true });
}

export async function listMakes(database: Database): Promise<MakeSummary[]> {
  const rows = await database.makes.findAll({ order: [['updatedAt', 'DESC']] });
  return rows.map(summaryOf);
}

/** @throws ProblemError 404 when there is none. */
export async function readMake(database: Database, id: string): Promise<KeptMake> {
  const row = await database.makes.findByPk(id);
  if (!row) throw notFound('make of this address');
  const batches = await database.makeBatches.findAll({
    where: { makeId: id },
    attributes: ['batchId'],
    order: [['revision', 'DESC']],
    limit: toldBatches,
  });
  return { ...summaryOf(row), appliedBatchIds: batches.map(({ batchId }) => batchId) };
}

export async function deleteMake(database: Database, id: string): Promise<void> {
  const deleted = await database.makes.destroy({ where: { id } });
  if (deleted === 0) throw notFound('make of this address');
}

/**
 * Applies a batch once, in one transaction. The same batch again gets the first answer.
 * @throws ProblemError 409 `conflict`, with the kept make, when it starts from another revision; 422 when it does not fit.
 */
export async function applyBatch(database: Database, makeId: string, batch: Batch): Promise<ApplyBatchAnswer> {
  return database.sequelize.transaction(async (transaction) => {
    const row = await database.makes.findByPk(makeId, { transaction, lock: transaction.LOCK.UPDATE });
    if (!row) throw notFound('make of this address');
    const earlier = await database.makeBatches.findOne({ where: { makeId, batchId: batch.batchId }, transaction });
    if (earlier) return { revision: earlier.revision, alreadyApplied: true };
    if (batch.baseRevision !== row.revision) {
      throw new ProblemError(
        409,
        {
          code: 'conflict',
          message: 'This make was changed in another window in the meantime.',
          remedy: 'Look at both and choose which to keep; nothing is overwritten before you do.',
        },
        { kept: { ...summaryOf(row), appliedBatchIds: [] } },
      );
    }
    const revision = row.revision + 1;
    const document = applied(row, batch);
    await row.update({ document, revision }, { transaction });
    await database.makeBatches.create({ makeId, batchId: batch.batchId, revision, operations: batch.operations }, { transaction });
    return { revision, alreadyApplied: false };
  });
}

function applied(row: MakeRow, batch: Batch) {
  try {
    return makeSchema.parse(applyOperations(row.document, batch.operations));
  } catch (error) {
    if (!(error instanceof OperationError)) throw error;
    throw new ProblemError(422, {
      code: 'does-not-fit',
      message: error.message,
      remedy: 'Nothing was changed. Load the make again and repeat the last step.',
    });
  }
}
