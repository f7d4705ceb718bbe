import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { demoMakes } from '#demo/balloon-post';
import { loadDemo } from '#demo/load';
import { withReadings } from '#core/markers/readings';
import { type Database, openDatabase } from '#server/db/database';
import { migrate } from '#server/db/migrate';
import { migrations } from '#server/db/migrations/index';
import { ProblemError } from '#server/http/problem';
import { keepBlob, readBlob } from '#server/store/blobs';
import { makeSchemaVersion } from '#model/make';
import { applyBatch } from '#server/store/apply-batch';
import { createMake, deleteMake, listMakes, readMake } from '#server/store/makes';
import { readRack } from '#server/store/rack';
import { freshDatabase, testClusterUrl } from './cluster';

let database: Database;

beforeAll(async () => {
  database = openDatabase(await freshDatabase(testClusterUrl()));
  await migrate(database.sequelize);
});
afterAll(async () => {
  await database.sequelize.close();
});

const renameTo = (name: string) => ({ kind: 'patch' as const, entity: 'make' as const, fields: { name } });
const rename = (batchId: string, baseRevision: number, name: string) => ({
  schema: makeSchemaVersion,
  batchId,
  baseRevision,
  operations: [renameTo(name)],
});

async function problemOf(work: Promise<unknown>): Promise<ProblemError> {
  const error = await work.then(
    () => expect.fail('this should have been refused'),
    (caught: unknown) => caught,
  );
  expect(error).toBeInstanceOf(ProblemError);
  return error as ProblemError;
}

describe('migrations', () => {
  it('have run, each once, and two migrators at once wait for each other', async () => {
    const other = openDatabase(await freshDatabase(testClusterUrl()));
    const [first, second] = await Promise.all([migrate(other.sequelize), migrate(other.sequelize)]);
    expect([...first, ...second].sort()).toEqual(migrations.map(({ name }) => name).sort());
    expect(await migrate(other.sequelize)).toEqual([]);
    await other.sequelize.close();
  });
});

describe('makes', () => {
  let id: string;
  beforeEach(async () => {
    id = crypto.randomUUID();
    await createMake(database, { id, name: 'First' });
  });

  it('are created once, whatever is sent twice', async () => {
    await createMake(database, { id, name: 'Second' });
    expect(await readMake(database, id)).toMatchObject({ revision: 0, document: { name: 'First' }, appliedBatchIds: [] });
  });

  it('take a batch once and answer the same when it comes again', async () => {
    const batch = rename('batch-1', 0, 'Renamed');
    expect(await applyBatch(database, id, batch)).toEqual({ revision: 1, alreadyApplied: false });
    expect(await applyBatch(database, id, batch)).toEqual({ revision: 1, alreadyApplied: true });
    expect(await readMake(database, id)).toMatchObject({ revision: 1, document: { name: 'Renamed' }, appliedBatchIds: ['batch-1'] });
  });

  it('let one of many racing batches win and show the others the kept make', async () => {
    const answers = await Promise.allSettled(
      [1, 2, 3, 4, 5].map((number) => applyBatch(database, id, rename(`race-${number}`, 0, `Racer ${number}`))),
    );
    expect(answers.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
    const lost = answers.find(({ status }) => status === 'rejected') as PromiseRejectedResult;
    expect(lost.reason).toMatchObject({ status: 409, problem: { code: 'conflict' }, details: { kept: { revision: 1 } } });
  });

  it('change nothing when one operation of a batch does not fit', async () => {
    const bad = {
      schema: makeSchemaVersion,
      batchId: 'bad',
      baseRevision: 0,
      operations: [renameTo('Half'), { kind: 'remove' as const, entity: 'picture' as const, id: 'none' }],
    };
    expect(await problemOf(applyBatch(database, id, bad))).toMatchObject({ status: 422, problem: { code: 'does-not-fit' } });
    expect(await readMake(database, id)).toMatchObject({ revision: 0, document: { name: 'First' } });
  });

  it('are gone with their batches when deleted', async () => {
    await applyBatch(database, id, rename('batch-2', 0, 'Gone soon'));
    await deleteMake(database, id);
    expect((await problemOf(readMake(database, id))).status).toBe(404);
    expect(await database.makeBatches.count({ where: { makeId: id } })).toBe(0);
    expect((await listMakes(database)).makes.map(({ summary }) => summary.id)).not.toContain(id);
  });
});

describe('blobs', () => {
  it('keep bytes under their SHA-256, the same once (FIPS 180-2 example: "abc")', async () => {
    const sha256 = await keepBlob(database, 'text/plain', Buffer.from('abc'));
    expect(sha256).toBe('ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad');
    await keepBlob(database, 'text/other', Buffer.from('abc'));
    expect((await readBlob(database, sha256)).mediaType).toBe('text/plain');
    expect((await problemOf(readBlob(database, 'f'.repeat(64)))).status).toBe(404);
  });
});

describe('demo data', () => {
  it('load once into an empty database, every element in its place, and do not come back when deleted', async () => {
    const fresh = openDatabase(await freshDatabase(testClusterUrl()));
    await migrate(fresh.sequelize);
    expect(await loadDemo(fresh)).toBe(true);
    expect(await loadDemo(fresh)).toBe(false);
    const { makes } = await listMakes(fresh);
    expect(makes.map(({ summary }) => summary.id).sort()).toEqual(demoMakes.map(({ id }) => id).sort());
    for (const { summary } of makes) {
      const { document } = await readMake(fresh, summary.id);
      for (const { elements } of document.pictures) {
        expect(elements.length).toBeGreaterThan(0);
        for (const element of elements) expect(element.regionIds, element.name).not.toHaveLength(0);
      }
    }
    const rack = await readRack(fresh);
    expect(rack.markers.length).toBeGreaterThanOrEqual(30);
    expect(withReadings(rack).every(({ lab, family, depth }) => lab && family && depth !== undefined)).toBe(true);
    await deleteMake(fresh, demoMakes[0]?.id ?? '');
    expect(await loadDemo(fresh)).toBe(false);
    expect(await listMakes(fresh)).toMatchObject({ total: demoMakes.length - 1 });
    await fresh.sequelize.close();
  });
});

describe('many makes', () => {
  it('are listed in parts, the last touched first, and found by name, element and code, signs of patterns taken as they are', async () => {
    const fresh = openDatabase(await freshDatabase(testClusterUrl()));
    await migrate(fresh.sequelize);
    await loadDemo(
      fresh,
      demoMakes.filter(({ id }) => id === 'make-balloon-post-lantern'),
    );
    for (let number = 1; number <= 120; number++) await createMake(fresh, { id: `many-${number}`, name: `Many ${number} of 100%` });
    const { makes, total } = await listMakes(fresh, { from: 100, most: 50 });
    expect([makes.length, total]).toEqual([21, 121]);
    expect((await listMakes(fresh)).makes).toHaveLength(50);
    const found = async (find: string) => (await listMakes(fresh, { find, most: 100 })).total;
    expect(await found('many 1')).toBe(32);
    expect(await found('100%')).toBe(120);
    expect(await found('%')).toBe(120);
    expect(await found('_any')).toBe(0);
    expect(await found("' OR 1=1 --")).toBe(0);
    expect(await found('Flame')).toBe(1);
    expect(await found('62d.rust')).toBe(1);
    await fresh.sequelize.close();
  });
});
