import type { Problem } from '#model/api/problem';
import type { SessionEntry } from '#model/session';
import { CallProblem, problemToShow } from '#islands/shared/server-calls.ts';
import type { EntriesWaiting } from './entries-waiting';

export type KeptEntries = {
  /** All that was told, in its order: what the server keeps, and after it what waits. */
  entries: readonly SessionEntry[];
  /** How many wait for the server. */
  waiting: number;
  /** Why they wait, or will never be taken (`isForGood`); null: all is well. */
  problem: Problem | null;
  isForGood: boolean;
};

type Options = {
  waiting: EntriesWaiting;
  /** @throws CallProblem */
  send: (entries: readonly SessionEntry[]) => Promise<unknown>;
  onChange: (kept: KeptEntries) => void;
  /** Default 600 ms, doubled up to 8 s. */
  firstRetryMs?: number;
};

/** Entries sent at once. */
const atOnce = 500;

/** Keeps what is told of one session: each entry is there at once, laid down in this browser, sent in order, and taken off when the server has said that it keeps it. */
export class EntryKeeper {
  private entries: SessionEntry[] = [];
  private queue: SessionEntry[] = [];
  private problem: Problem | null = null;
  private isForGood = false;
  private isSending = false;
  private isStopped = false;
  private retryMs: number;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private laidDown: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly sessionId: string,
    private readonly options: Options,
  ) {
    this.retryMs = options.firstRetryMs ?? 600;
  }

  /** Takes in what the server keeps, and sends what was left waiting. */
  async start(kept: readonly SessionEntry[]): Promise<void> {
    const known = new Set(kept.map(({ id }) => id));
    const waiting = await this.options.waiting.of(this.sessionId);
    await this.options.waiting.drop(this.sessionId, known);
    this.queue = waiting.filter(({ id }) => !known.has(id));
    this.entries = [...kept, ...this.queue];
    this.changed();
    void this.pump();
  }

  /** Adds what happened: a function of what is there now. @returns false: nothing happened. */
  tell(entryOf: (entries: readonly SessionEntry[]) => SessionEntry | null): boolean {
    const entry = entryOf(this.entries);
    if (!entry) return false;
    this.entries = [...this.entries, entry];
    this.queue = [...this.queue, entry];
    this.laidDown = this.laidDown
      .then(() => this.options.waiting.add(this.sessionId, entry))
      // No room in the browser: it lives in this page, and is sent all the same.
      .catch((error: unknown) => {
        this.problem = problemToShow(error);
      });
    this.changed();
    void this.laidDown.then(() => this.pump());
    return true;
  }

  tryNow(): void {
    clearTimeout(this.timer);
    void this.pump();
  }

  stop(): void {
    this.isStopped = true;
    clearTimeout(this.timer);
  }

  private async pump(): Promise<void> {
    if (this.isSending || this.isStopped || this.isForGood) return;
    this.isSending = true;
    try {
      while (this.queue.length > 0) {
        const some = this.queue.slice(0, atOnce);
        await this.options.send(some);
        const gone = new Set(some.map(({ id }) => id));
        this.queue = this.queue.filter(({ id }) => !gone.has(id));
        await this.laidDown;
        await this.options.waiting.drop(this.sessionId, gone);
        this.problem = null;
        this.retryMs = this.options.firstRetryMs ?? 600;
        if (this.isStopped) return;
        this.changed();
      }
    } catch (error) {
      this.problem = problemToShow(error);
      this.isForGood = error instanceof CallProblem && !error.mayPass && error.status !== 409;
      if (!this.isForGood && !this.isStopped) {
        this.timer = setTimeout(() => void this.pump(), this.retryMs);
        this.retryMs = Math.min(8_000, this.retryMs * 2);
      }
      if (!this.isStopped) this.changed();
    } finally {
      this.isSending = false;
    }
  }

  private changed(): void {
    const { entries, problem, isForGood } = this;
    this.options.onChange({ entries, waiting: this.queue.length, problem, isForGood });
  }
}
