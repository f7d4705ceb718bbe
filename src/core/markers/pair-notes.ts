import type { PairNote } from '#model/marker';

export type NoteLookup = (firstId: string, secondId: string) => PairNote | undefined;

/** Finds the note about two markers, in whichever order they are asked for. */
export function noteLookup(notes: readonly PairNote[]): NoteLookup {
  const key = (firstId: string, secondId: string) => (firstId < secondId ? `${firstId} ${secondId}` : `${secondId} ${firstId}`);
  const byPair = new Map(notes.map((note) => [key(note.firstId, note.secondId), note]));
  return (firstId, secondId) => byPair.get(key(firstId, secondId));
}
