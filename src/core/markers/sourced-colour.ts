import type { RackMarker, SourcedColour } from '#model/marker';

/**
 * The colour of a marker with where it comes from, as it may leave the application; undefined where it has none of its own: what
 * `withAssumedColours` adds for showing has no source.
 */
export function sourcedColour({ lab, colourSource }: Pick<RackMarker, 'lab' | 'colourSource'>): SourcedColour | undefined {
  return lab && colourSource ? { lab, source: colourSource } : undefined;
}
