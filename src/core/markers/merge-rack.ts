import type { Rack } from '#model/marker';
import type { RackChange } from '#model/api/rack';
import { codeKey } from './code-rule';

/**
 * What of a saved rack is not here yet. A line that is here under another id is found by its name, a marker by its line and code: what was
 * taken out and added again since is the same marker. Notes about pairs and readings of colours follow their markers; those about markers that are nowhere are left.
 */
export function newOfRack(rack: Rack, file: Rack): RackChange {
  const nameOf = (name: string) => name.trim().toLowerCase();
  const lineIds = new Set(rack.lines.map(({ id }) => id));
  const lineByName = new Map(rack.lines.map(({ id, name }) => [nameOf(name), id]));
  const lineHere = new Map(file.lines.map(({ id, name }) => [id, lineIds.has(id) ? id : (lineByName.get(nameOf(name)) ?? id)]));
  const lines = file.lines.filter(({ id }) => lineHere.get(id) === id && !lineIds.has(id));

  const keyOf = (lineId: string, code: string) => `${lineId} ${codeKey(code)}`;
  const hereByKey = new Map(rack.markers.map(({ id, lineId, code }) => [keyOf(lineId, code), id]));
  const ids = new Set(rack.markers.map(({ id }) => id));
  /** Id in the file to id here. */
  const markerHere = new Map<string, string>();
  const markers = file.markers.flatMap((marker) => {
    const lineId = lineHere.get(marker.lineId) ?? marker.lineId;
    const key = keyOf(lineId, marker.code);
    const present = hereByKey.get(key) ?? (ids.has(marker.id) ? marker.id : undefined);
    markerHere.set(marker.id, present ?? marker.id);
    if (present !== undefined) return [];
    hereByKey.set(key, marker.id);
    return [{ ...marker, lineId }];
  });

  const pairKey = (firstId: string, secondId: string) => [firstId, secondId].sort().join(' ');
  const noted = new Set(rack.pairNotes.map(({ firstId, secondId }) => pairKey(firstId, secondId)));
  const pairNotes = file.pairNotes.flatMap((note) => {
    const [firstId, secondId] = [markerHere.get(note.firstId), markerHere.get(note.secondId)];
    if (!firstId || !secondId || firstId === secondId || noted.has(pairKey(firstId, secondId))) return [];
    noted.add(pairKey(firstId, secondId));
    return [{ ...note, firstId, secondId }];
  });
  // Readings follow their markers; the same ones are not kept twice.
  const read = new Set(rack.readings.map(({ id }) => id));
  const readings = file.readings.flatMap((reading) => {
    const markerId = markerHere.get(reading.markerId);
    return markerId === undefined || read.has(reading.id) ? [] : [{ ...reading, markerId }];
  });
  return { lines, markers, pairNotes, readings };
}
