import type { SessionFile } from '#model/session-file';
import { shownMarkers } from '#core/markers/assumed-colour';
import type { Database } from '#server/db/database';
import { readBlob } from './blobs';
import { readRack } from './rack';
import { readPace } from './session-pace';
import { readSession } from './sessions';

/** All that a session needs at the table: its plan and what happened, its pictures, and what of the rack may take a marker's place. @throws ProblemError 404, 422 */
export async function sessionFile(database: Database, id: string): Promise<SessionFile> {
  const [{ makeName, head, entries }, rack, paces] = await Promise.all([readSession(database, id), readRack(database), readPace(database)]);
  const digests = [
    ...new Set((head.pictures ?? []).flatMap(({ lines, map }) => [lines?.sha256, map?.sha256].filter((one) => one !== undefined))),
  ];
  const blobs = await Promise.all(
    digests.map(async (sha256) => [sha256, (await readBlob(database, sha256)).bytes.toString('base64')] as const),
  );
  const markers = shownMarkers(rack)
    .filter(({ owned }) => owned)
    .map(({ id: markerId, code, lineId, owned, lab, state }) => ({
      ...{ id: markerId, code, lineId, owned },
      ...(lab ? { lab } : {}),
      ...(state ? { state } : {}),
    }));
  const ids = new Set(markers.map((marker) => marker.id));
  const pairNotes = rack.pairNotes.filter(({ firstId, secondId }) => ids.has(firstId) && ids.has(secondId));
  return { sessionId: id, makeName, head, entries, rack: { markers, pairNotes }, paces, blobs: Object.fromEntries(blobs) };
}
