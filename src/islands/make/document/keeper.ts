import type { KeptMake } from '#model/api/makes';
import { keptMakeSchema } from '#model/api/makes';
import type { Problem } from '#model/api/problem';
import { type Make, makeSchemaVersion } from '#model/make';
import type { Batch, Operation, Steps, StepTurn } from '#model/operation';
import { applyOperation, applyOperations } from '#core/make/apply';
import { checkChanged, soundOperations } from '#core/make/sound-edit';
import { describeOperations } from '#core/make/describe';
import { invertOperations } from '#core/make/invert';
import { OperationError } from '#core/make/operation-error';
import { decodeRegionTable, indexTable, type RegionTables, tablesNamed } from '#core/make/region-tables';
import { splitOperations } from '#core/make/split-operations';
import { advanceSteps, noSteps, withoutLostRegions } from '#core/make/steps';
import type { Upgraded } from '#core/upgrade/upgraded';
import { CallProblem, problemToShow } from '#islands/shared/server-calls.ts';
import type { LaidDownBatch, WaitingBlob } from '#model/waiting';
import type { SetAside, WaitingBatch } from '#islands/shared/outbox.ts';
import type { EditOptions, KeeperOptions, KeepState } from './keeping';

type Base = { revision: number; document: Make; steps: Steps; epoch: string };

/** Operations as today's schema has them; what only older ones need is fetched when there is such a one. */
async function broughtToToday(
  { schema, operations }: LaidDownBatch,
  onto: { make: Make; tables: RegionTables },
): Promise<Upgraded<Operation[]>> {
  if (schema === makeSchemaVersion) return { value: soundOperations(operations as Operation[]), blobs: [] };
  const { upgrade } = await import('#core/upgrade/upgrade');
  return upgrade({ what: 'operations', schema, value: operations, onto });
}

/**
 * Keeps the edits of one make: each is applied here at once, laid down in the outbox, sent in order, and taken off only when
 * the server has said that it keeps it. What the server refuses for good is set aside and holds up nothing.
 */
export class Keeper {
  private base: Base | undefined;
  private queue: WaitingBatch[] = [];
  private state: KeepState = { kind: 'kept' };
  private document: Make | undefined;
  private steps: Steps = noSteps;
  private tables: RegionTables = new Map();
  private aside: SetAside[] = [];
  private sending = false;
  private retryMs: number;
  private retryTimer: ReturnType<typeof setTimeout> | undefined;
  private sequence = 0;
  private laidDown: Promise<void> = Promise.resolve();
  private stopped = false;

  constructor(
    private readonly makeId: string,
    private readonly options: KeeperOptions,
  ) {
    this.retryMs = options.firstRetryMs ?? 600;
  }

  /** Reads the kept make and what is still waiting for it. @throws CallProblem when the server is away. */
  async start(): Promise<void> {
    const kept = await this.options.read();
    const waiting = await this.options.outbox.adopt(this.makeId);
    this.aside = await this.options.outbox.allSetAside(this.makeId);
    const arrived = new Set(kept.appliedBatchIds);
    await this.options.outbox.replace(
      waiting.filter(({ batchId }) => arrived.has(batchId)).map(({ batchId }) => batchId),
      [],
    );
    this.base = baseOf(kept);
    const left = waiting.filter(({ batchId }) => !arrived.has(batchId));
    const isRestored = left.some(({ epoch }) => epoch !== undefined && epoch !== kept.epoch);
    const isConflict = isRestored || (left[0] !== undefined && left[0].expectedRevision !== kept.revision);
    await this.adopt(left);
    this.rebuild();
    if (isConflict && this.queue.length > 0) return this.enterConflict(kept.document, isRestored);
    this.tell(this.queue.length > 0 ? { kind: 'sending' } : { kind: 'kept' });
    void this.pump();
  }

  /**
   * Applies an edit and queues it. The operations are a function of the newest make, asked now; null: nothing is to be done.
   * @returns whether anything was done.
   * @throws OperationError when it does not fit; then nothing has changed.
   */
  edit(change: (make: Make) => readonly Operation[] | null, options: EditOptions = {}): boolean {
    if (!this.base || !this.document) throw new Error('The make is not loaded yet.');
    const wished = change(this.document);
    if (!wished || wished.length === 0) return false;
    // By the schemas of the server: what it would refuse is not shown as done.
    const operations = soundOperations(wished);
    const { blobs = [], tables, turn = { kind: 'do' } } = options;
    if (tables) this.tables = new Map([...this.tables, ...tables]);
    const step = this.stepTurn(turn);
    const batches = splitOperations(operations).map(
      (run, index): WaitingBatch => ({
        schema: makeSchemaVersion,
        makeId: this.makeId,
        tabId: this.options.outbox.tabId,
        batchId: this.newId(),
        sequence: this.sequence + index,
        expectedRevision: (this.base as Base).revision + this.queue.length + index,
        operations: run,
        blobs: index === 0 ? [...blobs] : [],
        epoch: (this.base as Base).epoch,
        // A step too large for one batch goes on in the next.
        ...(step ? { step: index > 0 && step.turn === 'do' ? { ...step, turn: 'follow' } : step } : {}),
      }),
    );
    // Whole or not at all: what does not fit throws here, before anything is changed.
    let { document, steps } = { document: this.document, steps: this.steps };
    for (const batch of batches) ({ document, steps } = this.advanced(document, steps, batch));
    checkChanged(this.document, document);
    Object.assign(this, { document, steps });
    this.sequence += batches.length;
    this.queue.push(...batches);
    this.layDown([], batches);
    if (this.state.kind === 'conflict') this.tell({ ...this.state, mine: document });
    else this.tell(this.state.kind === 'kept' ? { kind: 'sending' } : this.state);
    return true;
  }

  /** Region tables of the given digests, fetched where they are not here yet. @throws CallProblem or RangeError */
  async loadTables(digests: readonly string[]): Promise<void> {
    const missing = digests.filter((digest) => !this.tables.has(digest));
    if (missing.length === 0) return;
    const loaded = await Promise.all(
      missing.map(async (digest) => {
        const bytes = this.waitingBlob(digest) ?? (await this.options.blobOf(digest));
        return [digest, indexTable(decodeRegionTable(bytes))] as const;
      }),
    );
    this.tables = new Map([...this.tables, ...loaded]);
    if (this.document) this.tell(this.state);
  }

  /** Takes the newest step back, or does the last one taken back again. @returns whether there was one. @throws OperationError, CallProblem */
  async takeStep(kind: 'undo' | 'redo'): Promise<boolean> {
    const step = this.steps[kind].at(-1);
    if (!step || !this.document) return false;
    const operations = kind === 'undo' ? step.inverse : step.done;
    await this.loadTables(tablesNamed(this.document, operations));
    // Another step may have been taken while tables were fetched.
    if (this.steps[kind].at(-1)?.id !== step.id) return false;
    // Regions that a reading lost since then are not brought back by what is older.
    const left = withoutLostRegions(this.document, operations, this.tables);
    // Where nothing is left of it, the step is taken all the same: those before it must be reached.
    const taken = left.length > 0 ? left : [nothingOf(this.document)];
    return this.edit(() => taken, { turn: { kind, id: step.id } });
  }

  /** Bytes that the server may not have yet. */
  waitingBlob(sha256: string): Uint8Array<ArrayBuffer> | undefined {
    return this.queue.flatMap(({ blobs }) => blobs).find((blob) => blob.sha256 === sha256)?.bytes;
  }

  /** What waits for the server, in order. */
  waitingBatches(): readonly WaitingBatch[] {
    return this.queue;
  }

  /** Tries again now, for example when the browser says that it is online. */
  tryNow(): void {
    clearTimeout(this.retryTimer);
    void this.pump();
  }

  /** Ends a conflict by the other window's version: what waited here is given up. */
  async takeTheirs(): Promise<void> {
    const kept = await this.options.read();
    const dropped = this.queue;
    this.queue = [];
    this.layDown(dropped, []);
    await this.laidDown;
    this.base = baseOf(kept);
    this.rebuild();
    this.tell({ kind: 'kept' });
  }

  /** Ends a conflict by laying this window's edits on the other's version; what no longer fits there is left out and counted. */
  async layMineOnTop(): Promise<{ leftOut: number }> {
    const kept = await this.options.read();
    // All that may fail comes first: until then everything is as it was.
    await this.loadTables(this.queue.flatMap(({ operations }) => tablesNamed(kept.document, operations)));
    const old = this.queue;
    let document = kept.document;
    let leftOut = 0;
    const queue: WaitingBatch[] = [];
    for (const batch of old) {
      const fits = batch.operations.filter((operation) => {
        try {
          document = applyOperation(document, operation, this.tables);
          return true;
        } catch (error) {
          if (!(error instanceof OperationError)) throw error;
          leftOut++;
          return false;
        }
      });
      const expectedRevision = kept.revision + queue.length;
      if (fits.length > 0) queue.push({ ...batch, batchId: this.newId(), operations: fits, expectedRevision, epoch: kept.epoch });
    }
    this.base = baseOf(kept);
    this.queue = queue;
    this.layDown(old, queue);
    this.rebuild();
    this.tell(this.queue.length > 0 ? { kind: 'sending' } : { kind: 'kept' });
    void this.pump();
    return { leftOut };
  }

  /** Forgets an edit that was set aside. */
  async dropSetAside(batchId: string): Promise<void> {
    await this.options.outbox.dropSetAside(batchId);
    this.aside = this.aside.filter((entry) => entry.batchId !== batchId);
    this.tell(this.state);
  }

  stop(): void {
    this.stopped = true;
    clearTimeout(this.retryTimer);
  }

  private newId(): string {
    return (this.options.newId ?? (() => crypto.randomUUID()))();
  }

  private stepTurn(turn: NonNullable<EditOptions['turn']>): StepTurn | undefined {
    if (turn.kind === 'none') return undefined;
    if (turn.kind === 'do') return { id: this.newId(), turn: 'do' };
    if (turn.kind !== 'join') return { id: turn.id, turn: turn.kind };
    const { undo } = this.steps;
    const joined = undo.findLast((step, place) => turn.to(step, place === undo.length - 1));
    return joined ? { id: joined.id, turn: 'follow' } : this.stepTurn({ kind: turn.otherwise });
  }

  private tell(state: KeepState): void {
    this.state = state;
    if (!this.document || this.stopped) return;
    const { document: make, steps, tables, aside } = this;
    this.options.onChange({ make, keep: state, steps, tables, setAside: aside });
  }

  /** The make and its steps after a batch. @throws OperationError */
  private advanced(document: Make, steps: Steps, { operations, step }: Pick<WaitingBatch, 'operations' | 'step'>) {
    const inverse = step ? invertOperations(document, operations, this.tables) : [];
    return { document: applyOperations(document, operations, this.tables), steps: advanceSteps(steps, step, operations, inverse) };
  }

  /** The kept make with what waits on it. A batch that no longer fits is passed over: the server will refuse it. */
  private rebuild(): void {
    if (!this.base) return;
    let { document, steps } = this.base;
    for (const batch of this.queue) {
      try {
        ({ document, steps } = this.advanced(document, steps, batch));
      } catch (error) {
        if (!(error instanceof OperationError)) throw error;
      }
    }
    Object.assign(this, { document, steps });
  }

  /** Takes over batches as they were laid down, brought to today's schema; one that cannot be read is set aside. */
  private async adopt(batches: readonly LaidDownBatch[]): Promise<void> {
    if (!this.base) return;
    let make = this.base.document;
    // Older edits know regions by former names, which stand in the tables.
    if (batches.some(({ schema }) => schema === undefined)) await this.loadTables(tableDigests(make));
    for (const batch of batches) {
      try {
        // What waits names its tables by blobs that wait with it, or that the server keeps.
        const sent = batch.schema === makeSchemaVersion ? tablesNamed(make, batch.operations as Operation[]) : [];
        await this.loadTablesFrom(sent, batch.blobs);
        const { value: operations, blobs } = await broughtToToday(batch, { make, tables: this.tables });
        const all = [...batch.blobs, ...blobs];
        await this.loadTablesFrom(tablesNamed(make, operations), all);
        const own: WaitingBatch = { ...batch, schema: makeSchemaVersion, operations, blobs: all, expectedRevision: batch.expectedRevision };
        this.queue.push(own);
        if (blobs.length > 0 || batch.schema !== makeSchemaVersion) this.layDown([], [own]);
        make = applyOperations(make, operations, this.tables);
      } catch (error) {
        if (error instanceof CallProblem && error.mayPass) throw error;
        // Of today's schema but not fitting: the server is asked, and says why.
        if (error instanceof OperationError && this.queue.at(-1)?.batchId === batch.batchId) continue;
        await this.putAside(batch, problemToShow(error));
      }
    }
    this.sequence = Math.max(0, ...this.queue.map(({ sequence }) => sequence + 1));
    await this.laidDown;
  }

  private async loadTablesFrom(digests: readonly string[], blobs: readonly WaitingBlob[]): Promise<void> {
    const here = blobs.filter(({ sha256 }) => digests.includes(sha256) && !this.tables.has(sha256));
    this.tables = new Map([...this.tables, ...here.map(({ sha256, bytes }) => [sha256, indexTable(decodeRegionTable(bytes))] as const)]);
    await this.loadTables(digests);
  }

  private layDown(gone: readonly WaitingBatch[], batches: readonly WaitingBatch[]): void {
    const ids = gone.map(({ batchId }) => batchId);
    this.laidDown = this.laidDown.then(() => this.options.outbox.replace(ids, batches));
    this.laidDown = this.laidDown.catch((error: unknown) => {
      // The browser has no room: the edit lives in this page only, and is sent all the same.
      this.tell({ kind: 'waiting', problem: problemToShow(error) });
    });
    void this.laidDown.then(() => this.pump());
  }

  private async putAside(batch: LaidDownBatch | WaitingBatch, problem: Problem): Promise<void> {
    const words =
      this.base && batch.schema === makeSchemaVersion ? describeOperations(this.base.document, batch.operations as Operation[]) : '';
    const { batchId, makeId } = batch;
    // Bytes of pictures would make the file useless to read; the server has been sent them.
    const entry: SetAside = { batchId, makeId, at: new Date().toISOString(), words, problem, batch: { ...batch, blobs: [] } };
    await this.options.outbox.setAside(entry);
    this.aside = [...this.aside.filter((other) => other.batchId !== batchId), entry];
  }

  private enterConflict(theirs: Make, isRestored: boolean): void {
    if (this.document) this.tell({ kind: 'conflict', theirs, mine: this.document, isRestored });
  }

  /** Sends what waits, one batch after the other. */
  private async pump(): Promise<void> {
    if (this.sending || this.stopped || !this.base || this.state.kind === 'conflict') return;
    this.sending = true;
    try {
      for (let batch = this.queue[0]; batch; batch = this.queue[0]) {
        await this.sendOne(batch, this.base);
        if (this.stopped) return;
      }
      this.retryMs = this.options.firstRetryMs ?? 600;
      this.tell({ kind: 'kept' });
    } catch (error) {
      this.onSendFailed(error);
    } finally {
      this.sending = false;
    }
  }

  private async sendOne(batch: WaitingBatch, base: Base): Promise<void> {
    const { schema, batchId, operations, blobs, step, epoch } = batch;
    try {
      const sent = {
        schema: schema as Batch['schema'],
        batchId,
        baseRevision: base.revision,
        operations,
        ...(step ? { step } : {}),
        ...(epoch ? { epoch } : {}),
      };
      const { revision } = await this.options.send(sent, blobs);
      this.base = { ...base, revision, ...this.advanced(base.document, base.steps, batch) };
      this.queue.shift();
      this.retryMs = this.options.firstRetryMs ?? 600;
      await this.laidDown;
      await this.options.outbox.replace([batchId], []);
    } catch (error) {
      const isForGood = error instanceof CallProblem && !error.mayPass && error.status !== 409;
      if (!isForGood) throw error;
      await this.laidDown;
      await this.putAside(batch, error.problem);
      this.queue.shift();
      // What comes after it starts one revision earlier.
      this.queue = this.queue.map((other) => ({ ...other, expectedRevision: other.expectedRevision - 1 }));
      this.layDown([], this.queue);
      this.rebuild();
      this.tell({ kind: 'sending' });
    }
  }

  private onSendFailed(error: unknown): void {
    if (error instanceof CallProblem && error.status === 409) {
      const kept = keptMakeSchema.safeParse((error.body as { kept?: unknown }).kept);
      if (kept.success) {
        this.enterConflict(kept.data.document, error.problem.code === 'other-history');
        return;
      }
    }
    this.tell({ kind: 'waiting', problem: problemToShow(error) });
    this.retryTimer = setTimeout(() => void this.pump(), this.retryMs);
    this.retryMs = Math.min(8_000, this.retryMs * 2);
  }
}

/** An edit that changes nothing. */
function nothingOf({ name }: Make): Operation {
  return { kind: 'patch', entity: 'make', fields: { name } };
}

function baseOf({ revision, document, steps, epoch }: KeptMake): Base {
  return { revision, document, steps, epoch };
}

function tableDigests(make: Make): string[] {
  return make.pictures.flatMap(({ regionMap }) => (regionMap ? [regionMap.table] : []));
}
