import { describe, expect, it } from 'vitest';
import { memoryOutbox } from '../../../tests/memory-outbox';
import type { Make } from '#model/make';
import type { Batch, Operation } from '#model/operation';
import { applyOperations } from '#core/make/apply';
import { newMake } from '#core/make/new-make';
import { CallProblem } from '#islands/shared/server-calls.ts';
import { Keeper, type KeepState } from './keeper';
import type { Outbox, WaitingBlob } from './outbox';

const sha = 'ab'.repeat(32);
const blob: WaitingBlob = { sha256: sha, bytes: new Uint8Array([1, 2, 3]) };
const rename = (name: string): Operation => ({ kind: 'renameMake', name });

/** A server that may be away, or be ahead of the keeper, and that remembers what came. */
function fakeServer(make: Make) {
  const server = { isAway: false, revision: 1, document: make, came: [] as string[] };
  const read = async () => ({
    document: server.document,
    revision: server.revision,
    updatedAt: '2026-11-26T00:00:00Z',
    appliedBatchIds: [],
  });
  const send = async (batch: Batch, blobs: readonly WaitingBlob[]) => {
    if (server.isAway) throw new CallProblem(0, { code: 'server-away', message: 'away', remedy: 'wait' });
    if (batch.baseRevision !== server.revision)
      throw new CallProblem(409, { code: 'conflict', message: 'changed', remedy: 'choose' }, { kept: await read() });
    for (const { sha256 } of blobs) server.came.push(`blob ${sha256.slice(0, 4)}`);
    server.came.push(...batch.operations.map((operation) => ('name' in operation ? operation.name : operation.kind)));
    server.document = applyOperations(server.document, batch.operations);
    server.revision++;
    return { revision: server.revision, alreadyApplied: false };
  };
  return Object.assign(server, { read, send });
}

function startedKeeper(outbox: Outbox, server: ReturnType<typeof fakeServer>) {
  const seen: { make?: Make; state?: KeepState } = {};
  const { read, send } = server;
  const keeper = new Keeper('make-1', {
    outbox,
    read,
    send,
    firstRetryMs: 5,
    onChange: (make, state) => Object.assign(seen, { make, state }),
  });
  return keeper.start().then(() => ({ keeper, seen }));
}

const until = async (isTrue: () => boolean) => {
  for (let tries = 0; tries < 400 && !isTrue(); tries++) await new Promise((resolve) => setTimeout(resolve, 5));
  expect(isTrue()).toBe(true);
};

describe('the keeper', () => {
  it('keeps the blobs of a batch with it while the server is away, through a new start, and sends them together', async () => {
    const outbox = memoryOutbox();
    const server = fakeServer(newMake({ id: 'make-1', name: 'One' }));
    const { keeper, seen } = await startedKeeper(outbox, server);
    server.isAway = true;
    keeper.edit([rename('Two')], [blob]);
    await until(() => seen.state?.kind === 'waiting');
    expect(keeper.waitingBlob(sha)).toEqual(blob.bytes);
    expect(keeper.waitingBlob('cd'.repeat(32))).toBeUndefined();
    keeper.stop();

    const again = await startedKeeper(outbox, server);
    expect(again.seen.make?.name).toBe('Two');
    expect(again.keeper.waitingBlob(sha)).toEqual(blob.bytes);
    server.isAway = false;
    await until(() => again.seen.state?.kind === 'kept');
    expect(server.came).toEqual(['blob abab', 'Two']);
    expect(again.keeper.waitingBlob(sha)).toBeUndefined();
    expect(outbox.waiting.size).toBe(0);
  });

  it('lays edits on the version of another window with their blobs', async () => {
    const server = fakeServer(newMake({ id: 'make-1', name: 'One' }));
    const { keeper, seen } = await startedKeeper(memoryOutbox(), server);
    server.document = { ...server.document, name: 'Theirs' };
    server.revision = 5;
    keeper.edit([rename('Mine')], [blob]);
    await until(() => seen.state?.kind === 'conflict');
    expect(await keeper.layMineOnTop()).toEqual({ leftOut: 0 });
    await until(() => seen.state?.kind === 'kept');
    expect(server.came).toEqual(['blob abab', 'Mine']);
    expect(server.document.name).toBe('Mine');
  });
});
