import type { SessionEntry } from '#model/session';
import type { EntriesWaiting } from '../src/islands/along/entries-waiting';

/** Entries that wait, as a browser keeps them: they outlive the page that told them. */
export function memoryEntries(): EntriesWaiting {
  const kept: { sessionId: string; entry: SessionEntry }[] = [];
  return {
    add: async (sessionId, entry) => void kept.push({ sessionId, entry }),
    of: async (sessionId) => kept.filter((one) => one.sessionId === sessionId).map(({ entry }) => entry),
    drop: async (sessionId, ids) => {
      const left = kept.filter((one) => one.sessionId !== sessionId || !ids.has(one.entry.id));
      kept.splice(0, kept.length, ...left);
    },
  };
}
