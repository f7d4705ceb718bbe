import { spawn } from 'node:child_process';
import { type ApplyBatchAnswer, applyBatchAnswerSchema, keptMakeSchema } from '#model/api/makes';
import type { Make } from '#model/make';
import type { Batch, Operation, Steps } from '#model/operation';
import { applyOperations } from '#core/make/apply';
import { blobsNamed, blobsOfPicture } from '#core/make/blobs-named';
import { digestOf } from '#core/make/digest';
import { newMake } from '#core/make/new-make';
import type { IndexedTable } from '#core/make/region-tables';
import { CallProblem } from '#islands/shared/server-calls.ts';
import { Keeper } from '#islands/make/document/keeper.ts';
import type { KeepState } from '#islands/make/document/keeping.ts';
import type { WaitingBlob } from '#model/waiting';
import type { SetAside } from '#islands/shared/outbox.ts';
import { openDatabase } from '#server/db/database';
import { readMake } from '#server/store/makes';
import { madeUpPicture, madeUpTable } from '../made-up-make';
import { memoryOutbox } from '../memory-outbox';
import { seeded } from '../seeded';
import { type Application, startApplication } from './application';
import { openColourer } from './session-faults';

export type FaultFigures = {
  rounds: number;
  serverKills: number;
  databaseKills: number;
  sweepKills: number;
  edits: number;
  operations: number;
  acknowledged: number;
  /** Requests that failed and were sent again by the keeper. */
  failedSends: number;
  /** Batches whose answer was lost although they were applied; the second sending was recognised. */
  recognisedAgain: number;
  /** Edits that the server must refuse for good, and how many were set aside. */
  refusals: number;
  setAside: number;
  lost: number;
  appliedTwice: number;
  wrongDocuments: number;
  wrongSteps: number;
  /** Blobs that a document or a step names and that are gone. */
  goneBlobs: number;
  /** What was told of a session, and what of it is not there in its order, or twice. */
  sessionEntries: number;
  lostEntries: number;
  doubledEntries: number;
};

/** What must stay 0. */
export const faultsOf = (figures: FaultFigures): number => {
  const { lost, appliedTwice, wrongDocuments, wrongSteps, goneBlobs, refusals, setAside, lostEntries, doubledEntries } = figures;
  return lost + appliedTwice + wrongDocuments + wrongSteps + goneBlobs + lostEntries + doubledEntries + Math.abs(refusals - setAside);
};

type Editor = {
  makeId: string;
  keeper: Keeper;
  state: KeepState;
  make: Make;
  steps: Steps;
  setAside: readonly SetAside[];
  /** Ids of batches for which the server's answer arrived. */
  acknowledged: Set<string>;
  tables: Map<string, IndexedTable>;
};

type Edit = { operations: Operation[]; blobs?: WaitingBlob[]; tables?: Map<string, IndexedTable>; isRefused?: boolean };

async function callServer(address: string, path: string, init: RequestInit = {}): Promise<unknown> {
  let response: Response;
  let body: unknown;
  try {
    response = await fetch(`${address}${path}`, {
      ...init,
      headers: { 'content-type': 'application/json', origin: address, ...init.headers },
      signal: AbortSignal.timeout(15_000),
    });
    body = await response.json();
  } catch {
    throw new CallProblem(0, { code: 'away', message: 'away', remedy: 'wait' });
  }
  if (!response.ok) throw new CallProblem(response.status, body as CallProblem['problem'], body);
  return body;
}

async function openEditor(address: string, makeId: string, figures: FaultFigures): Promise<Editor> {
  await callServer(address, '/api/makes', { method: 'POST', body: JSON.stringify({ id: makeId, name: makeId }) });
  const editor: Partial<Editor> & { acknowledged: Set<string>; tables: Map<string, IndexedTable> } = {
    makeId,
    acknowledged: new Set(),
    tables: new Map(),
  };
  const send = async (batch: Batch, blobs: readonly WaitingBlob[]): Promise<ApplyBatchAnswer> => {
    try {
      for (const { bytes } of blobs)
        await callServer(address, '/api/blobs', { method: 'POST', body: bytes, headers: { 'content-type': 'application/octet-stream' } });
      const answer = applyBatchAnswerSchema.parse(
        await callServer(address, `/api/makes/${makeId}/batches`, { method: 'POST', body: JSON.stringify(batch) }),
      );
      editor.acknowledged.add(batch.batchId);
      if (answer.alreadyApplied) figures.recognisedAgain++;
      return answer;
    } catch (error) {
      if (error instanceof CallProblem && error.mayPass) figures.failedSends++;
      throw error;
    }
  };
  editor.keeper = new Keeper(makeId, {
    outbox: memoryOutbox(),
    read: async () => keptMakeSchema.parse(await callServer(address, `/api/makes/${makeId}`)),
    blobOf: async (sha256) => new Uint8Array(await (await fetch(`${address}/api/blobs/${sha256}`)).arrayBuffer()),
    send,
    firstRetryMs: 40,
    onChange: ({ make, keep, steps, setAside }) => void Object.assign(editor, { make, state: keep, steps, setAside }),
  });
  await editor.keeper.start();
  return editor as Editor;
}

function blobOf(text: string): WaitingBlob {
  const bytes = new Uint8Array(new TextEncoder().encode(text));
  return { sha256: digestOf(bytes), bytes };
}

/** An edit that changes the document in a way that a second application would spoil or refuse. */
function randomEdit(make: Make, random: () => number, number: number): Edit {
  const picture = make.pictures[0];
  const pictureId = 'p';
  if (!picture) {
    const blob = blobOf(`${make.id} grey`);
    const { sha256 } = blob;
    const row = madeUpPicture({
      id: pictureId,
      original: { sha256, mediaType: 'image/png', fileName: 'p.png' },
      grey: { sha256, widthPx: 10, heightPx: 10 },
    });
    return { operations: [{ kind: 'put', entity: 'picture', row }], blobs: [blob] };
  }
  const choice = random();
  const victim = picture.elements[Math.floor(random() * picture.elements.length)];
  if (choice < 0.04) {
    // Bytes that were never sent: refused for good.
    const grey = { sha256: number.toString(16).padStart(64, '0'), widthPx: 9, heightPx: 9 };
    return { operations: [{ kind: 'patch', entity: 'picture', id: pictureId, fields: { grey } }], isRefused: true };
  }
  if (choice < 0.16) {
    // A mend: its row, and the regions found anew, which no reading before has found.
    const given = picture.regionsGiven;
    const made = madeUpTable([`r${given + 1}`, `r${given + 2}`]);
    const map = blobOf(`${make.id} map ${number}`);
    const regionMap = { labelMap: map.sha256, table: made.sha256, widthPx: 10, heightPx: 10, count: 2, of: `reading ${number}` };
    return {
      operations: [
        { kind: 'put', entity: 'mend', pictureId, row: { kind: 'paper', id: `mend-${number}`, at: [1, 1] } },
        { kind: 'setRegionMap', pictureId, regionMap, givenBefore: given },
        ...(victim
          ? [{ kind: 'assignRegions' as const, pictureId, assignments: [{ regionId: `r${given + 1}`, elementId: victim.id }] }]
          : []),
      ],
      blobs: [map, { sha256: made.sha256, bytes: made.bytes }],
      tables: new Map([[made.sha256, made.table]]),
    };
  }
  if (choice < 0.5 || !victim) {
    const row = { id: `e${number}`, name: `Element ${number}`, regionIds: [] };
    return { operations: [{ kind: 'put', entity: 'element', pictureId, row }] };
  }
  if (choice < 0.65) return { operations: [{ kind: 'remove', entity: 'element', pictureId, id: victim.id }] };
  if (choice < 0.85)
    return { operations: [{ kind: 'patch', entity: 'element', pictureId, id: victim.id, fields: { name: `Renamed ${number}` } }] };
  const lamp = { kind: 'distant' as const, azimuthDeg: number % 360, heightDeg: 30 };
  return { operations: [{ kind: 'patch', entity: 'make', fields: { name: `Make ${number}`, lamp } }] };
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** One edit, or one step back or forth. */
async function editOnce(editor: Editor, random: () => number, figures: FaultFigures): Promise<void> {
  const number = figures.edits++;
  const turn = random();
  if (turn < 0.12 && editor.steps.undo.length > 0) return void (await editor.keeper.takeStep('undo'));
  if (turn < 0.18 && editor.steps.redo.length > 0) return void (await editor.keeper.takeStep('redo'));
  const { operations, blobs = [], tables, isRefused } = randomEdit(editor.make, random, number);
  for (const [digest, table] of tables ?? []) editor.tables.set(digest, table);
  figures.operations += operations.length;
  if (isRefused) figures.refusals++;
  // What is refused is no step: nobody can be told to take it back.
  editor.keeper.edit(() => operations, { blobs, ...(tables ? { tables } : {}), ...(isRefused ? { turn: { kind: 'none' } } : {}) });
}

async function settled(editor: Editor): Promise<void> {
  for (let attempt = 0; attempt < 3000; attempt++) {
    if (editor.state.kind === 'kept') return;
    if (editor.state.kind === 'conflict') throw new Error(`${editor.makeId} ended in a conflict`);
    if (editor.state.kind === 'waiting') editor.keeper.tryNow();
    await pause(20);
  }
  throw new Error(`${editor.makeId} was not kept in time: ${JSON.stringify(editor.state)}`);
}

/** Compares what the database holds with what the editors were told. */
async function audit(application: Application, editors: readonly Editor[], figures: FaultFigures): Promise<void> {
  const database = openDatabase(application.databaseUrl);
  Object.assign(figures, { lost: 0, appliedTwice: 0, wrongDocuments: 0, wrongSteps: 0, goneBlobs: 0 });
  figures.setAside = editors.reduce((sum, { setAside }) => sum + setAside.length, 0);
  for (const editor of editors) {
    const kept = await readMake(database, editor.makeId);
    const batches = await database.makeBatches.findAll({ where: { makeId: editor.makeId }, order: [['revision', 'ASC']] });
    const applied = batches.map(({ batchId }) => batchId);
    figures.lost += [...editor.acknowledged].filter((batchId) => !applied.includes(batchId)).length;
    figures.appliedTwice += applied.length - new Set(applied).size + Math.abs(kept.revision - applied.length);
    const replayed = batches.reduce(
      (make, { operations }) => applyOperations(make, operations ?? [], editor.tables),
      newMake({ id: editor.makeId, name: editor.makeId }),
    );
    const same = [kept.document, replayed].every((make) => sorted(make) === sorted(editor.make));
    if (!same) figures.wrongDocuments++;
    if (sorted(kept.steps) !== sorted(editor.steps)) figures.wrongSteps++;
    const steps = [...kept.steps.undo, ...kept.steps.redo].flatMap(({ done, inverse }) => [...done, ...inverse]);
    const named = new Set([...kept.document.pictures.flatMap(blobsOfPicture), ...blobsNamed(steps)]);
    const there = await database.blobs.count({ where: { sha256: [...named] } });
    figures.goneBlobs += named.size - there;
  }
  await database.sequelize.close();
}

/** JSON with the keys in order: PostgreSQL keeps them in another. */
function sorted(value: unknown): string {
  return JSON.stringify(value, (_, inner: unknown) =>
    inner && typeof inner === 'object' && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  );
}

/** All that is kept by now counts as old from here on, so that the sweep may free what nothing needs. */
async function growOld(application: Application): Promise<void> {
  const database = openDatabase(application.databaseUrl);
  await database.sequelize.query("UPDATE blobs SET created_at = now() - interval '40 days'");
  await database.sequelize.close();
}

/** A sweep in a process of its own, killed after so long or left to end. */
function sweepFor(application: Application, killAfterMs: number | null): Promise<void> {
  const child = spawn('node', ['--import', 'tsx', 'scripts/migrate.ts'], {
    env: { ...process.env, AQUACHROME_DATABASE_URL: application.databaseUrl },
    stdio: 'ignore',
  });
  if (killAfterMs !== null) setTimeout(() => child.kill('SIGKILL'), killAfterMs);
  return new Promise((resolve) => child.once('exit', () => resolve()));
}

export type Victim = 'server' | 'database' | 'sweep';

/**
 * Rounds of seeded edits through the real endpoints by the real keeper, among them steps taken back and edits that the server refuses, with
 * a kill -9 of the server, of the database or of a sweep at a random moment of each round. Every acknowledged edit must be there afterwards,
 * none twice, and every blob that something names.
 */
export async function runFaultRounds(options: {
  rounds: number;
  seed: number;
  /** Kills only the one. Default: any, by the seed. */
  only?: Victim | undefined;
  /** So many edits are made in the middle round while the server is away. Default 0. */
  waiting?: number;
  onRound?: (figures: FaultFigures) => void;
}): Promise<FaultFigures> {
  const random = seeded(options.seed);
  const figures: FaultFigures = {
    rounds: 0,
    serverKills: 0,
    databaseKills: 0,
    sweepKills: 0,
    edits: 0,
    operations: 0,
    acknowledged: 0,
    failedSends: 0,
    recognisedAgain: 0,
    refusals: 0,
    setAside: 0,
    lost: 0,
    appliedTwice: 0,
    wrongDocuments: 0,
    wrongSteps: 0,
    goneBlobs: 0,
    sessionEntries: 0,
    lostEntries: 0,
    doubledEntries: 0,
  };
  const application = await startApplication({ ownCluster: true, onlyMake: 'make-balloon-post-pilot' });
  const cluster = application.cluster;
  if (!cluster) throw new Error('The fault rounds need a cluster of their own.');
  const victims: readonly Victim[] = ['server', 'database', 'sweep'];
  try {
    const editors = await Promise.all([1, 2, 3].map((number) => openEditor(application.address, `faults-${number}`, figures)));
    const colourer = await openColourer(application.address, callServer, { id: 'faults-1', name: 'faults-1' });
    for (let round = 0; round < options.rounds; round++) {
      const victim = options.only ?? (victims[Math.floor(random() * 3)] as Victim);
      const killAfterMs = random() * 160;
      await growOld(application);
      const working = editors.map(async (editor) => {
        const edits = 3 + Math.floor(random() * 8);
        for (let edit = 0; edit < edits; edit++) {
          await editOnce(editor, random, figures);
          await pause(random() * 40);
        }
      });
      const colouring = (async () => {
        const acts = 3 + Math.floor(random() * 8);
        for (let act = 0; act < acts; act++) {
          colourer.tellOnce(random);
          await pause(random() * 40);
        }
        if (random() < 0.3) await colourer.reopen();
      })();
      if (victim === 'sweep') {
        figures.sweepKills++;
        // It takes a while to start: some are killed before, some within, some after their work.
        await sweepFor(application, 300 + random() * 900);
      } else await pause(killAfterMs);
      if (victim === 'server') {
        figures.serverKills++;
        await application.stopServer('SIGKILL');
        const [first] = editors;
        if (first && options.waiting && round === options.rounds >> 1) {
          await working[0];
          for (let edit = 0; edit < options.waiting; edit++) await editOnce(first, random, figures);
        }
        await application.startServer();
      } else if (victim === 'database') {
        figures.databaseKills++;
        cluster.kill();
        await cluster.restart();
      }
      await Promise.all([...working, colouring]);
      await Promise.all([...editors.map(settled), colourer.settled()]);
      if (victim === 'sweep') await sweepFor(application, null);
      figures.rounds++;
      figures.acknowledged = editors.reduce((sum, { acknowledged }) => sum + acknowledged.size, 0);
      await audit(application, editors, figures);
      const { told, lost, doubled } = await colourer.audit(application);
      Object.assign(figures, { sessionEntries: told, lostEntries: lost, doubledEntries: doubled });
      options.onRound?.(figures);
      if (faultsOf(figures) > 0) break;
    }
    for (const { keeper } of editors) keeper.stop();
    colourer.stop();
    return figures;
  } finally {
    await application.close();
  }
}
