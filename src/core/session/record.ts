import type { SessionEntry } from '#model/session';
import { sessionRecordSchema } from '#model/session-record';

export type SessionRecord = { sessionId: string; entries: SessionEntry[] };

/** A record as the text of its file. */
export function writeRecord({ sessionId, entries }: SessionRecord): string {
  return JSON.stringify({ format: 'aquachrome-session-record', version: 1, sessionId, entries });
}

/** @throws RangeError in words, for what is no record or holds nothing. */
export function readRecord(text: string): SessionRecord {
  let given: unknown;
  try {
    given = JSON.parse(text);
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    throw new RangeError('This file is no record of a session: choose the one that the page on the phone saved.');
  }
  const read = sessionRecordSchema.safeParse(given);
  if (!read.success) throw new RangeError('This file is no record of a session, or of a newer Aquachrome. Nothing was changed.');
  if (read.data.entries.length === 0) throw new RangeError('This record holds nothing: no mark was laid before it was saved.');
  const { sessionId, entries } = read.data;
  return { sessionId, entries };
}
