import { dequal } from 'dequal/lite';
import type { Transaction } from 'sequelize';
import * as z from 'zod/mini';
import { type Make, makeSchema } from '#model/make';
import { summaryOf } from '#core/make/summary';
import { upgrade } from '#core/upgrade/upgrade';
import { NewerSchemaError } from '#core/upgrade/upgraded';
import type { Database } from '#server/db/database';
import type { MakeRow } from '#server/db/models';
import { notFound, ProblemError, problemOf } from '#server/http/problem';

/** A make as its rows hold it. */
export type StoredMake = { row: MakeRow; make: Make };

/**
 * Reads a make from its parts.
 * @throws ProblemError 404 when there is none, 422 when it cannot be read; NewerSchemaError when a newer Aquachrome wrote it.
 */
export async function readStored(database: Database, id: string, transaction?: Transaction): Promise<StoredMake> {
  const row = await database.makes.findByPk(id, transaction ? { transaction, lock: transaction.LOCK.UPDATE } : {});
  if (!row) throw notFound('make of this address');
  const pictures = await database.makePictures.findAll({
    where: { makeId: id },
    order: [['place', 'ASC']],
    ...(transaction ? { transaction } : {}),
  });
  try {
    const { value } = upgrade({ what: 'make', value: { ...row.head, pictures: pictures.map(({ document }) => document) } });
    return { row, make: value };
  } catch (error) {
    if (error instanceof NewerSchemaError || !(error instanceof z.core.$ZodError || error instanceof RangeError)) throw error;
    // Which part it is says something to those who read logs only.
    console.error(`The make ${id} cannot be read: ${problemOf(error, { quietly: true }).message}`);
    throw new ProblemError(422, {
      code: 'unreadable-make',
      message: 'This make is kept, and cannot be read: a part of it is missing or damaged.',
      remedy: 'It is left as it is. Write a backup (./run backup FILE) before anything else; an older backup may hold it whole.',
    });
  }
}

/** Writes what an edit has changed, and nothing else: the head, the pictures that are others now, the summary. */
export async function writeChanged(
  database: Database,
  { row, make: before }: StoredMake,
  after: Make,
  transaction: Transaction,
): Promise<void> {
  const { pictures, ...head } = makeSchema.parse(after);
  const makeId = row.id;
  const { pictures: _, ...headBefore } = before;
  if (!dequal(headBefore, head)) row.head = head;
  const summary = summaryOf(after);
  if (!dequal(summaryOf(before), summary)) row.summary = summary;
  const gone = before.pictures.filter(({ id }) => !after.pictures.some((picture) => picture.id === id)).map(({ id }) => id);
  if (gone.length > 0) await database.makePictures.destroy({ where: { makeId, pictureId: gone }, transaction });
  for (const [place, picture] of after.pictures.entries()) {
    // An edit leaves what it does not touch the same object.
    if (before.pictures[place] === picture) continue;
    const parsed = pictures[place] ?? picture;
    await database.makePictures.upsert({ makeId, pictureId: picture.id, place, document: parsed }, { transaction });
  }
}
