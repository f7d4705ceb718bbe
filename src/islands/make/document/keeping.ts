import type { ApplyBatchAnswer, KeptMake } from '#model/api/makes';
import type { Problem } from '#model/api/problem';
import type { Make } from '#model/make';
import type { Batch, Step, Steps } from '#model/operation';
import type { IndexedTable, RegionTables } from '#core/make/region-tables';
import type { WaitingBlob } from '#model/waiting';
import type { Outbox, SetAside } from '#islands/shared/outbox.ts';

export type KeepState =
  | { kind: 'kept' }
  | { kind: 'sending' }
  | { kind: 'waiting'; problem: Problem }
  /** `restored`: the data were restored or reset meanwhile; else another window was first. */
  | { kind: 'conflict'; theirs: Make; mine: Make; isRestored: boolean };

/** What a keeper tells of after every change. */
export type Keeping = { make: Make; keep: KeepState; steps: Steps; tables: RegionTables; setAside: readonly SetAside[] };

export type KeeperOptions = {
  outbox: Outbox;
  read: () => Promise<KeptMake>;
  /** Sends the blobs of a batch, then the batch. */
  send: (batch: Batch, blobs: readonly WaitingBlob[]) => Promise<ApplyBatchAnswer>;
  /** Bytes of a blob that the server keeps. */
  blobOf: (sha256: string) => Promise<Uint8Array>;
  onChange: (keeping: Keeping) => void;
  newId?: () => string;
  /** First wait before trying again, in ms; doubles up to 8 s. Default 600. */
  firstRetryMs?: number;
};

export type EditOptions = {
  /** Bytes that the operations name and the server does not have yet. */
  blobs?: readonly WaitingBlob[];
  /** Region tables among those blobs. */
  tables?: ReadonlyMap<string, IndexedTable>;
  /**
   * What the edit is to the maker's steps. Default: a new step. `join`: part of the newest step that `to` says it belongs to, or, where there is none,
   * `otherwise`. `none`: nothing of the maker's.
   */
  turn?:
    | { kind: 'do' }
    | { kind: 'join'; to: (step: Step, isNewest: boolean) => boolean; otherwise: 'do' | 'none' }
    | { kind: 'none' }
    | { kind: 'undo' | 'redo'; id: string };
};
