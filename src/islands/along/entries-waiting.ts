import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { type SessionEntry, sessionEntrySchema } from '#model/session';

interface WaitingSchema extends DBSchema {
  entries: { key: number; value: { sessionId: string; entry: unknown }; indexes: { sessionId: string } };
}

/** Entries that the server has not taken yet, kept in this browser in the order in which they were told. */
export type EntriesWaiting = {
  add: (sessionId: string, entry: SessionEntry) => Promise<void>;
  of: (sessionId: string) => Promise<SessionEntry[]>;
  /** Takes off what the server keeps. */
  drop: (sessionId: string, ids: ReadonlySet<string>) => Promise<void>;
};

export async function openEntriesWaiting(): Promise<EntriesWaiting> {
  const database: IDBPDatabase<WaitingSchema> = await openDB<WaitingSchema>('aquachrome-sessions', 1, {
    upgrade: (fresh) => {
      fresh.createObjectStore('entries', { autoIncrement: true }).createIndex('sessionId', 'sessionId');
    },
  });
  return {
    add: async (sessionId, entry) => {
      const transaction = database.transaction('entries', 'readwrite', { durability: 'strict' });
      void transaction.store.add({ sessionId, entry });
      await transaction.done;
    },
    of: async (sessionId) => {
      const rows = await database.getAllFromIndex('entries', 'sessionId', sessionId);
      return rows.map(({ entry }) => sessionEntrySchema.parse(entry));
    },
    drop: async (sessionId, ids) => {
      const transaction = database.transaction('entries', 'readwrite', { durability: 'strict' });
      for (let cursor = await transaction.store.index('sessionId').openCursor(sessionId); cursor; cursor = await cursor.continue()) {
        const { id } = sessionEntrySchema.parse(cursor.value.entry);
        if (ids.has(id)) void cursor.delete();
      }
      await transaction.done;
    },
  };
}
