import type { ColourReading, Lab, RackMarker } from '#model/marker';
import { depthRanks } from './kin';
import { type ReadMarker, withReadings } from './readings';

export type ShownMarker = ReadMarker & { shownSource: 'measured' | 'picked' | 'assumed' | 'none' };

function between(lighter: Lab, darker: Lab, share: number): Lab {
  const blend = (from: number, to: number) => from + (to - from) * share;
  return { L: blend(lighter.L, darker.L), a: blend(lighter.a, darker.a), b: blend(lighter.b, darker.b) };
}

/** Colour by rank between the nearest known ones of a group; outside them, that of the nearest, moved by 5 L* for each of ten depths. */
function fromMates(depth: number, mates: readonly { depth: number; lab: Lab }[]): Lab | undefined {
  const sorted = [...mates].sort((first, second) => first.depth - second.depth);
  const above = sorted.findLast((mate) => mate.depth <= depth);
  const below = sorted.find((mate) => mate.depth >= depth);
  if (above && below) {
    const span = below.depth - above.depth;
    return between(above.lab, below.lab, span === 0 ? 0 : (depth - above.depth) / span);
  }
  const nearest = above ?? below;
  return nearest && { ...nearest.lab, L: Math.min(97, Math.max(15, nearest.lab.L - 5 * (depth - nearest.depth))) };
}

/**
 * Markers with the colour to show: their own, or one assumed from the code, between the known colours of the same line,
 * family and, where there is one, group. Depths count as ranks within a family. Common practice, no source: the depths of a family step
 * evenly only as a rule.
 */
export function withAssumedColours(markers: readonly ReadMarker[]): ShownMarker[] {
  const ranks = depthRanks(markers);
  const known = new Map<string, { depth: number; lab: Lab }[]>();
  const key = (marker: RackMarker, withGroup: boolean) =>
    [marker.lineId, marker.family ?? '', withGroup ? (marker.group ?? '') : '*'].join('|');
  for (const marker of markers) {
    const depth = ranks.get(marker.id);
    if (!marker.lab || depth === undefined) continue;
    for (const withGroup of [true, false]) {
      const own = known.get(key(marker, withGroup)) ?? [];
      own.push({ depth, lab: marker.lab });
      known.set(key(marker, withGroup), own);
    }
  }
  return markers.map((marker): ShownMarker => {
    if (marker.lab) return { ...marker, shownSource: marker.colourSource ?? 'picked' };
    const depth = ranks.get(marker.id);
    if (depth === undefined || !marker.family) return { ...marker, shownSource: 'none' };
    const lab = fromMates(depth, known.get(key(marker, true)) ?? known.get(key(marker, false)) ?? []);
    return lab ? { ...marker, lab, shownSource: 'assumed' } : { ...marker, shownSource: 'none' };
  });
}

/** Markers in the colours to show on a paper: as they were read, there or elsewhere, or else assumed. @param paper default: the newest readings of any. */
export function shownMarkers(rack: { markers: readonly RackMarker[]; readings: readonly ColourReading[] }, paper?: string): ShownMarker[] {
  return withAssumedColours(withReadings(rack, paper));
}

/** A marker as it may be kept or written out: without a colour that was only assumed from its code. */
export function withoutAssumed({ shownSource, ...marker }: ShownMarker): RackMarker {
  if (shownSource !== 'assumed') return marker;
  const { lab: _lab, ...bare } = marker;
  return bare;
}
