import { Op, QueryTypes } from 'sequelize';
import { keptKinds } from '#model/kept-kind';
import { operationsSchema } from '#model/operation';
import { blobsNamed, blobsOfPicture } from '#core/make/blobs-named';
import { OperationError } from '#core/make/operation-error';
import { summaryOf } from '#core/make/summary';
import type { Database } from '#server/db/database';
import { migrations } from '#server/db/migrations/index';
import { problemOf } from '#server/http/problem';
import { picturesOfDrawer, readDrawer } from './drawer';
import { readPractice } from './practice';
import { faultOfPicture } from './fault-of-picture';
import { checkKept } from './kept';
import { readStored } from './make-rows';
import { readRack } from './rack';
import { renewFinds } from './recipe-finds';
import { renewShorts } from './session-shorts';
import { checkEntries } from './sessions';
import { readSupplies } from './supplies';
import { readSwatchSheets } from './swatch-sheets';

async function column(database: Database, sql: string): Promise<string[]> {
  const rows = await database.sequelize.query<{ value: string }>(sql, { type: QueryTypes.SELECT });
  return rows.map(({ value }) => value);
}

/**
 * Whether migrations that a backup names are those of this version, or of an older one.
 * @param applied null: the backup knows no migrations at all.
 * @throws Error in words a maker reads.
 */
export function checkVersion(applied: readonly string[] | null): void {
  if (applied === null) throw new Error('The file holds the data of another program, not of Aquachrome, or nothing at all.');
  if (applied.length === 0) throw new Error('The file holds only the shape of the data, not the data.');
  const known = migrations.map(({ name }) => name);
  if (applied.some((name) => !known.includes(name)))
    throw new Error('The file was written by a newer Aquachrome. Update this one, then restore it.');
  if (applied.some((name) => known.slice(0, applied.length).includes(name) === false))
    throw new Error('The file misses a part of its own history. It cannot be read.');
}

/** Reads a make and all that belongs to it. @throws Error in words when something is not whole. */
async function checkMake(database: Database, id: string, kept: ReadonlySet<string>): Promise<void> {
  const { row, make } = await readStored(database, id);
  const rows = await database.makePictures.findAll({ where: { makeId: id }, order: [['place', 'ASC']], attributes: ['pictureId'] });
  if (make.id !== id || rows.some(({ pictureId }, place) => pictureId !== make.pictures[place]?.id))
    throw new Error('its parts have other names');
  const steps = await database.makeSteps.findAll({ where: { makeId: id } });
  const operations = steps.flatMap(({ done, inverse }) => operationsSchema.parse([...done, ...inverse]));
  const named = [...make.pictures.flatMap(blobsOfPicture), ...blobsNamed(operations)];
  if (named.some((sha256) => !kept.has(sha256))) throw new Error('pictures of it are missing from the file');
  const ahead = await database.makeBatches.count({ where: { makeId: id, revision: { [Op.gt]: row.revision } } });
  if (ahead > 0) throw new Error('its edits are ahead of it');
  for (const picture of make.pictures) {
    const fault = await faultOfPicture(database, picture);
    if (fault) throw new Error(`of the picture ${picture.name}, ${fault}`);
  }
  // Derived: made anew, so that the lists say what the make is.
  row.summary = summaryOf(make);
  row.changed('summary', true);
  await row.save({ silent: true });
}

/**
 * Whether everything in a database of today is what the server relies on: every make, its steps, every picture and reading they name, the rack.
 * @returns how many makes there are.
 * @throws Error in words a maker reads.
 */
export async function checkWhole(database: Database, kinds = keptKinds): Promise<{ makes: number }> {
  const broken = await column(database, "SELECT sha256 AS value FROM blobs WHERE encode(sha256(bytes), 'hex') <> sha256");
  if (broken.length > 0) throw new Error('A picture in the file is damaged.');
  const kept = new Set(await column(database, 'SELECT sha256 AS value FROM blobs'));
  const ids = await column(database, 'SELECT id AS value FROM makes');
  for (const id of ids) {
    await checkMake(database, id, kept).catch((error: unknown) => {
      const foreseen =
        error instanceof OperationError || error instanceof RangeError || (error instanceof Error && error.constructor === Error);
      const words = foreseen ? error.message : problemOf(error, { quietly: true }).message;
      throw new Error(`The make ${id} in the file cannot be read: ${words.replace(/\.$/, '')}.`);
    });
  }
  await checkKept(database, kept, kinds);
  const photos = await column(database, "SELECT document->>'photo' AS value FROM recipe_notes WHERE document ? 'photo'");
  if (photos.some((photo) => !kept.has(photo))) throw new Error('Photos of finished pieces are missing from the file.');
  await checkEntries(database, kept);
  // Derived: made anew, so that recipes are found by what they say.
  await renewFinds(database);
  await renewShorts(database);
  const { unreadable } = await readRack(database);
  if (unreadable.length > 0) throw new Error(`The rack in the file cannot be read: ${unreadable.slice(0, 5).join(', ')}.`);
  const beside = await readSupplies(database);
  if (beside.unreadable.length > 0)
    throw new Error(`Papers, inks or schools in the file cannot be read: ${beside.unreadable.slice(0, 5).join(', ')}.`);
  const practice = await readPractice(database);
  if (practice.unreadable.length > 0)
    throw new Error(`How some drills went cannot be read in the file: ${practice.unreadable.slice(0, 5).join(', ')}.`);
  const drawer = await readDrawer(database);
  if (drawer.unreadable.length > 0)
    throw new Error(`Things of the drawer in the file cannot be read: ${drawer.unreadable.slice(0, 5).join(', ')}.`);
  if (picturesOfDrawer(drawer.items).some((sha256) => !kept.has(sha256)))
    throw new Error('Pictures of the stamps in the drawer are missing from the file.');
  const sheets = await readSwatchSheets(database);
  if (sheets.unreadable.length > 0)
    throw new Error(`Swatch sheets in the file cannot be read: ${sheets.unreadable.slice(0, 5).join(', ')}.`);
  return { makes: ids.length };
}
