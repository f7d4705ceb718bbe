import { type ApplyBatchAnswer, applyBatchAnswerSchema, keptMakeSchema } from '#model/api/makes';
import type { Make } from '#model/make';
import type { Batch, Operation } from '#model/operation';
import { applyOperations } from '#core/make/apply';
import { newMake } from '#core/make/new-make';
import { CallProblem } from '#islands/shared/server-calls.ts';
import { Keeper, type KeepState } from '#islands/make/keeper.ts';
import { openDatabase } from '#server/db/database';
import { memoryOutbox } from '../memory-outbox';
import { seeded } from '../seeded';
import { type Application, startApplication } from './application';

export type FaultFigures = {
  rounds: number;
  serverKills: number;
  databaseKills: number;
  edits: number;
  acknowledged: number;
  /** Requests that failed and were sent again by the keeper. */
  failedSends: number;
  /** Batches whose answer was lost although they were applied; the second sending was recognised. */
  recognisedAgain: number;
  lost: number;
  appliedTwice: number;
  wrongDocuments: number;
};

type Editor = {
  makeId: string;
  keeper: Keeper;
  state: KeepState;
  make: Make;
  /** Ids of batches for which the server's answer arrived. */
  acknowledged: Set<string>;
  sent: Map<string, Operation[]>;
};

async function callServer(address: string, path: string, init: RequestInit = {}): Promise<unknown> {
  let response: Response;
  let body: unknown;
  try {
    response = await fetch(`${address}${path}`, {
      ...init,
      headers: { 'content-type': 'application/json', origin: address },
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
  const editor: Partial<Editor> & { acknowledged: Set<string>; sent: Map<string, Operation[]> } = {
    makeId,
    acknowledged: new Set(),
    sent: new Map(),
  };
  const send = async (batch: Batch): Promise<ApplyBatchAnswer> => {
    editor.sent.set(batch.batchId, batch.operations);
    try {
      const answer = applyBatchAnswerSchema.parse(
        await callServer(address, `/api/makes/${makeId}/batches`, { method: 'POST', body: JSON.stringify(batch) }),
      );
      editor.acknowledged.add(batch.batchId);
      if (answer.alreadyApplied) figures.recognisedAgain++;
      return answer;
    } catch (error) {
      figures.failedSends++;
      throw error;
    }
  };
  editor.keeper = new Keeper(makeId, {
    outbox: memoryOutbox(),
    read: async () => keptMakeSchema.parse(await callServer(address, `/api/makes/${makeId}`)),
    send,
    firstRetryMs: 40,
    onChange: (make, state) => Object.assign(editor, { make, state }),
  });
  await editor.keeper.start();
  return editor as Editor;
}

/** An edit that changes the document in a way that a second application would spoil or refuse. */
function randomEdit(make: Make, random: () => number, number: number): Operation[] {
  const picture = make.pictures[0];
  const sha = number.toString(16).padStart(64, '0');
  if (!picture) {
    const size = { widthPx: 10, heightPx: 10 };
    return [
      {
        kind: 'addPicture',
        index: 0,
        picture: {
          id: 'p',
          name: 'p',
          widthMm: 10,
          heightMm: 10,
          original: { sha256: sha, mediaType: 'image/png', fileName: 'p.png' },
          grey: { sha256: sha, ...size },
          elements: [],
        },
      },
    ];
  }
  const choice = random();
  const victim = picture.elements[Math.floor(random() * picture.elements.length)];
  if (choice < 0.5 || !victim) {
    return [
      {
        kind: 'addElement',
        pictureId: 'p',
        index: picture.elements.length,
        element: { id: `e${number}`, name: `Element ${number}`, regionIds: [] },
      },
    ];
  }
  if (choice < 0.65) return [{ kind: 'removeElement', pictureId: 'p', elementId: victim.id }];
  if (choice < 0.85) return [{ kind: 'renameElement', pictureId: 'p', elementId: victim.id, name: `Renamed ${number}` }];
  return [
    { kind: 'renameMake', name: `Make ${number}` },
    { kind: 'setLamp', lamp: { kind: 'distant', azimuthDeg: number % 360, heightDeg: 30 } },
  ];
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

async function settled(editor: Editor): Promise<void> {
  for (let attempt = 0; attempt < 2000; attempt++) {
    if (editor.state.kind === 'kept') return;
    if (editor.state.kind === 'conflict' || editor.state.kind === 'refused')
      throw new Error(`${editor.makeId} ended in ${JSON.stringify(editor.state)}`);
    if (editor.state.kind === 'waiting') editor.keeper.tryNow();
    await pause(20);
  }
  throw new Error(`${editor.makeId} was not kept in time: ${JSON.stringify(editor.state)}`);
}

/** Compares what the database holds with what the editors were told. */
async function audit(application: Application, editors: readonly Editor[], figures: FaultFigures): Promise<void> {
  const database = openDatabase(application.databaseUrl);
  figures.lost = 0;
  figures.appliedTwice = 0;
  figures.wrongDocuments = 0;
  for (const editor of editors) {
    const row = await database.makes.findByPk(editor.makeId, { rejectOnEmpty: true });
    const batches = await database.makeBatches.findAll({ where: { makeId: editor.makeId }, order: [['revision', 'ASC']] });
    const applied = batches.map(({ batchId }) => batchId);
    figures.lost += [...editor.acknowledged].filter((batchId) => !applied.includes(batchId)).length;
    figures.appliedTwice += applied.length - new Set(applied).size + Math.abs(row.revision - applied.length);
    const replayed = batches.reduce(
      (make, { operations }) => applyOperations(make, operations),
      newMake({ id: editor.makeId, name: editor.makeId }),
    );
    const same = [row.document, replayed].every((make) => sorted(make) === sorted(editor.make));
    if (!same) figures.wrongDocuments++;
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

/**
 * Rounds of seeded edits through the real endpoints by the real keeper, with a kill -9 of the server or of the database at a random
 * moment of each round. Every acknowledged edit must be there afterwards, none twice.
 */
export async function runFaultRounds(options: {
  rounds: number;
  seed: number;
  /** Kills only the one. Default: either, by the seed. */
  only?: 'server' | 'database' | undefined;
  onRound?: (figures: FaultFigures) => void;
}): Promise<FaultFigures> {
  const random = seeded(options.seed);
  const figures: FaultFigures = {
    rounds: 0,
    serverKills: 0,
    databaseKills: 0,
    edits: 0,
    acknowledged: 0,
    failedSends: 0,
    recognisedAgain: 0,
    lost: 0,
    appliedTwice: 0,
    wrongDocuments: 0,
  };
  const application = await startApplication({ ownCluster: true, onlyMake: 'make-balloon-post-pilot' });
  const cluster = application.cluster;
  if (!cluster) throw new Error('The fault rounds need a cluster of their own.');
  try {
    const editors = await Promise.all([1, 2, 3].map((number) => openEditor(application.address, `faults-${number}`, figures)));
    for (let round = 0; round < options.rounds; round++) {
      const coin = random() < 0.5;
      const killsServer = options.only ? options.only === 'server' : coin;
      const killAfterMs = random() * 160;
      const working = editors.map(async (editor) => {
        const edits = 3 + Math.floor(random() * 8);
        for (let edit = 0; edit < edits; edit++) {
          editor.keeper.edit(randomEdit(editor.make, random, figures.edits++));
          await pause(random() * 40);
        }
      });
      await pause(killAfterMs);
      if (killsServer) {
        figures.serverKills++;
        await application.stopServer('SIGKILL');
        await application.startServer();
      } else {
        figures.databaseKills++;
        cluster.kill();
        await cluster.restart();
      }
      await Promise.all(working);
      await Promise.all(editors.map(settled));
      figures.rounds++;
      figures.acknowledged = editors.reduce((sum, { acknowledged }) => sum + acknowledged.size, 0);
      await audit(application, editors, figures);
      options.onRound?.(figures);
      if (figures.lost + figures.appliedTwice + figures.wrongDocuments > 0) break;
    }
    for (const { keeper } of editors) keeper.stop();
    return figures;
  } finally {
    await application.close();
  }
}
