import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { makeSchemaVersion } from '#model/make';
import type { Operation, StepTurn } from '#model/operation';
import { type Database, openDatabase } from '#server/db/database';
import { migrate } from '#server/db/migrate';
import { applyBatch } from '#server/store/apply-batch';
import { keepBlob, readBlob } from '#server/store/blobs';
import { createMake, readMake } from '#server/store/makes';
import { sweep } from '#server/store/sweep';
import { madeUpPicture, madeUpTable, regionMapOf } from '../made-up-make';
import { freshDatabase, testClusterUrl } from './cluster';

let database: Database;
beforeAll(async () => {
  database = openDatabase(await freshDatabase(testClusterUrl()));
  await migrate(database.sequelize);
});
afterAll(async () => {
  await database.sequelize.close();
});

const bytesOf = (text: string) => Buffer.from(text);
const keep = (text: string) => keepBlob(database, 'application/octet-stream', bytesOf(text));
const makeOld = (days = 31) =>
  database.sequelize.query(
    `UPDATE blobs SET created_at = now() - interval '${days} days'; UPDATE make_batches SET created_at = now() - interval '${days} days'`,
  );
const isKept = (sha256: string) =>
  readBlob(database, sha256).then(
    () => true,
    () => false,
  );

let turn = 0;
async function edit(makeId: string, operations: Operation[], step?: StepTurn): Promise<string> {
  const { revision } = await readMake(database, makeId);
  const batchId = `batch-${++turn}`;
  await applyBatch(database, makeId, { schema: makeSchemaVersion, batchId, baseRevision: revision, operations, ...(step ? { step } : {}) });
  return batchId;
}

describe('the sweep', () => {
  it('frees what no picture and no step needs, once it is 30 days old; ids of batches and what is needed stay', async () => {
    const makeId = crypto.randomUUID();
    await createMake(database, { id: makeId, name: 'Swept' });
    const [original, grey, firstMap, secondMap, nobodys, fresh] = await Promise.all(
      ['original', 'grey', 'first map', 'second map', 'nobody’s', 'fresh'].map(keep),
    );
    if (!original || !grey || !firstMap || !secondMap || !nobodys || !fresh) expect.fail();
    const [first, second] = [madeUpTable(['r1', 'r2']), madeUpTable(['r1', 'r3'])];
    for (const { bytes } of [first, second]) await keepBlob(database, 'application/octet-stream', bytes);
    const picture = madeUpPicture({
      original: { sha256: original, mediaType: 'image/png', fileName: 'p.png' },
      grey: { sha256: grey, widthPx: 10, heightPx: 10 },
      regionMap: { ...regionMapOf(first), labelMap: firstMap },
      regionsGiven: 2,
    });
    await edit(makeId, [{ kind: 'put', entity: 'picture', row: picture }]);
    const mend: Operation[] = [{ kind: 'setRegionMap', pictureId: 'p1', regionMap: { ...regionMapOf(second), labelMap: secondMap } }];
    const mendBatch = await edit(makeId, mend, { id: 'mend', turn: 'do' });
    await makeOld();
    await keep('fresh');
    expect(await sweep(database)).toMatchObject({ blobs: 1, batches: 2 });
    expect(await isKept(nobodys)).toBe(false);
    // The map of before is what an undo goes back to.
    for (const needed of [original, grey, firstMap, secondMap, first.sha256, second.sha256, fresh]) expect(await isKept(needed)).toBe(true);
    const { steps, appliedBatchIds, revision } = await readMake(database, makeId);
    expect(appliedBatchIds).toContain(mendBatch);
    const again = { schema: makeSchemaVersion, batchId: mendBatch, baseRevision: 0, operations: mend };
    expect(await applyBatch(database, makeId, again)).toEqual({ revision, alreadyApplied: true });

    // Taken back, the second map is needed to do it again; when a new step ends that, it goes.
    await edit(makeId, steps.undo[0]?.inverse ?? [], { id: 'mend', turn: 'undo' });
    await makeOld();
    await sweep(database);
    expect(await isKept(secondMap)).toBe(true);
    await edit(makeId, [{ kind: 'patch', entity: 'make', fields: { name: 'New' } }], { id: 'rename', turn: 'do' });
    await sweep(database);
    expect([await isKept(secondMap), await isKept(firstMap)]).toEqual([false, true]);
  });

  it('spares what was sent anew a moment ago, and what is on its way while it works', async () => {
    const makeId = crypto.randomUUID();
    await createMake(database, { id: makeId, name: 'Raced' });
    const sha256 = await keep('sent long ago, and again just now');
    await makeOld();
    await keep('sent long ago, and again just now');
    const picture = madeUpPicture({
      original: { sha256, mediaType: 'image/png', fileName: 'p.png' },
      grey: { sha256, widthPx: 10, heightPx: 10 },
    });
    await Promise.all([sweep(database), edit(makeId, [{ kind: 'put', entity: 'picture', row: picture }]), sweep(database)]);
    await makeOld();
    await sweep(database);
    expect(await isKept(sha256)).toBe(true);
    const unknown = madeUpPicture({ id: 'p2', grey: { sha256: 'e'.repeat(64), widthPx: 9, heightPx: 9 } });
    await expect(edit(makeId, [{ kind: 'put', entity: 'picture', row: unknown }])).rejects.toMatchObject({ status: 422 });
  });
});
