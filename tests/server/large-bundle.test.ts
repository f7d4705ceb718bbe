import { randomFillSync } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { mostBundleBytes } from '#model/bundle';
import { withBundle } from '#server/bundle/read-bundle';
import { takeBundle } from '#server/bundle/take-bundle';
import { writeBundle, writtenBundle } from '#server/bundle/write-bundle';
import { type Database, openDatabase } from '#server/db/database';
import { migrate } from '#server/db/migrate';
import { keepBlob } from '#server/store/blobs';
import { readMake } from '#server/store/makes';
import { applyBatch } from '#server/store/apply-batch';
import { makeSchemaVersion } from '#model/make';
import { freshDatabase, testClusterUrl } from './cluster';
import { databaseWithDemo } from './prepared';

/** Megabytes of pictures that are sent; `npm run eval:bundles` has 400. */
const megabytes = Number(process.env.AQUACHROME_BUNDLE_MB ?? 20);
/** Side of each, in px: some 17 MB, since noise is not packed. */
const side = 2500;
const id = 'make-balloon-post-lantern';

let [sender, receiver]: Database[] = [];
const folder = mkdtempSync(join(tmpdir(), 'aquachrome-large-bundle-'));
beforeAll(async () => {
  sender = openDatabase(await databaseWithDemo());
  receiver = openDatabase(await freshDatabase(testClusterUrl()));
  await migrate(receiver.sequelize);
}, 300_000);
afterAll(async () => {
  rmSync(folder, { recursive: true });
  for (const database of [sender, receiver]) await database?.sequelize.close();
});

it('a bundle of many large pictures goes out and comes in piece by piece: what it takes of memory does not grow with it', async () => {
  if (!sender || !receiver) return expect.fail();
  const { document, revision } = await readMake(sender, id);
  const [picture] = document.pictures;
  if (!picture) return expect.fail();
  const operations: object[] = [];
  let sent = 0;
  for (let at = 0; sent < megabytes * 1024 * 1024; at++) {
    const noise = randomFillSync(Buffer.alloc(side * side));
    const png = await sharp(noise, { raw: { width: side, height: side, channels: 1 } })
      .png({ compressionLevel: 1 })
      .toBuffer();
    sent += png.length;
    const sha256 = await keepBlob(sender, 'image/png', png);
    operations.push({
      kind: 'put',
      entity: 'picture',
      row: { ...picture, id: `large-${at}`, name: `Large ${at}`, original: { sha256, mediaType: 'image/png', fileName: 'noise.png' } },
    });
  }
  await applyBatch(sender, id, { schema: makeSchemaVersion, batchId: crypto.randomUUID(), baseRevision: revision, operations } as never);
  let peak = 0;
  const base = process.memoryUsage().rss;
  const watch = setInterval(() => {
    peak = Math.max(peak, process.memoryUsage().rss - base);
  }, 20);
  const began = performance.now();
  const told = await writeBundle(sender, [id], '2026-11-30');
  const writtenMs = performance.now() - began;
  expect(told.bytes).toBeGreaterThan(megabytes * 1024 * 1024);
  expect(told.bytes).toBeLessThan(mostBundleBytes);
  const path = join(folder, 'large.zip');
  const { body } = await writtenBundle(told.id);
  await writeFile(path, body as never);
  const fetchedMs = performance.now() - began - writtenMs;
  const shares: number[] = [];
  const taken = performance.now();
  const came = await withBundle(
    { path, head: Buffer.from('PK\x03\x04', 'latin1'), size: told.bytes },
    () => expect.fail('a zip is never read whole'),
    (bundle) => takeBundle(receiver as Database, bundle, { wishes: {} }, (share) => void shares.push(share)),
  );
  clearInterval(watch);
  const takenMs = performance.now() - taken;
  expect(came.makes[0]).toMatchObject({ id, became: 'new' });
  expect((await readMake(receiver, id)).document.pictures).toHaveLength(1 + operations.length);
  // It is told how far it is, never back, to the end.
  expect(shares).toEqual([...shares].sort((one, other) => one - other));
  expect(shares.length).toBeGreaterThan(operations.length);
  expect(shares.at(-1)).toBe(1);
  const mb = (bytes: number) => Math.round(bytes / 1024 / 1024);
  console.log(
    `${mb(told.bytes)} MB: put together in ${Math.round(writtenMs)} ms, fetched in ${Math.round(fetchedMs)}, taken in in ${Math.round(takenMs)}; at most ${mb(peak)} MB more memory`,
  );
  expect(mb(peak)).toBeLessThan(320);
}, 600_000);
