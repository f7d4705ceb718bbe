import type { LaidDownBatch } from '#model/waiting';
import type { Outbox, SetAside } from '#islands/shared/outbox.ts';

/** An outbox in memory: what IndexedDB is to a browser. */
export function memoryOutbox(): Outbox & { waiting: Map<string, LaidDownBatch>; aside: Map<string, SetAside> } {
  const waiting = new Map<string, LaidDownBatch>();
  const aside = new Map<string, SetAside>();
  return {
    waiting,
    aside,
    tabId: 'memory',
    replace: async (gone, batches) => {
      for (const batchId of gone) waiting.delete(batchId);
      for (const batch of batches) waiting.set(batch.batchId, batch);
    },
    adopt: async () => [...waiting.values()],
    bringIn: async (batches) => {
      for (const batch of batches) waiting.set(batch.batchId, batch);
    },
    setAside: async (entry) => {
      waiting.delete(entry.batchId);
      aside.set(entry.batchId, entry);
    },
    allSetAside: async () => [...aside.values()],
    dropSetAside: async (batchId) => void aside.delete(batchId),
  };
}
