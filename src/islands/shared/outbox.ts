import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import * as z from 'zod/mini';
import { problemSchema } from '#model/api/problem';
import { idSchema } from '#model/id';
import type { Operation, StepTurn } from '#model/operation';
import { type LaidDownBatch, laidDownSchema } from '#model/waiting';

/** A batch of today that waits for the server. `expectedRevision`: the revision the make must have when it is applied. */
export type WaitingBatch = Omit<LaidDownBatch, 'operations' | 'schema' | 'step'> & {
  schema: number;
  operations: Operation[];
  step?: StepTurn | undefined;
};

/** A batch that will not be kept: refused for good by the server, or of a newer version. It is shown until it is saved as a file or dropped. */
export const setAsideSchema = z.object({
  batchId: idSchema,
  makeId: idSchema,
  at: z.string(),
  words: z.string(),
  problem: problemSchema,
  batch: z.unknown(),
});
export type SetAside = z.infer<typeof setAsideSchema>;

interface OutboxSchema extends DBSchema {
  batches: { key: string; value: LaidDownBatch; indexes: { makeId: string } };
}
/** A database of its own: a new version of the outbox's would wait for pages of an older application that are still open. */
interface AsideSchema extends DBSchema {
  setAside: { key: string; value: SetAside; indexes: { makeId: string } };
}

/** Batches not yet taken by the server, kept in this browser so that neither an outage nor a reload loses one. */
export type Outbox = {
  /** Takes batches off and lays others down, both or neither. */
  replace: (gone: readonly string[], batches: readonly WaitingBatch[]) => Promise<void>;
  /** What this tab, or a tab that is gone, left waiting for a make; now this tab's own. */
  adopt: (makeId: string) => Promise<LaidDownBatch[]>;
  /** Takes in what waited elsewhere, as this tab's own. */
  bringIn: (batches: readonly LaidDownBatch[]) => Promise<void>;
  /** Moves a batch to those set aside. */
  setAside: (entry: SetAside) => Promise<void>;
  allSetAside: (makeId: string) => Promise<SetAside[]>;
  dropSetAside: (batchId: string) => Promise<void>;
  tabId: string;
};

/** A name for this tab that outlives a reload. While the tab lives it holds a lock of that name, so that others can tell. */
async function claimTabId(): Promise<string> {
  const remembered = sessionStorage.getItem('aquachrome-tab');
  for (const tabId of [remembered, crypto.randomUUID()]) {
    if (!tabId) continue;
    const claimed = await new Promise<boolean>((resolve) => {
      void navigator.locks.request(`aquachrome-tab-${tabId}`, { ifAvailable: true }, (lock) => {
        resolve(lock !== null);
        // Held until the tab is gone. A duplicated tab copies the remembered name, finds the lock held and takes a new one.
        return lock === null ? undefined : new Promise<never>(() => {});
      });
    });
    if (!claimed) continue;
    sessionStorage.setItem('aquachrome-tab', tabId);
    return tabId;
  }
  throw new Error('This browser gives no locks between its tabs.');
}

async function livingTabs(): Promise<Set<string>> {
  const { held } = await navigator.locks.query();
  return new Set((held ?? []).map(({ name }) => (name ?? '').replace('aquachrome-tab-', '')));
}

export async function openOutbox(): Promise<Outbox> {
  const database: IDBPDatabase<OutboxSchema> = await openDB<OutboxSchema>('aquachrome-outbox', 1, {
    upgrade: (fresh) => {
      fresh.createObjectStore('batches', { keyPath: 'batchId' }).createIndex('makeId', 'makeId');
    },
  });
  const aside: IDBPDatabase<AsideSchema> = await openDB<AsideSchema>('aquachrome-set-aside', 1, {
    upgrade: (fresh) => {
      fresh.createObjectStore('setAside', { keyPath: 'batchId' }).createIndex('makeId', 'makeId');
    },
  });
  const tabId = await claimTabId();
  const replace = async (gone: readonly string[], batches: readonly LaidDownBatch[]) => {
    const transaction = database.transaction('batches', 'readwrite', { durability: 'strict' });
    for (const batchId of gone) void transaction.store.delete(batchId);
    for (const batch of batches) void transaction.store.put(batch);
    await transaction.done;
  };
  return {
    tabId,
    replace,
    adopt: async (makeId) => {
      const all = await database.getAllFromIndex('batches', 'makeId', makeId);
      const living = await livingTabs();
      const orphans = all.filter((batch) => batch.tabId === tabId || !living.has(batch.tabId));
      const own = orphans.map((batch) => ({ ...laidDownSchema.parse(batch), tabId }));
      own.sort((first, second) => first.expectedRevision - second.expectedRevision || first.sequence - second.sequence);
      await replace([], own);
      return own;
    },
    bringIn: (batches) =>
      replace(
        [],
        batches.map((batch) => ({ ...batch, tabId })),
      ),
    setAside: async (entry) => {
      // First there, then away here: cut short between the two, it is sent once more and refused once more.
      await aside.put('setAside', entry);
      await replace([entry.batchId], []);
    },
    allSetAside: async (makeId) => (await aside.getAllFromIndex('setAside', 'makeId', makeId)).map((entry) => setAsideSchema.parse(entry)),
    dropSetAside: (batchId) => aside.delete('setAside', batchId),
  };
}
