import { afterAll, beforeAll, expect, it } from 'vitest';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { type Database, openDatabase } from '#server/db/database';
import { migrate } from '#server/db/migrate';
import { keepBlob } from '#server/store/blobs';
import { checkWhole } from '#server/store/check-whole';
import { findSessions } from '#server/store/logbook';
import { readRack } from '#server/store/rack';
import { addEntries, beginSession, readSession } from '#server/store/sessions';
import { madeUpEntry, madeUpMark, madeUpSession } from '../made-up-session';
import { bundleOf, lookedAt, taken } from './bundle-parts';
import { freshDatabase, testClusterUrl } from './cluster';
import { databaseWithDemo } from './prepared';

const make = { id: 'make-balloon-post-pilot', name: 'The Balloon Post: the pilot' };
let [home, away]: Database[] = [];
const lines = { pictureId: 'p1', name: 'Badger', widthMm: 50, heightMm: 50, places: [] };

beforeAll(async () => {
  home = openDatabase(await databaseWithDemo(make.id));
  away = openDatabase(await freshDatabase(testClusterUrl()));
  await migrate(away.sequelize);
  const map = await keepBlob(home, 'application/octet-stream', Buffer.from('what is seen'));
  const photo = await keepBlob(home, 'application/octet-stream', Buffer.from('a photo'));
  const head = {
    ...madeUpSession([madeUpMark(1), madeUpMark(2)]),
    pictures: [{ ...lines, map: { sha256: map, widthPx: 4, heightPx: 4 } }],
  };
  await beginSession(home, { id: 's1', make, head });
  await addEntries(home, 's1', [madeUpEntry('done', 5, { mark: 'm1' }), madeUpEntry('leak', 6, { mark: 'm2' })]);
  await addEntries(home, 's1', [madeUpEntry('end', 9, { photo, nextTime: 'paler' })]);
});
afterAll(async () => {
  await Promise.all([home, away].map((database) => database?.sequelize.close()));
});

it('a make’s zip carries its sittings with pictures and photos; they come in whole, once, and tell the other rack nothing', async () => {
  const [from, to] = [home as Database, away as Database];
  const { bytes: zip } = await bundleOf(from, [make.id]);
  expect((await lookedAt(to, zip)).makes).toMatchObject([{ sessions: 1 }]);
  expect(await taken(to, zip)).toMatchObject({ sessions: 1 });
  const { entries, head, makeName } = await readSession(to, 's1');
  expect({ entries, head, makeName }).toEqual(
    await readSession(from, 's1').then((one) => ({ entries: one.entries, head: one.head, makeName: one.makeName })),
  );
  expect((await findSessions(to, { words: 'paler' })).total).toBe(1);
  expect((await readRack(to)).markers.some(({ state }) => state === 'leaking')).toBe(false);
  await checkWhole(to);
  expect(await taken(to, zip), 'again nothing comes').toMatchObject({ sessions: 0 });
  expect((await readSession(to, 's1')).entries).toHaveLength(3);
  // What was told since comes after what is here.
  await addEntries(from, 's1', [madeUpEntry('note', 20, { note: 'framed' })]);
  expect(await taken(to, (await bundleOf(from, [make.id])).bytes)).toMatchObject({ sessions: 1 });
  expect((await readSession(to, 's1')).entries.at(-1)).toMatchObject({ kind: 'note', note: 'framed' });
});

it('a checked photo goes along with what it showed and what was said of it, and a restore looks for it', async () => {
  const [from, to] = [home as Database, away as Database];
  const photo = await keepBlob(from, 'application/octet-stream', Buffer.from('a photo that was checked'));
  const checked = madeUpEntry('checked', 30, {
    ...{ pictureId: 'p1', photo, fitMm: 0.04, lie: [1, 0, 0, 0, 1, 0, 0, 0, 1], notJudged: [] },
    findings: [{ id: 'f1', kind: 'white', places: [1], xMm: 3, yMm: 4, areaMm2: 2, sureness: 0.8 }],
  });
  await addEntries(from, 's1', [checked, madeUpEntry('judged', 31, { check: checked.id, finding: 'f1', choice: 'leave' })]);
  expect(await taken(to, (await bundleOf(from, [make.id])).bytes)).toMatchObject({ sessions: 1 });
  const there = (await readSession(to, 's1')).entries;
  expect(there).toEqual((await readSession(from, 's1')).entries);
  expect(there.find(({ kind }) => kind === 'checked')).toMatchObject({ photo, findings: [{ kind: 'white' }] });
  expect(await to.blobs.count({ where: { sha256: photo } })).toBe(1);
  await checkWhole(to);
  // Without it the copy is not whole.
  await to.blobs.destroy({ where: { sha256: photo } });
  await expect(checkWhole(to)).rejects.toThrow();
  await keepBlob(to, 'application/octet-stream', Buffer.from('a photo that was checked'));
  await checkWhole(to);
});

it('a zip of before there were sittings is read; one whose sitting is another than its list says is refused with nothing changed', async () => {
  const [from, to] = [home as Database, away as Database];
  const files = unzipSync(new Uint8Array((await bundleOf(from, [make.id])).bytes));
  const manifest = JSON.parse(strFromU8(files['aquachrome.json'] as Uint8Array));
  const { sessions: _, ...older } = manifest;
  const without = Object.fromEntries(Object.entries(files).filter(([name]) => !name.startsWith('sessions/')));
  const old = zipSync({ ...without, 'aquachrome.json': strToU8(JSON.stringify(older)) });
  expect((await lookedAt(to, old)).makes).toMatchObject([{ sessions: 0 }]);
  const wrong = zipSync({
    ...files,
    'sessions/s1.json': strToU8(JSON.stringify({ ...JSON.parse(strFromU8(files['sessions/s1.json'] as Uint8Array)), id: 's2' })),
  });
  await expect(lookedAt(to, wrong)).rejects.toMatchObject({ status: 422 });
  const odd = zipSync({ ...files, 'sessions/s1.json': strToU8('{"format":"aquachrome-session","version":1,"entries":[{"kind":"sung"}]}') });
  await expect(lookedAt(to, odd)).rejects.toMatchObject({ status: 422, problem: { message: expect.stringMatching(/sitting/) } });
});
