import type { ApplyBatchAnswer, KeptMake } from '#model/api/makes';
import { keptMakeSchema } from '#model/api/makes';
import type { Problem } from '#model/api/problem';
import type { Make } from '#model/make';
import type { Batch, Operation } from '#model/operation';
import { applyOperation, applyOperations, OperationError } from '#core/make/apply';
import { CallProblem, problemToShow } from '#islands/shared/server-calls.ts';
import type { Outbox, WaitingBatch, WaitingBlob } from './outbox';

export type KeepState =
  | { kind: 'kept' }
  | { kind: 'sending' }
  | { kind: 'waiting'; problem: Problem }
  | { kind: 'conflict'; theirs: Make; mine: Make }
  | { kind: 'refused'; problem: Problem };

type Base = { revision: number; document: Make };

export type KeeperOptions = {
  outbox: Outbox;
  read: () => Promise<KeptMake>;
  /** Sends the blobs of a batch, then the batch. */
  send: (batch: Batch, blobs: readonly WaitingBlob[]) => Promise<ApplyBatchAnswer>;
  /** Told after every change of the document or of the keep state. */
  onChange: (document: Make, state: KeepState) => void;
  newId?: () => string;
  /** First wait before trying again, in ms; doubles up to 8 s. Default 600. */
  firstRetryMs?: number;
};

/**
 * Keeps the edits of one make: each is applied here at once, laid down in the outbox, sent in order, and taken off only when
 * the server has said that it keeps it.
 */
export class Keeper {
  private base: Base | undefined;
  private queue: WaitingBatch[] = [];
  private state: KeepState = { kind: 'kept' };
  private document: Make | undefined;
  private sending = false;
  private retryMs: number;
  private retryTimer: ReturnType<typeof setTimeout> | undefined;
  private sequence = 0;
  private laidDown: Promise<void> = Promise.resolve();

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
    const arrived = new Set(kept.appliedBatchIds);
    await this.options.outbox.remove(waiting.filter(({ batchId }) => arrived.has(batchId)).map(({ batchId }) => batchId));
    this.base = { revision: kept.revision, document: kept.document };
    this.queue = waiting.filter(({ batchId }) => !arrived.has(batchId));
    this.sequence = this.queue.length;
    const first = this.queue[0];
    if (first && first.expectedRevision !== kept.revision) this.enterConflict(kept);
    else {
      this.document = fitting(kept.document, this.queue);
      this.tell(this.queue.length > 0 ? { kind: 'sending' } : { kind: 'kept' });
      void this.pump();
    }
  }

  /** Applies an edit and queues it with the blobs it names. @throws OperationError when it does not fit; then nothing has changed. */
  edit(operations: readonly Operation[], blobs: readonly WaitingBlob[] = []): void {
    if (!this.base || !this.document) throw new Error('The make is not loaded yet.');
    this.document = applyOperations(this.document, operations);
    const batch: WaitingBatch = {
      makeId: this.makeId,
      tabId: this.options.outbox.tabId,
      batchId: this.newId(),
      sequence: this.sequence++,
      expectedRevision: this.base.revision + this.queue.length,
      operations: [...operations],
      blobs: [...blobs],
    };
    this.queue.push(batch);
    this.laidDown = this.laidDown.then(() => this.options.outbox.put([batch]));
    if (this.state.kind === 'conflict') this.tell({ ...this.state, mine: this.document });
    else if (this.state.kind === 'kept') this.tell({ kind: 'sending' });
    else this.tell(this.state);
    this.laidDown.then(
      () => this.pump(),
      (error: unknown) => this.tell({ kind: 'refused', problem: problemToShow(error) }),
    );
  }

  /** Bytes that the server may not have yet. */
  waitingBlob(sha256: string): Uint8Array<ArrayBuffer> | undefined {
    return this.queue.flatMap(({ blobs }) => blobs).find((blob) => blob.sha256 === sha256)?.bytes;
  }

  /** Tries again now, for example when the browser says that it is online. */
  tryNow(): void {
    clearTimeout(this.retryTimer);
    void this.pump();
  }

  /** Ends a conflict by the other window's version: what waited here is given up. */
  async takeTheirs(): Promise<void> {
    await this.dropQueue();
    const kept = await this.options.read();
    this.base = { revision: kept.revision, document: kept.document };
    this.document = kept.document;
    this.tell({ kind: 'kept' });
  }

  /** Ends a conflict by laying this window's edits on the other's version; what no longer fits there is left out and counted. */
  async layMineOnTop(): Promise<{ leftOut: number }> {
    const kept = await this.options.read();
    const operations = this.queue.flatMap((batch) => batch.operations);
    const blobs = this.queue.flatMap((batch) => batch.blobs);
    let document = kept.document;
    const fits: Operation[] = [];
    for (const operation of operations) {
      try {
        document = applyOperation(document, operation);
        fits.push(operation);
      } catch (error) {
        if (!(error instanceof OperationError)) throw error;
      }
    }
    await this.dropQueue();
    this.base = { revision: kept.revision, document: kept.document };
    this.document = kept.document;
    this.state = { kind: 'kept' };
    if (fits.length > 0) this.edit(fits, blobs);
    else this.tell({ kind: 'kept' });
    return { leftOut: operations.length - fits.length };
  }

  stop(): void {
    clearTimeout(this.retryTimer);
  }

  private newId(): string {
    return (this.options.newId ?? (() => crypto.randomUUID()))();
  }

  private tell(state: KeepState): void {
    this.state = state;
    if (this.document) this.options.onChange(this.document, state);
  }

  private async dropQueue(): Promise<void> {
    const dropped = this.queue.map(({ batchId }) => batchId);
    this.queue = [];
    await this.laidDown;
    await this.options.outbox.remove(dropped);
  }

  private enterConflict(kept: { document: Make; revision: number }): void {
    this.document ??= fitting(kept.document, this.queue);
    this.tell({ kind: 'conflict', theirs: kept.document, mine: this.document });
  }

  /** Sends what waits, one batch after the other. */
  private async pump(): Promise<void> {
    if (this.sending || !this.base || this.state.kind === 'conflict' || this.state.kind === 'refused') return;
    this.sending = true;
    try {
      for (let batch = this.queue[0]; batch; batch = this.queue[0]) {
        const { batchId, operations, blobs } = batch;
        const answer = await this.options.send({ batchId, baseRevision: this.base.revision, operations }, blobs);
        this.base = { revision: answer.revision, document: applyOperations(this.base.document, operations) };
        this.queue.shift();
        this.retryMs = this.options.firstRetryMs ?? 600;
        await this.options.outbox.remove([batchId]);
      }
      this.tell({ kind: 'kept' });
    } catch (error) {
      this.onSendFailed(error);
    } finally {
      this.sending = false;
    }
  }

  private onSendFailed(error: unknown): void {
    if (error instanceof CallProblem && error.status === 409) {
      const kept = keptMakeSchema.safeParse((error.body as { kept?: unknown }).kept);
      if (kept.success) {
        this.enterConflict(kept.data);
        return;
      }
    }
    if (error instanceof CallProblem && !error.mayPass) {
      this.tell({ kind: 'refused', problem: error.problem });
      return;
    }
    this.tell({ kind: 'waiting', problem: problemToShow(error) });
    this.retryTimer = setTimeout(() => void this.pump(), this.retryMs);
    this.retryMs = Math.min(8_000, this.retryMs * 2);
  }
}

/** The make with the waiting batches on it; a batch that no longer fits is passed over here and shown as a conflict when sent. */
function fitting(document: Make, queue: readonly WaitingBatch[]): Make {
  let make = document;
  for (const { operations } of queue) {
    try {
      make = applyOperations(make, operations);
    } catch (error) {
      if (!(error instanceof OperationError)) throw error;
    }
  }
  return make;
}
