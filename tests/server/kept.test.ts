import * as z from 'zod/mini';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { KeptKind } from '#model/kept-kind';
import { sha256Schema } from '#model/id';
import { type Database, openDatabase } from '#server/db/database';
import { keptTable } from '#server/db/kept-table';
import { migrate } from '#server/db/migrate';
import { keepBlob } from '#server/store/blobs';
import { checkWhole } from '#server/store/check-whole';
import { addKept, countKept, readKept } from '#server/store/kept';
import { copyMake, createMake, deleteMake } from '#server/store/makes';
import { sweep } from '#server/store/sweep';
import { freshDatabase, testClusterUrl } from './cluster';

/** A kind that nobody keeps: what versions, sessions and photos will be. */
const sketches: KeptKind = {
  table: 'kept_sketches',
  words: { one: 'sketch', many: 'sketches' },
  schema: 1,
  document: z.object({ words: z.string(), photo: z.optional(z.object({ sha256: sha256Schema })) }),
  blobsOf: (document) => [(document as { photo?: { sha256: string } }).photo?.sha256 ?? []].flat(),
};
const kinds = [sketches];
let database: Database;
let photo: string;
const words = async (makeId: string) =>
  (await readKept(database, sketches, makeId)).rows.map(({ document }) => (document as { words: string }).words);
const sketch = (id: string, document: unknown, makeId = 'kite') => ({ id, makeId, makeName: 'Kite', document });

beforeAll(async () => {
  database = openDatabase(await freshDatabase(testClusterUrl()));
  await migrate(database.sequelize);
  for (const statement of keptTable(sketches.table)) await database.sequelize.query(statement);
  await createMake(database, { id: 'kite', name: 'Kite' });
  photo = await keepBlob(database, 'image/png', Buffer.from('a photo'));
  await addKept(database, sketches, sketch('s1', { words: 'first' }));
  await addKept(database, sketches, sketch('s2', { words: 'second', photo: { sha256: photo } }));
});
afterAll(async () => {
  await database.sequelize.close();
});

describe('what is kept for good', () => {
  it('is added once, however often it is sent, and never changed: not by us and not by the database', async () => {
    await addKept(database, sketches, sketch('s1', { words: 'first' }));
    expect(await words('kite')).toEqual(['first', 'second']);
    await expect(addKept(database, sketches, sketch('s1', { words: 'other' }))).rejects.toMatchObject({ status: 409 });
    await expect(addKept(database, sketches, sketch('s3', { sung: 1 }))).rejects.toMatchObject({ status: 422 });
    await expect(addKept(database, sketches, sketch('s3', { words: 'x', photo: { sha256: 'e'.repeat(64) } }))).rejects.toMatchObject({
      status: 422,
    });
    await expect(database.sequelize.query(`UPDATE kept_sketches SET document = '{"words": "changed"}' WHERE id = 's1'`)).rejects.toThrow(
      /never changed/,
    );
    expect(await words('kite')).toEqual(['first', 'second']);
  });

  it('a row that cannot be read, or of another schema, is named and hides no other', async () => {
    await database.sequelize.query(
      `INSERT INTO kept_sketches (id, make_id, make_name, schema, document) VALUES ('odd', 'other', 'Other', 1, '7'), ('later', 'other', 'Other', 2, '{"words": "x"}'), ('good', 'other', 'Other', 1, '{"words": "good"}')`,
    );
    const { rows, unreadable } = await readKept(database, sketches, 'other');
    expect([rows.map(({ id }) => id), unreadable.sort()]).toEqual([['good'], ['later', 'odd']]);
    await expect(checkWhole(database, kinds)).rejects.toThrow('Of the sketches in the file some cannot be read.');
    await database.sequelize.query("DELETE FROM kept_sketches WHERE make_id = 'other'");
  });

  it('keeps the blobs that it names from the sweep, and a restore looks for them', async () => {
    await database.sequelize.query("UPDATE blobs SET created_at = now() - interval '60 days'");
    await sweep(database, kinds);
    expect(await database.blobs.count({ where: { sha256: photo } })).toBe(1);
    expect(await checkWhole(database, kinds)).toEqual({ makes: 1 });
    await database.blobs.destroy({ where: { sha256: photo } });
    await expect(checkWhole(database, kinds)).rejects.toThrow('Pictures of the sketches are missing from the file.');
    await keepBlob(database, 'image/png', Buffer.from('a photo'));
  });

  it('a copy of a make begins without any', async () => {
    await copyMake(database, 'kite', { id: 'copy', name: 'Kite 2' });
    expect(await words('copy')).toEqual([]);
    await deleteMake(database, 'copy', undefined, kinds);
  });

  it('outlives its make under the name that it had last, or goes with it: the maker is asked', async () => {
    await expect(deleteMake(database, 'kite', undefined, kinds)).rejects.toMatchObject({
      status: 409,
      problem: { code: 'has-kept', message: 'Of this make there is kept: 2 sketches.' },
    });
    expect(await database.makes.count({ where: { id: 'kite' } })).toBe(1);
    await database.sequelize.query(`UPDATE makes SET head = jsonb_set(head, '{name}', '"Kite, the red one"') WHERE id = 'kite'`);
    await deleteMake(database, 'kite', 'keep', kinds);
    expect((await readKept(database, sketches, 'kite')).rows.map(({ makeName }) => makeName)).toEqual([
      'Kite, the red one',
      'Kite, the red one',
    ]);
    expect(await words('kite')).toEqual(['first', 'second']);
    await createMake(database, { id: 'gone', name: 'Gone' });
    await addKept(database, sketches, sketch('s9', { words: 'ninth' }, 'gone'));
    await deleteMake(database, 'gone', 'throwAway', kinds);
    expect(await countKept(database, 'gone', undefined, kinds)).toEqual([]);
  });
});
