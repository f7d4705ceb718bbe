import { createHash } from 'node:crypto';
import { literal, type Transaction, UniqueConstraintError } from 'sequelize';
import type { KeptMake, ListedMake, ListMakesAnswer } from '#model/api/makes';
import { type KeptKind, keptKinds } from '#model/kept-kind';
import { counted } from '#core/make/counted';
import { newMake } from '#core/make/new-make';
import { summaryOf } from '#core/make/summary';
import type { Database } from '#server/db/database';
import { notFound, ProblemError, problemOf } from '#server/http/problem';
import { readInstallation } from './installation';
import { countKept, partWithMake } from './kept';
import { readStored, type StoredMake } from './make-rows';
import { readSteps } from './steps';
import { readSummary } from './summaries';

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
): Promise<ListMakesAnswer> {
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
    attributes: ['id', 'revision', 'updatedAt', 'summary'],
    order: [
      ['updatedAt', 'DESC'],
      ['id', 'ASC'],
    ],
    offset: from,
    limit: most,
  });
  const makes: ListedMake[] = [];
  const unreadable: ListMakesAnswer['unreadable'] = [];
  for (const { id, revision, updatedAt, summary } of rows) {
    try {
      makes.push({ revision, updatedAt: updatedAt.toISOString(), summary: await readSummary(database, id, summary) });
    } catch (error) {
      // One make that cannot be read hides no other.
      const name = (summary as { name?: unknown } | null)?.name;
      unreadable.push({
        id,
        name: typeof name === 'string' ? name.slice(0, 80) : '',
        message: problemOf(error, { quietly: true }).message,
      });
    }
  }
  return { makes, total: count, unreadable };
}

/** A make as clients are told of it. */
export async function keptOf(database: Database, { row, make }: StoredMake, transaction?: Transaction): Promise<KeptMake> {
  const batches = await database.makeBatches.findAll({
    where: { makeId: row.id },
    attributes: ['batchId'],
    order: [['revision', 'DESC']],
    limit: toldBatches,
    ...(transaction ? { transaction } : {}),
  });
  return {
    revision: row.revision,
    updatedAt: row.updatedAt.toISOString(),
    document: make,
    appliedBatchIds: batches.map(({ batchId }) => batchId),
    steps: await readSteps(database, row.id, transaction),
    epoch: (await readInstallation(database, transaction)).epoch,
  };
}

/** @throws ProblemError 404 when there is none. */
export async function readMake(database: Database, id: string): Promise<KeptMake> {
  return keptOf(database, await readStored(database, id));
}

/** The mark of a copy among its batches, from the make that it was copied from: the same request again is known by it. */
const copyMark = (id: string, copyId: string): string => createHash('sha256').update(`copy ${id} ${copyId}`).digest('hex');

/**
 * Copies a make with its pictures, elements and ladders; its steps stay with the first. Made once, whole: the same request again does nothing.
 * @throws ProblemError 404 when there is none to copy, 409 when the id of the copy is another make's.
 */
export async function copyMake(database: Database, id: string, copy: { id: string; name: string }): Promise<void> {
  try {
    await database.sequelize.transaction(async (transaction) => {
      const { row, make } = await readStored(database, id, transaction);
      const { pictures, ...head } = { ...make, ...copy };
      const { unknownFields } = row;
      await database.makes.create(
        { id: copy.id, revision: 0, head, summary: summaryOf({ ...make, ...copy }), unknownFields },
        { transaction },
      );
      const rows = pictures.map((document, place) => ({ makeId: copy.id, pictureId: document.id, place, document }));
      await database.makePictures.bulkCreate(rows, { transaction });
      await database.makeBatches.create(
        { makeId: copy.id, batchId: copyMark(id, copy.id), revision: 0, operations: null },
        { transaction },
      );
    });
  } catch (error) {
    if (!(error instanceof UniqueConstraintError)) throw error;
    if ((await database.makeBatches.count({ where: { makeId: copy.id, batchId: copyMark(id, copy.id) } })) > 0) return;
    throw new ProblemError(409, {
      code: 'is-there',
      message: 'There is a make under the name that the copy was to have.',
      remedy: 'Nothing was changed. Load the page again and copy once more.',
    });
  }
}

/**
 * Throws a make away. What is kept for good of it outlives it under its name, or goes too, as the maker says.
 * @param wish undefined: the maker was not asked. @throws ProblemError 404; 409 when there is something to ask about, with what it is.
 */
export async function deleteMake(
  database: Database,
  id: string,
  wish?: 'keep' | 'throwAway',
  kinds: readonly KeptKind[] = keptKinds,
): Promise<void> {
  await database.sequelize.transaction(async (transaction) => {
    const row = await database.makes.findByPk(id, { attributes: ['id', 'head'], transaction, lock: transaction.LOCK.UPDATE });
    if (!row) throw notFound('make of this address');
    const outliving = await countKept(database, id, transaction, kinds);
    if (outliving.length > 0 && wish === undefined) {
      const told = outliving.map(({ words, count }) => counted(count, words.one, words.many)).join(', ');
      throw new ProblemError(
        409,
        { code: 'has-kept', message: `Of this make there is kept: ${told}.`, remedy: 'Say whether that stays when the make goes.' },
        { outliving },
      );
    }
    await partWithMake(database, { id, name: row.head.name }, wish ?? 'keep', transaction, kinds);
    await database.makes.destroy({ where: { id }, transaction });
  });
}
