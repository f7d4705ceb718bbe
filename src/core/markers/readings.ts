import type { ColourReading, Lab, Rack, RackMarker } from '#model/marker';

/** A marker in the colour that its readings come to. `twoCoats`, `reading`: as read on the same paper. */
export type ReadMarker = RackMarker & { twoCoats?: Lab; reading?: ColourReading };

/** A rack whose markers have the colours that their readings come to. */
export type ColouredRack = Omit<Rack, 'markers'> & { markers: RackMarker[] };

/** The readings of each marker, the newest last. */
export function readingsByMarker(readings: readonly ColourReading[]): Map<string, ColourReading[]> {
  const byMarker = new Map<string, ColourReading[]>();
  for (const reading of readings) {
    const own = byMarker.get(reading.markerId);
    if (own) own.push(reading);
    else byMarker.set(reading.markerId, [reading]);
  }
  // Those of a day that nobody knows are the oldest; of one day the one that was kept last is the newest.
  for (const own of byMarker.values()) own.sort((one, other) => (one.on ?? '').localeCompare(other.on ?? ''));
  return byMarker;
}

/** The newest reading of so many coats: of that paper where there is one, else of any. @param paper default: any. */
export function newestReading(own: readonly ColourReading[], coats: 1 | 2, paper?: string): ColourReading | undefined {
  const fits = own.filter((reading) => reading.coats === coats);
  return (paper === undefined ? undefined : fits.findLast((reading) => reading.paper === paper)) ?? fits.at(-1);
}

/**
 * Markers in the colours of their readings on a paper; what was not read there has its newest reading elsewhere (`reading` says which).
 * Two coats are told only from the paper of the one.
 * @param paper default: the newest readings of any.
 */
export function withReadings(
  { markers, readings }: { markers: readonly RackMarker[]; readings: readonly ColourReading[] },
  paper?: string,
): ReadMarker[] {
  const byMarker = readingsByMarker(readings);
  return markers.map(({ lab: _lab, colourSource: _source, ...marker }): ReadMarker => {
    const own = byMarker.get(marker.id);
    const reading = own && newestReading(own, 1, paper);
    if (!reading) return marker;
    const two = own.findLast((other) => other.coats === 2 && other.paper === reading.paper);
    return { ...marker, lab: reading.lab, colourSource: reading.source, reading, ...(two ? { twoCoats: two.lab } : {}) };
  });
}

/** Colours on their way in as readings of a paper that nobody named. @param on the day, year-month-day. */
export function readingsOf(markers: readonly RackMarker[], on: string, idFor: (markerId: string) => string): ColourReading[] {
  return markers.flatMap(({ id, lab, colourSource = 'picked' }): ColourReading[] =>
    lab ? [{ id: idFor(id), markerId: id, coats: 1, lab, source: colourSource, on }] : [],
  );
}

/** How many of some markers were read on a paper, elsewhere, or not at all. */
export function readOn(
  markers: readonly Pick<ReadMarker, 'lab' | 'reading'>[],
  paper: string | undefined,
): { here: number; elsewhere: number; none: number } {
  const here = markers.filter(({ reading }) => reading && reading.paper === paper).length;
  const elsewhere = markers.filter(({ reading }) => reading && reading.paper !== paper).length;
  return { here, elsewhere, none: markers.length - here - elsewhere };
}
