import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { makeSchemaVersion } from '#model/make';
import type { Picture } from '#model/picture';
import { applyOperations } from '#core/make/apply';
import { colouredPicture } from '#core/make/coloured';
import { isReadUpToDate } from '#core/make/reading-key';
import { type Database, openDatabase } from '#server/db/database';
import { migrate } from '#server/db/migrate';
import { problemOf } from '#server/http/problem';
import { applyBatch } from '#server/store/apply-batch';
import { keepBlob, readBlob } from '#server/store/blobs';
import { checkWhole } from '#server/store/check-whole';
import { listMakes, readMake } from '#server/store/makes';
import { readTables } from '#server/store/region-tables';
import { renewSummaries } from '#server/store/summaries';
import { freshDatabase, testClusterUrl } from './cluster';

// A dump of the database of 26 November 2026, before results left the documents, and edits that waited for it in a browser.
const folder = 'tests/fixtures/schema-1';
const makeId = 'make-balloon-post-parcel';
type Waiting = { batchId: string; expectedRevision: number; operations: unknown[]; blobs: { sha256: string; base64: string }[] };
const waiting = JSON.parse(readFileSync(`${folder}/outbox.json`, 'utf8')) as Waiting[];

/** A database as an older version left it, brought to today. */
async function broughtToToday(from: string): Promise<{ database: Database; applied: string[] }> {
  const url = await freshDatabase(testClusterUrl());
  const restore = `${process.env.POSTGRES_BIN ?? ''}/pg_restore`;
  execFileSync(restore, ['--exit-on-error', '--no-owner', '-d', url, `${from}/everything.aquachrome`], { stdio: 'pipe' });
  const database = openDatabase(url);
  return { database, applied: await migrate(database.sequelize) };
}

describe('a database of schema 1', () => {
  let database: Database;
  let applied: string[];
  beforeAll(async () => {
    ({ database, applied } = await broughtToToday(folder));
  });
  afterAll(async () => {
    await database.sequelize.close();
  });

  it('is brought to today in one go, with every area where it was', async () => {
    expect(applied).toEqual([
      '003-makes-in-parts',
      '004-installation',
      '005-blobs-in-slices',
      '006-colourings',
      '007-belongings',
      '008-supplies',
      '009-hand',
      '010-colour-readings',
      '011-kept-recipes',
      '012-unknown-fields',
      '013-sessions',
      '014-session-effects',
      '015-drawer',
      '016-practice',
    ]);
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

// A dump of 28 November 2026, before there were colourings, and edits that waited for it; what the Aquachrome of then made of them.
describe('a database of schema 3', () => {
  const from = 'tests/fixtures/schema-3';
  const read = (name: string) => JSON.parse(readFileSync(`${from}/${name}.json`, 'utf8'));
  const asThen = ({ elements, colourings: [colouring], ...picture }: Picture) => ({
    ...picture,
    elements: colouredPicture({ ...picture, elements, colourings: colouring ? [colouring] : [] }).elements,
    strokes: colouring?.strokes,
    ...(colouring?.cuesPull === undefined ? {} : { marksPull: colouring.cuesPull }),
  });
  let database: Database;
  beforeAll(async () => {
    const { database: own, applied } = await broughtToToday(from);
    database = own;
    expect(applied).toEqual([
      '006-colourings',
      '007-belongings',
      '008-supplies',
      '009-hand',
      '010-colour-readings',
      '011-kept-recipes',
      '012-unknown-fields',
      '013-sessions',
      '014-session-effects',
      '015-drawer',
      '016-practice',
    ]);
  });
  afterAll(async () => {
    await database.sequelize.close();
  });

  it('is brought to today with its colours, and is whole; lists find it by its codes when its summary is made anew', async () => {
    const before = read('make').document;
    const { document } = await readMake(database, makeId);
    expect(document.pictures.map(asThen)).toEqual(before.pictures);
    expect(await checkWhole(database)).toEqual({ makes: 1 });
    await database.sequelize.query("UPDATE makes SET summary = '{}'");
    await renewSummaries(database);
    const [rung] = before.pictures[0].elements[0].ladder.rungs;
    expect((await listMakes(database, { find: rung.code })).makes).toHaveLength(1);
  });

  it('takes back steps that were taken before, each as it was', async () => {
    const { document, steps, revision } = await readMake(database, makeId);
    expect(steps.undo.map(({ id }) => id)).toEqual(read('make').steps.undo.map(({ id }: { id: string }) => id));
    // From the newest back to the wish, the first of them.
    const back = steps.undo.toReversed().flatMap(({ inverse }) => inverse);
    const tables = await readTables(
      database,
      document.pictures.flatMap(({ regionMap }) => (regionMap ? [regionMap.table] : [])),
    );
    const first = applyOperations(document, back, tables);
    expect(first.pictures[0]?.colourings).toMatchObject([{ strokes: [] }]);
    expect(first.pictures[0]?.colourings[0]?.cuesPull).toBeUndefined();
    expect(first.pictures[0]?.elements.length).toBe((document.pictures[0]?.elements.length ?? 0) - 1);
    expect(first.name).not.toBe(document.name);
    const last = steps.undo.at(-1);
    if (!last) expect.fail();
    const turn = { id: last.id, turn: 'undo' as const };
    const batch = { schema: makeSchemaVersion, batchId: 'back', baseRevision: revision, operations: last.inverse, step: turn };
    await applyBatch(database, makeId, batch);
    expect((await readMake(database, makeId)).steps.redo.map(({ id }) => id)).toContain(last.id);
    await applyBatch(database, makeId, {
      ...batch,
      batchId: 'forth',
      baseRevision: revision + 1,
      operations: last.done,
      step: { id: last.id, turn: 'redo' },
    });
    expect((await readMake(database, makeId)).document).toEqual(document);
  });

  it('takes batches of schema 3 that a page of before still sends, to what it made of them then', async () => {
    let { revision } = await readMake(database, makeId);
    for (const batch of read('outbox')) {
      await applyBatch(database, makeId, { ...batch, baseRevision: revision });
      revision++;
    }
    const { document } = await readMake(database, makeId);
    expect(document.pictures.map(asThen)).toEqual(read('outbox-outcome').pictures);
  });

  it('a make that cannot be brought along hides no other, and is left as it was', async () => {
    const url = await freshDatabase(testClusterUrl());
    execFileSync(`${process.env.POSTGRES_BIN ?? ''}/pg_restore`, [
      '--exit-on-error',
      '--no-owner',
      '-d',
      url,
      `${from}/everything.aquachrome`,
    ]);
    const before = openDatabase(url);
    await before.sequelize.query(
      `INSERT INTO makes (id, revision, head, summary, created_at, updated_at) SELECT 'damaged', revision, '{"schema": 3, "id": 7}', summary, created_at, updated_at FROM makes`,
    );
    await migrate(before.sequelize);
    const { makes, unreadable } = await listMakes(before);
    expect(makes.map(({ summary }) => summary.id)).toContain(makeId);
    expect(unreadable.map(({ id }) => id)).toEqual(['damaged']);
    await before.sequelize.close();
  });
});
