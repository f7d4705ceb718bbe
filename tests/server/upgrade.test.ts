import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { makeSchemaVersion } from '#model/make';
import { isReadUpToDate } from '#core/make/reading-key';
import { type Database, openDatabase } from '#server/db/database';
import { migrate } from '#server/db/migrate';
import { problemOf } from '#server/http/problem';
import { applyBatch } from '#server/store/apply-batch';
import { keepBlob, readBlob } from '#server/store/blobs';
import { listMakes, readMake } from '#server/store/makes';
import { freshDatabase, testClusterUrl } from './cluster';

// A dump of the database of 26 November 2026, before results left the documents, and edits that waited for it in a browser.
const folder = 'tests/fixtures/schema-1';
const makeId = 'make-balloon-post-parcel';
type Waiting = { batchId: string; expectedRevision: number; operations: unknown[]; blobs: { sha256: string; base64: string }[] };
const waiting = JSON.parse(readFileSync(`${folder}/outbox.json`, 'utf8')) as Waiting[];

let database: Database;
let applied: string[];

beforeAll(async () => {
  const url = await freshDatabase(testClusterUrl());
  const restore = `${process.env.POSTGRES_BIN ?? ''}/pg_restore`;
  execFileSync(restore, ['--exit-on-error', '--no-owner', '-d', url, `${folder}/everything.aquachrome`], { stdio: 'pipe' });
  database = openDatabase(url);
  applied = await migrate(database.sequelize);
});
afterAll(async () => {
  await database.sequelize.close();
});

describe('a database of schema 1', () => {
  it('is brought to today in one go, with every area where it was', async () => {
    expect(applied).toEqual(['003-makes-in-parts', '004-installation', '005-blobs-in-slices']);
    const { revision, document, appliedBatchIds, steps } = await readMake(database, makeId);
    expect({ revision, steps, name: document.name, schema: document.schema }).toEqual({
      revision: 3,
      steps: { undo: [], redo: [] },
      name: 'Parcel of before',
      schema: makeSchemaVersion,
    });
    expect(appliedBatchIds).toContain('kept-mend');
    const [picture] = document.pictures;
    if (!picture?.regionMap) expect.fail();
    expect(isReadUpToDate(picture)).toBe(true);
    await readBlob(database, picture.regionMap.table);
    const [listed] = (await listMakes(database)).makes;
    expect(listed?.summary).toMatchObject({ name: 'Parcel of before', pictures: [{ regions: 39 }] });
    expect(listed?.summary.ladders.map(({ element }) => element)).toContain('Paper');
  });

  it('takes batches of schema 1 that a page of before still sends, one after the other, and each once', async () => {
    for (const { batchId, expectedRevision, operations, blobs } of waiting) {
      for (const { base64 } of blobs) await keepBlob(database, 'application/octet-stream', Buffer.from(base64, 'base64'));
      const batch = { batchId, baseRevision: expectedRevision, operations };
      expect(await applyBatch(database, makeId, batch)).toEqual({ revision: expectedRevision + 1, alreadyApplied: false });
      expect(await applyBatch(database, makeId, batch)).toEqual({ revision: expectedRevision + 1, alreadyApplied: true });
    }
    const outcome = JSON.parse(readFileSync(`${folder}/outbox-outcome.json`, 'utf8'));
    const { document } = await readMake(database, makeId);
    const told = (elements: { name: string; regionIds: string[] }[]) => elements.map(({ name, regionIds }) => [name, regionIds.length]);
    expect(told(document.pictures[0]?.elements ?? [])).toEqual(told(outcome.pictures[0].elements));
    expect(document.lamp).toEqual(outcome.lamp);
  });

  it('a batch of a newer schema is refused in words and changes nothing', async () => {
    const { revision } = await readMake(database, makeId);
    const newer = { schema: makeSchemaVersion + 1, batchId: 'newer', baseRevision: revision, operations: [{ kind: 'unheard' }] };
    const error = await applyBatch(database, makeId, newer).catch((caught: unknown) => caught);
    expect(problemOf(error, { quietly: true })).toMatchObject({ status: 422, problem: { code: 'newer-schema' } });
    expect((await readMake(database, makeId)).revision).toBe(revision);
  });
});
