import { rackFile2Schema } from '#model/frozen/schema-1';

/** A rack file of version 2 as one of version 3: what colour a marker had is a reading on a paper that nobody named, of a day that nobody knows. */
export function rackFileFrom2(value: unknown): object {
  const file = rackFile2Schema.parse(value);
  const readings = file.markers.flatMap(({ id, lab, colourSource }) =>
    lab === undefined ? [] : [{ id, markerId: id, coats: 1, lab, source: colourSource ?? 'picked' }],
  );
  const markers = file.markers.map(({ lab: _lab, colourSource: _source, ...marker }) => marker);
  return { ...file, version: 3, markers, readings };
}
