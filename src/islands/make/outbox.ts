import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { z } from 'zod';
import { idSchema, sha256Schema } from '#model/id';
import { operationSchema } from '#model/operation';

const waitingBlobSchema = z.object({ sha256: sha256Schema, bytes: z.instanceof(Uint8Array<ArrayBuffer>) });
/** Bytes that operations of a batch name (a label map): they go to the server before it. */
export type WaitingBlob = z.infer<typeof waitingBlobSchema>;

/** A batch that waits for the server. `expectedRevision`: the revision the make must have when it is applied. */
const waitingBatchSchema = z.object({
  makeId: idSchema,
  tabId: z.string(),
  batchId: idSchema,
  sequence: z.number(),
  expectedRevision: z.number().int().nonnegative(),
  operations: z.array(operationSchema).min(1),
  blobs: z.array(waitingBlobSchema).default([]),
});
export type WaitingBatch = z.infer<typeof waitingBatchSchema>;

interface OutboxSchema extends DBSchema {
  batches: { key: string; value: WaitingBatch; indexes: { makeId: string } };
}

/** Batches not yet taken by the server, kept in this browser so that neither an outage nor a reload loses one. */
export type Outbox = {
  put: (batches: readonly WaitingBatch[]) => Promise<void>;
  remove: (batchIds: readonly string[]) => Promise<void>;
  /** What this tab, or a tab that is gone, left waiting for a make; now this tab's own. */
  adopt: (makeId: string) => Promise<WaitingBatch[]>;
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
  const tabId = await claimTabId();
  const put = async (batches: readonly WaitingBatch[]) => {
    const transaction = database.transaction('batches', 'readwrite', { durability: 'strict' });
    for (const batch of batches) void transaction.store.put(batch);
    await transaction.done;
  };
  return {
    tabId,
    put,
    remove: async (batchIds) => {
      const transaction = database.transaction('batches', 'readwrite');
      for (const batchId of batchIds) void transaction.store.delete(batchId);
      await transaction.done;
    },
    adopt: async (makeId) => {
      const all = await database.getAllFromIndex('batches', 'makeId', makeId);
      const living = await livingTabs();
      const orphans = all.filter((batch) => batch.tabId === tabId || !living.has(batch.tabId));
      const own = orphans.map((batch) => ({ ...waitingBatchSchema.parse(batch), tabId }));
      own.sort((first, second) => first.expectedRevision - second.expectedRevision || first.sequence - second.sequence);
      await put(own);
      return own;
    },
  };
}
