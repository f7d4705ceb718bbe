import type { ColourReading, MarkerLine, Rack, RackMarker } from '#model/marker';
import { codeKey } from '#core/markers/code-rule';

type Given = Pick<Rack, 'lines' | 'markers' | 'readings'>;

/** Of somebody else's rack: which of its markers are here under which id, and what is not here at all. */
export type RackMatch = { ids: Map<string, string>; fresh: { lines: MarkerLine[]; markers: RackMarker[]; readings: ColourReading[] } };

const nameKey = (name: string): string => name.trim().toLowerCase();

/** A marker as it may go to somebody else: what it is, not how many there are, what it cost and how it is. */
export function markerToSend({ id, lineId, code, family, group, depth, capLab }: RackMarker): RackMarker {
  const told = Object.entries({ family, group, depth, capLab }).filter(([, value]) => value !== undefined);
  return { id, lineId, code, owned: false, ...Object.fromEntries(told) };
}

/**
 * Tells the markers of another rack in one's own. A line is the same by its id or else its name, a marker by its id or else its code in that line. What is fresh comes as
 * not owned, with the readings of its colour; the colours of what is here stay one's own.
 */
export function matchRack(theirs: Given, mine: Given): RackMatch {
  const [lineById, lineByName] = [
    new Map(mine.lines.map((line) => [line.id, line])),
    new Map(mine.lines.map((line) => [nameKey(line.name), line])),
  ];
  const lineIds = new Map<string, string>();
  const lines: MarkerLine[] = [];
  for (const line of theirs.lines) {
    const same = lineById.get(line.id) ?? lineByName.get(nameKey(line.name));
    lineIds.set(line.id, same?.id ?? line.id);
    if (same) continue;
    lines.push(line);
    // Two lines of one name in one file are one.
    lineByName.set(nameKey(line.name), line);
  }
  const here = new Set(mine.markers.map(({ id }) => id));
  const byCode = new Map(mine.markers.map(({ id, lineId, code }) => [`${lineId} ${codeKey(code)}`, id]));
  const ids = new Map<string, string>();
  const markers: RackMarker[] = [];
  for (const marker of theirs.markers) {
    const lineId = lineIds.get(marker.lineId);
    if (lineId === undefined) continue;
    const key = `${lineId} ${codeKey(marker.code)}`;
    const same = here.has(marker.id) ? marker.id : byCode.get(key);
    ids.set(marker.id, same ?? marker.id);
    if (same !== undefined) continue;
    markers.push({ ...markerToSend(marker), lineId });
    byCode.set(key, marker.id);
  }
  const fresh = new Set(markers.map(({ id }) => id));
  return { ids, fresh: { lines, markers, readings: theirs.readings.filter(({ markerId }) => fresh.has(markerId)) } };
}
