import { rackFile1Schema } from '#model/frozen/schema-1';

/** A rack file of version 1 as one of version 2: a colour without a source was picked by hand; a source without a colour says nothing. */
export function rackFileFrom1(value: unknown): object {
  const file = rackFile1Schema.parse(value);
  const markers = file.markers.map(({ colourSource, ...marker }) =>
    marker.lab === undefined ? marker : { ...marker, colourSource: colourSource ?? 'picked' },
  );
  return { ...file, version: 2, markers };
}
