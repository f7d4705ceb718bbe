import { insideDistance } from '#core/raster/inside-distance';
import type { BandMap } from './band-map';

/** Where a band lies, in px of the picture: a place well inside it, where its code may be pointed to, and the middle of all of it. */
export type BandPlace = { inside: readonly [number, number]; middle: readonly [number, number] };

/**
 * Where each band of each element lies, light to dark; null where a band has no pixel.
 * @param counts how many bands each element has.
 */
export function bandPlaces(map: BandMap, counts: readonly number[]): (BandPlace | null)[][] {
  const { width, height, scale, elements, bands } = map;
  const kinds = new Uint32Array(elements.length);
  for (let i = 0; i < kinds.length; i++) if (elements[i] !== 0) kinds[i] = elements[i]! * 256 + bands[i]!;
  const distance = insideDistance(kinds, width, height);
  const sums = counts.map((count) => Array.from({ length: count }, () => ({ px: 0, x: 0, y: 0, deepest: -1 })));
  for (let i = 0; i < kinds.length; i++) {
    const own = elements[i] === 0 ? undefined : sums[elements[i]! - 1]?.[bands[i]! - 1];
    if (!own) continue;
    own.px++;
    own.x += i % width;
    own.y += Math.floor(i / width);
    if (own.deepest < 0 || distance[i]! > distance[own.deepest]!) own.deepest = i;
  }
  return sums.map((own) =>
    own.map(({ px, x, y, deepest }): BandPlace | null =>
      px === 0
        ? null
        : {
            inside: [((deepest % width) + 0.5) * scale, (Math.floor(deepest / width) + 0.5) * scale],
            middle: [(x / px + 0.5) * scale, (y / px + 0.5) * scale],
          },
    ),
  );
}
