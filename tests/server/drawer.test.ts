import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoDrawer } from '#demo/drawer';
import { drawerChangeSchema } from '#model/api/drawer';
import { mostSupplies } from '#model/api/supplies';
import type { Stamp, Words } from '#model/drawer';
import { type Database, openDatabase } from '#server/db/database';
import { migrate } from '#server/db/migrate';
import { keepBlob } from '#server/store/blobs';
import { checkWhole } from '#server/store/check-whole';
import { changeDrawer, readDrawer } from '#server/store/drawer';
import { belongingsRevision } from '#server/store/rack';
import { sweep } from '#server/store/sweep';
import { freshDatabase, testClusterUrl } from './cluster';

let database: Database;
beforeAll(async () => {
  database = openDatabase(await freshDatabase(testClusterUrl()));
  await migrate(database.sequelize);
});
afterAll(async () => {
  await database.sequelize.close();
});

const words: Words = { id: 'w', kind: 'words', name: 'Fly home', widthMm: 40, heightMm: 6 };
const stampOf = (sha256: string): Stamp => ({
  ...{ id: 'kite', kind: 'stamp', name: 'Kite', widthMm: 50, heightMm: 40 },
  original: { sha256, mediaType: 'image/png', fileName: 'kite.png' },
  grey: { sha256, widthPx: 500, heightPx: 400 },
});

describe('the drawer', () => {
  it('things go in, are changed, and go out, by name; each change has a revision', async () => {
    await changeDrawer(database, { items: demoDrawer });
    const { items, unreadable } = await readDrawer(database);
    expect(unreadable).toEqual([]);
    expect(items.map(({ id }) => id).sort()).toEqual(demoDrawer.map(({ id }) => id).sort());
    expect(items.find(({ id }) => id === 'demo-score-cloud')).toEqual(demoDrawer.find(({ id }) => id === 'demo-score-cloud'));
    const before = await belongingsRevision(database);
    await changeDrawer(database, { items: [words] });
    await changeDrawer(database, { items: [{ ...words, name: 'Fly away' }], remove: ['demo-trimmer'] });
    expect(await belongingsRevision(database)).not.toBe(before);
    const now = (await readDrawer(database)).items;
    expect(now.find(({ id }) => id === 'w')?.name).toBe('Fly away');
    expect(now.some(({ id }) => id === 'demo-trimmer')).toBe(false);
  });

  it('a stamp without its picture changes nothing, and says so', async () => {
    const refused = changeDrawer(database, { items: [{ ...words, name: 'Changed' }, stampOf('e'.repeat(64))], remove: ['demo-plate'] });
    await expect(refused).rejects.toMatchObject({ status: 422, problem: { message: 'The picture of a stamp is not kept here.' } });
    const { items } = await readDrawer(database);
    expect([items.find(({ id }) => id === 'w')?.name, items.some(({ id }) => id === 'demo-plate')]).toEqual(['Fly away', true]);
  });

  it('keeps the pictures of its stamps from the sweep, and a restore looks for them', async () => {
    const sha256 = await keepBlob(database, 'image/png', Buffer.from('a kite'));
    await changeDrawer(database, { items: [stampOf(sha256)] });
    await database.sequelize.query("UPDATE blobs SET created_at = now() - interval '60 days'");
    await sweep(database);
    expect(await database.blobs.count({ where: { sha256 } })).toBe(1);
    await expect(checkWhole(database)).resolves.toBeDefined();
    await database.blobs.destroy({ where: { sha256 } });
    await expect(checkWhole(database)).rejects.toThrow('Pictures of the stamps in the drawer are missing from the file.');
    await changeDrawer(database, { remove: ['kite'] });
    await sweep(database);
  });

  it('a row that cannot be read hides no other, and a restore tells of it', async () => {
    await database.sequelize.query(`INSERT INTO drawer (id, document) VALUES ('odd', '{"kind": "kite"}')`);
    const { items, unreadable } = await readDrawer(database);
    expect([unreadable, items.length > 5]).toEqual([['odd'], true]);
    await expect(checkWhole(database)).rejects.toThrow('Things of the drawer in the file cannot be read: odd.');
    await changeDrawer(database, { remove: ['odd'] });
  });

  it('has room for so many, and takes no more; what is no thing is refused before', async () => {
    const many = Array.from({ length: mostSupplies }, (_, index) => ({ ...words, id: `m${index}` }));
    await expect(changeDrawer(database, { items: many })).rejects.toMatchObject({ status: 422, problem: { code: 'too-many' } });
    expect((await readDrawer(database)).items.some(({ id }) => id === 'm0')).toBe(false);
    for (const wrong of [
      { ...words, widthMm: 0 },
      { ...words, name: '' },
      { ...words, kind: 'kite' },
      {
        id: 'd',
        kind: 'die',
        does: 'cuts',
        name: 'Flat',
        outline: [
          [0, 0],
          [1, 1],
        ],
      },
    ])
      expect(drawerChangeSchema.safeParse({ items: [wrong] }).success).toBe(false);
  });
});
