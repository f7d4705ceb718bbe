import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Make } from '#model/make';
import type { Batch, Operation } from '#model/operation';
import { applyOperations } from '#core/make/apply';
import { newMake } from '#core/make/new-make';
import { decodeRegionTable, indexTable, type IndexedTable } from '#core/make/region-tables';
import { changesReading } from '#core/make/reading-key';
import { noSteps } from '#core/make/steps';
import { upgrade } from '#core/upgrade/upgrade';
import { CallProblem } from '#islands/shared/server-calls.ts';
import { madeUpPicture, madeUpTable, regionMapOf, tablesOf } from '../../../../tests/made-up-make';
import { memoryOutbox } from '../../../../tests/memory-outbox';
import { Keeper } from './keeper';
import type { Keeping } from './keeping';
import type { LaidDownBatch, WaitingBlob } from '#model/waiting';
import type { Outbox } from '#islands/shared/outbox.ts';

const sha = 'ab'.repeat(32);
const blob: WaitingBlob = { sha256: sha, bytes: new Uint8Array([1, 2, 3]) };
const rename = (name: string): Operation => ({ kind: 'patch', entity: 'make', fields: { name } });
const patchElement = (id: string, name: string): Operation => ({ kind: 'patch', entity: 'element', pictureId: 'p1', id, fields: { name } });

/** A server that may be away, or be ahead of the keeper, and that remembers what came. */
function fakeServer(make: Make, tables: ReadonlyMap<string, IndexedTable> = new Map()) {
  const server = {
    isAway: false,
    refuses: (_: Batch) => false,
    revision: 1,
    epoch: 'first',
    document: make,
    came: [] as string[],
    batches: [] as Batch[],
  };
  const read = async () => ({
    document: server.document,
    revision: server.revision,
    updatedAt: '2026-11-26T00:00:00Z',
    appliedBatchIds: [],
    steps: noSteps,
    epoch: server.epoch,
  });
  const send = async (batch: Batch, blobs: readonly WaitingBlob[]) => {
    if (server.isAway) throw new CallProblem(0, { code: 'server-away', message: 'away', remedy: 'wait' });
    if (server.refuses(batch)) throw new CallProblem(422, { code: 'does-not-fit', message: 'does not fit', remedy: 'look' });
    if (batch.baseRevision !== server.revision)
      throw new CallProblem(409, { code: 'conflict', message: 'changed', remedy: 'choose' }, { kept: await read() });
    for (const { sha256 } of blobs) server.came.push(`blob ${sha256.slice(0, 4)}`);
    server.came.push(
      ...batch.operations.map((operation) => (operation.kind === 'patch' ? JSON.stringify(operation.fields) : operation.kind)),
    );
    server.batches.push(batch);
    server.document = applyOperations(server.document, batch.operations, tables);
    server.revision++;
    return { revision: server.revision, alreadyApplied: false };
  };
  return Object.assign(server, { read, send });
}

type Seen = Partial<Keeping>;

async function startedKeeper(outbox: Outbox, server: ReturnType<typeof fakeServer>, blobOf?: (sha256: string) => Promise<Uint8Array>) {
  const seen: Seen = {};
  const keeper = new Keeper('make-1', {
    outbox,
    read: server.read,
    send: server.send,
    blobOf: blobOf ?? (async () => expect.fail('nothing is to be fetched')),
    firstRetryMs: 5,
    onChange: (keeping) => void Object.assign(seen, keeping),
  });
  await keeper.start();
  return { keeper, seen };
}

const until = async (isTrue: () => boolean) => {
  for (let tries = 0; tries < 400 && !isTrue(); tries++) await new Promise((resolve) => setTimeout(resolve, 5));
  expect(isTrue()).toBe(true);
};
const kept = (seen: Seen) => until(() => seen.keep?.kind === 'kept');
const makeOf = (name: string) => ({ ...newMake({ id: 'make-1', name }), pictures: [madeUpPicture({ elements: [] })] });

describe('the keeper', () => {
  it('keeps the blobs of a batch with it while the server is away, through a new start, and sends them together', async () => {
    const outbox = memoryOutbox();
    const server = fakeServer(makeOf('One'));
    const { keeper, seen } = await startedKeeper(outbox, server);
    server.isAway = true;
    keeper.edit(() => [rename('Two')], { blobs: [blob] });
    await until(() => seen.keep?.kind === 'waiting');
    expect(keeper.waitingBlob(sha)).toEqual(blob.bytes);
    expect(keeper.waitingBlob('cd'.repeat(32))).toBeUndefined();
    keeper.stop();

    const again = await startedKeeper(outbox, server);
    expect(again.seen.make?.name).toBe('Two');
    expect(again.seen.steps?.undo, 'what waits can be taken back as well').toHaveLength(1);
    expect(again.keeper.waitingBlob(sha)).toEqual(blob.bytes);
    server.isAway = false;
    await kept(again.seen);
    expect(server.came).toEqual(['blob abab', '{"name":"Two"}']);
    expect(again.keeper.waitingBlob(sha)).toBeUndefined();
    expect(outbox.waiting.size).toBe(0);
  });

  it('asks an edit of the newest make at the moment it is made', async () => {
    const server = fakeServer(makeOf('One'));
    const { keeper, seen } = await startedKeeper(memoryOutbox(), server);
    const more = (make: Make) => [rename(`${make.name}!`)];
    for (let tap = 0; tap < 3; tap++) keeper.edit(more);
    await kept(seen);
    expect(server.document.name).toBe('One!!!');
    expect(keeper.edit(() => null)).toBe(false);
    expect(() => keeper.edit(() => [rename('Half'), patchElement('none', 'x')])).toThrow(/no element none/);
    expect(seen.make?.name, 'whole or not at all').toBe('One!!!');
  });

  it('lays edits on the version of another window with their blobs, in parts that the server takes, and they can still be taken back', async () => {
    const server = fakeServer(makeOf('One'));
    const { keeper, seen } = await startedKeeper(memoryOutbox(), server);
    server.document = { ...server.document, name: 'Theirs' };
    server.revision = 5;
    keeper.edit(() => [rename('Mine')], { blobs: [blob] });
    const many = Array.from({ length: 620 }, (_, index): Operation => {
      return { kind: 'put', entity: 'element', pictureId: 'p1', row: { id: `e${index}`, name: `Element ${index}`, regionIds: [] } };
    });
    keeper.edit(() => many);
    await until(() => seen.keep?.kind === 'conflict');
    expect(await keeper.layMineOnTop()).toEqual({ leftOut: 0 });
    await kept(seen);
    expect(server.came.slice(0, 2)).toEqual(['blob abab', '{"name":"Mine"}']);
    expect(server.batches.map(({ operations }) => operations.length)).toEqual([1, 500, 120]);
    expect(server.document.pictures[0]?.elements).toHaveLength(620);
    // The 620 are one step, though they went in two parts.
    expect(await keeper.takeStep('undo')).toBe(true);
    await kept(seen);
    expect(server.document.pictures[0]?.elements).toHaveLength(0);
    expect(await keeper.takeStep('undo')).toBe(true);
    await kept(seen);
    expect(server.document.name).toBe('Theirs');
    // 620 edits, each checked as the server checks it: minutes on a machine that does much else.
  }, 240_000);

  it('sets aside what is refused for good, keeps what comes after, through a new start', async () => {
    const outbox = memoryOutbox();
    const server = fakeServer(makeOf('One'));
    server.refuses = ({ operations }) =>
      operations.some((one) => one.kind === 'patch' && one.entity === 'make' && one.fields.name === 'Bad');
    const { keeper, seen } = await startedKeeper(outbox, server);
    server.isAway = true;
    const element: Operation = { kind: 'put', entity: 'element', pictureId: 'p1', row: { id: 'e1', name: 'Hat', regionIds: [] } };
    keeper.edit(() => [element]);
    keeper.edit(() => [rename('Bad')]);
    keeper.edit(() => [patchElement('e1', 'Cap')]);
    server.isAway = false;
    keeper.tryNow();
    await until(() => seen.keep?.kind === 'kept' && (seen.setAside?.length ?? 0) === 1);
    expect(server.document.pictures[0]?.elements[0]?.name).toBe('Cap');
    expect(seen.make?.name, 'what was refused is not shown as done').toBe('One');
    expect(seen.setAside).toMatchObject([{ words: 'name', problem: { message: 'does not fit' }, batch: { operations: [rename('Bad')] } }]);
    expect(seen.steps?.undo).toHaveLength(2);
    expect(outbox.waiting.size).toBe(0);
    keeper.stop();
    const again = await startedKeeper(outbox, server);
    expect(again.seen.setAside).toHaveLength(1);
    await again.keeper.dropSetAside(again.seen.setAside?.[0]?.batchId ?? '');
    expect(again.seen.setAside).toEqual([]);
    expect(outbox.aside.size).toBe(0);
  });

  it('sets aside only what was refused in words: all else waits, with a growing pause, and is kept when it passes', async () => {
    const outbox = memoryOutbox();
    const server = fakeServer(makeOf('One'));
    const problem = { code: 'unforeseen', message: 'Something went wrong that was not foreseen.', remedy: 'Try once more.' };
    for (const status of [500, 501, 599, 408, 429, 200]) {
      const { keeper, seen } = await startedKeeper(outbox, {
        ...server,
        send: async (batch, blobs) => {
          if (tries++ < 3) throw new CallProblem(status, problem);
          return server.send(batch, blobs);
        },
      });
      let tries = 0;
      keeper.edit(() => [rename(`after ${status}`)]);
      await until(() => seen.keep?.kind === 'waiting');
      expect(seen.setAside, String(status)).toEqual([]);
      await kept(seen);
      expect(server.document.name).toBe(`after ${status}`);
      expect(outbox.aside.size).toBe(0);
      keeper.stop();
    }
  });

  it('shows nothing as done that the server would refuse: what does not fit its schemas is said at once', async () => {
    const server = fakeServer(makeOf('One'));
    const { keeper, seen } = await startedKeeper(memoryOutbox(), server);
    const before = seen.make;
    const far = { kind: 'near' as const, pictureId: 'p1', xMm: 9_000, yMm: 0, heightMm: 20 };
    for (const [operations, words] of [
      [
        [{ kind: 'put', entity: 'element', pictureId: 'p1', row: { id: 'e9', name: 'x'.repeat(61), regionIds: [] } }],
        /name: at most 60 signs fit/,
      ],
      [[{ kind: 'patch', entity: 'make', fields: { lamp: far } }], /cannot be kept/],
      [[rename('')], /a make needs a name/],
      [
        Array.from({ length: 61 }, (_, place) => ({ kind: 'put', entity: 'picture', row: madeUpPicture({ id: `more-${place}` }) })),
        /60 pictures at the most/,
      ],
    ] as [Operation[], RegExp][]) {
      expect(() => keeper.edit(() => operations)).toThrow(words);
      expect(seen.make).toBe(before);
    }
    // As the server keeps it: what is typed round a name goes.
    keeper.edit(() => [rename('  Two  ')]);
    expect(seen.make?.name).toBe('Two');
    await kept(seen);
    expect(seen.setAside).toEqual([]);
  });

  it('a reading belongs to its mend, whatever was done meanwhile: one undo takes both, and what came between stays', async () => {
    const [first, second] = [madeUpTable(['r1', 'r2']), madeUpTable(['r1', 'r3'])];
    const tables = tablesOf(first, second);
    const picture = madeUpPicture({
      regionMap: regionMapOf(first),
      regionsGiven: 2,
      elements: [{ id: 'e1', name: 'Hat', regionIds: ['r1'] }],
    });
    const make = { ...newMake({ id: 'make-1', name: 'One' }), pictures: [picture] };
    const server = fakeServer(make, tables);
    const bytes = new Map([first, second].map((table) => [table.sha256, table.bytes]));
    const { keeper, seen } = await startedKeeper(memoryOutbox(), server, async (sha256) => bytes.get(sha256) ?? expect.fail(sha256));
    await keeper.loadTables([first.sha256, second.sha256]);
    keeper.edit(() => [{ kind: 'put', entity: 'mend', pictureId: 'p1', row: { kind: 'paper', id: 'w1', at: [3, 4] } }]);
    keeper.edit(() => [rename('Two')]);
    keeper.edit(() => [{ kind: 'assignRegions', pictureId: 'p1', assignments: [{ regionId: 'r2', elementId: 'e1' }] }]);
    // The reading of the mend comes only now: r2 is no more.
    keeper.edit(() => [{ kind: 'setRegionMap', pictureId: 'p1', regionMap: regionMapOf(second), givenBefore: 2 }], {
      turn: { kind: 'join', to: ({ done }) => changesReading(done, 'p1'), otherwise: 'none' },
    });
    expect(seen.steps?.undo).toHaveLength(3);
    const now = () => ({
      name: seen.make?.name,
      mends: seen.make?.pictures[0]?.mends.length,
      table: seen.make?.pictures[0]?.regionMap?.table,
    });
    // The newest step named a region that the reading lost: it goes back as far as it can.
    await keeper.takeStep('undo');
    await keeper.takeStep('undo');
    expect(now()).toEqual({ name: 'One', mends: 1, table: second.sha256 });
    await keeper.takeStep('undo');
    expect(now()).toEqual({ name: 'One', mends: 0, table: first.sha256 });
    await keeper.takeStep('redo');
    expect(now()).toEqual({ name: 'One', mends: 1, table: second.sha256 });
    await keeper.takeStep('redo');
    expect(now().name).toBe('Two');
    await kept(seen);
    expect(seen.setAside).toEqual([]);
    expect(server.document).toEqual(seen.make);
  });

  it('steps go back and forth, and an edit that another window has overtaken is told', async () => {
    const server = fakeServer(makeOf('One'));
    const { keeper, seen } = await startedKeeper(memoryOutbox(), server);
    keeper.edit(() => [rename('Two')]);
    keeper.edit(() => [{ kind: 'put', entity: 'element', pictureId: 'p1', row: { id: 'e1', name: 'Hat', regionIds: [] } }]);
    keeper.edit(() => [patchElement('e1', 'Cap')], { turn: { kind: 'join', to: (_, isNewest) => isNewest, otherwise: 'none' } });
    await keeper.takeStep('undo');
    expect(seen.make?.pictures[0]?.elements).toEqual([]);
    await keeper.takeStep('undo');
    expect(seen.make?.name).toBe('One');
    expect(await keeper.takeStep('undo')).toBe(false);
    await keeper.takeStep('redo');
    await keeper.takeStep('redo');
    expect(seen.make).toMatchObject({ name: 'Two', pictures: [{ elements: [{ name: 'Cap' }] }] });
    await kept(seen);
    expect(server.batches.map(({ step }) => step?.turn)).toEqual(['do', 'do', 'follow', 'undo', 'undo', 'redo', 'redo']);
  });
});

describe('what an older page left waiting', () => {
  const fixture = (name: string) => JSON.parse(readFileSync(`tests/fixtures/schema-1/${name}.json`, 'utf8'));
  type Old = Omit<LaidDownBatch, 'blobs'> & { blobs: { sha256: string; base64: string }[] };
  const old = (fixture('outbox') as Old[]).map((batch) => ({
    ...batch,
    blobs: batch.blobs.map(({ sha256, base64 }) => ({ sha256, bytes: new Uint8Array(Buffer.from(base64, 'base64')) })),
  }));

  it('is brought to today, blobs and all, and kept; of a newer version it is set aside, never dropped', async () => {
    const { value: make, blobs } = upgrade({ what: 'make', value: fixture('make').document });
    const outbox = memoryOutbox();
    for (const batch of old) outbox.waiting.set(batch.batchId, batch);
    const last = old.at(-1);
    if (!last) expect.fail();
    outbox.waiting.set('newer', { ...last, schema: 99, batchId: 'newer', sequence: 90, expectedRevision: last.expectedRevision + 1 });
    const known = new Map(blobs.map(({ sha256, bytes }) => [sha256, indexTable(decodeRegionTable(bytes))]));
    const server = fakeServer(make, known);
    server.revision = fixture('make').revision;
    const send = server.send;
    server.send = async (batch, sent) => {
      // The tables that come along are what the server reads the regions from.
      for (const { sha256, bytes } of sent)
        if (sha256 !== old[2]?.blobs[0]?.sha256) known.set(sha256, indexTable(decodeRegionTable(bytes)));
      return send(batch, sent);
    };
    const blobOf = async (sha256: string) => blobs.find((one) => one.sha256 === sha256)?.bytes ?? expect.fail(sha256);
    const { seen } = await startedKeeper(outbox, server, blobOf);
    await kept(seen);
    expect(server.batches).toHaveLength(old.length);
    const outcome = fixture('outbox-outcome').pictures[0].elements as { name: string; regionIds: string[] }[];
    expect(server.document.pictures[0]?.elements.map(({ name, regionIds }) => [name, regionIds.length])).toEqual(
      outcome.map(({ name, regionIds }) => [name, regionIds.length]),
    );
    expect(seen.setAside).toMatchObject([{ batchId: 'newer', problem: { message: expect.stringMatching(/newer Aquachrome/) } }]);
    expect(outbox.waiting.size).toBe(0);
    expect(outbox.aside.size).toBe(1);
  });
});
