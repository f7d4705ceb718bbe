import type { Transaction } from 'sequelize';
import * as z from 'zod/mini';
import type { ApplyBatchAnswer, KeptMake } from '#model/api/makes';
import { idSchema } from '#model/id';
import { batchSchema, mostOperations, type Operation, operationsSchema, stepTurnSchema } from '#model/operation';
import { makeSchemaVersion } from '#model/make';
import { applyOperations } from '#core/make/apply';
import { blobsNamed } from '#core/make/blobs-named';
import { invertOperations } from '#core/make/invert';
import { OperationError } from '#core/make/operation-error';
import { decodeRegionTable, indexTable, tablesGiven, tablesNamed } from '#core/make/region-tables';
import { upgrade } from '#core/upgrade/upgrade';
import type { Database } from '#server/db/database';
import { ProblemError } from '#server/http/problem';
import { keepBlob } from './blobs';
import { isOfHistory, otherHistory, readInstallation } from './installation';
import { readStored, type StoredMake, writeChanged } from './make-rows';
import { keptOf } from './makes';
import { readTables, tablesOfMake } from './region-tables';
import { noteStep } from './steps';
import { holdOffSweep } from './sweep-lock';

/** A batch of any schema: its operations are read by the schema it states. */
export const sentBatchSchema = z.object({
  schema: z.optional(z.int()),
  batchId: idSchema,
  baseRevision: batchSchema.shape.baseRevision,
  operations: z.array(z.unknown()).check(z.minLength(1), z.maxLength(mostOperations)),
  step: z.optional(stepTurnSchema),
  epoch: batchSchema.shape.epoch,
});
export type SentBatch = z.infer<typeof sentBatchSchema>;

function doesNotFit(message: string): ProblemError {
  return new ProblemError(422, {
    code: 'does-not-fit',
    message,
    remedy: 'Nothing was changed. What comes after it is kept; look at the make and repeat this step if you still want it.',
  });
}

/** Operations of today's schema, with the region tables they need. */
async function readOperations(database: Database, { make }: StoredMake, batch: SentBatch, transaction: Transaction) {
  const own = make.pictures.flatMap(({ regionMap }) => (regionMap ? [regionMap.table] : []));
  // Older edits know regions by former names, which stand in the tables.
  const tables = await readTables(database, batch.schema === undefined ? own : [], transaction);
  const { value: operations, blobs } = upgrade({
    what: 'operations',
    schema: batch.schema,
    value: batch.operations,
    onto: { make, tables },
  });
  for (const { sha256, bytes } of blobs) {
    await keepBlob(database, 'application/octet-stream', bytes, transaction);
    tables.set(sha256, indexTable(decodeRegionTable(bytes)));
  }
  const missing = tablesNamed(make, operations).filter((digest) => !tables.has(digest));
  for (const [digest, table] of await readTables(database, missing, transaction)) tables.set(digest, table);
  return { operations, tables };
}

async function checkBlobs(database: Database, operations: readonly Operation[], transaction: Transaction): Promise<void> {
  const named = blobsNamed(operations);
  if (named.length === 0) return;
  const kept = await database.blobs.count({ where: { sha256: named }, transaction });
  if (kept < named.length) throw doesNotFit('This edit names a picture or areas that were not sent.');
}

/**
 * Applies a batch once, in one transaction. The same batch again gets the first answer. Batches of older schemas are upgraded first.
 * @throws ProblemError 409 `conflict`, with the kept make, when it starts from another revision; 422 when it does not fit.
 */
export async function applyBatch(database: Database, makeId: string, batch: SentBatch): Promise<ApplyBatchAnswer> {
  // Read before anything is held: a large table takes its time, and nobody else waits for it.
  const given = batch.schema === makeSchemaVersion ? tablesGiven(operationsSchema.parse(batch.operations)) : [];
  await readTables(database, [...given, ...(await tablesOfMake(database, makeId))]);
  return database.sequelize.transaction(async (transaction) => {
    await holdOffSweep(database.sequelize, transaction);
    const stored = await readStored(database, makeId, transaction);
    const { row, make } = stored;
    const earlier = await database.makeBatches.findOne({
      where: { makeId, batchId: batch.batchId },
      attributes: ['revision'],
      transaction,
    });
    // Inside a transaction only its own connection is used: with all others taken by its like it would wait for ever.
    const installation = await readInstallation(database, transaction);
    if (!isOfHistory(installation, batch.epoch)) throw otherHistory({ kept: await keptOf(database, stored, transaction) });
    if (earlier) return { revision: earlier.revision, alreadyApplied: true };
    if (batch.baseRevision !== row.revision) {
      throw new ProblemError(
        409,
        {
          code: 'conflict',
          message: 'This make was changed in another window in the meantime.',
          remedy: 'Look at both and choose which to keep; nothing is overwritten before you do.',
        },
        { kept: (await keptOf(database, stored, transaction)) satisfies KeptMake },
      );
    }
    try {
      const { operations, tables } = await readOperations(database, stored, batch, transaction);
      await checkBlobs(database, operations, transaction);
      const absent = tablesNamed(make, operations).filter((digest) => !tables.has(digest));
      if (absent.length > 0) throw doesNotFit('This edit names areas that were not sent.');
      const after = applyOperations(make, operations, tables);
      const revision = row.revision + 1;
      row.revision = revision;
      await writeChanged(database, stored, after, transaction);
      await row.save({ transaction });
      await database.makeBatches.create({ makeId, batchId: batch.batchId, revision, operations }, { transaction });
      if (batch.step) {
        const inverse = invertOperations(make, operations, tables);
        await noteStep(database, makeId, batch.step, operations, inverse, transaction);
      }
      return { revision, alreadyApplied: false };
    } catch (error) {
      if (error instanceof OperationError) throw doesNotFit(error.message);
      throw error;
    }
  });
}
