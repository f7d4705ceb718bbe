import type { Outbox, WaitingBatch } from '#islands/make/outbox.ts';

/** An outbox in memory: what IndexedDB is to a browser. */
export function memoryOutbox(): Outbox & { waiting: ReadonlyMap<string, WaitingBatch> } {
  const waiting = new Map<string, WaitingBatch>();
  return {
    waiting,
    tabId: 'memory',
    put: async (batches) => {
      for (const batch of batches) waiting.set(batch.batchId, batch);
    },
    remove: async (ids) => {
      for (const id of ids) waiting.delete(id);
    },
    adopt: async () => [...waiting.values()],
  };
}
