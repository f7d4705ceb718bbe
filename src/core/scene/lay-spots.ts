import { cutBands } from '#core/light/bands';
import type { BandMap, SoftEdges } from './band-map';
import { eachSpotPixel, type SpotPx } from './spot-cover';

/** A pixel of the map counts as the spot's where it covers half of it. */
const leastCover = 0.5;

/** Lays the soft spots over a map, in turn: the map is changed where they cover it, and where they fade is told. */
export function layOnSpots(
  map: BandMap,
  { labels, width, height }: { labels: Uint16Array; width: number; height: number },
  elements: readonly { labels: readonly number[]; shares: readonly number[]; spot?: SpotPx | undefined }[],
  lightAt: (label: number, x: number, y: number) => number,
): SoftEdges | undefined {
  const edges: { pixel: number; cover: number; element: number; band: number; beneath: number; bandBeneath: number }[] = [];
  for (const [index, { labels: wished, shares, spot }] of elements.entries()) {
    if (!spot) continue;
    const own = new Set(wished);
    const reached: { pixel: number; cover: number; value: number }[] = [];
    eachSpotPixel(spot, { width, height, step: map.scale }, (x, y, cover) => {
      const label = labels[y * width + x]!;
      if (!own.has(label)) return;
      reached.push({ pixel: (y / map.scale) * map.width + x / map.scale, cover, value: lightAt(label, x, y) });
    });
    const bands = spotBands(reached, shares);
    for (const [place, { pixel, cover }] of reached.entries()) {
      const band = bands[place]!;
      if (cover < 1) {
        const [beneath, bandBeneath] = [map.elements[pixel]!, map.bands[pixel]!];
        edges.push({ pixel, cover: Math.round(255 * cover), element: index + 1, band, beneath, bandBeneath });
      }
      if (cover < leastCover) continue;
      map.elements[pixel] = index + 1;
      map.bands[pixel] = band;
    }
  }
  if (edges.length === 0) return undefined;
  return {
    pixels: Uint32Array.from(edges, ({ pixel }) => pixel),
    covers: Uint8Array.from(edges, ({ cover }) => cover),
    elements: Uint16Array.from(edges, ({ element }) => element),
    bands: Uint8Array.from(edges, ({ band }) => band),
    elementsBeneath: Uint16Array.from(edges, ({ beneath }) => beneath),
    bandsBeneath: Uint8Array.from(edges, ({ bandBeneath }) => bandBeneath),
  };
}

/** Bands of what a spot covers, in its shares; where it fades out they go on as they are at its edge. */
function spotBands(reached: readonly { cover: number; value: number }[], shares: readonly number[]): Uint8Array {
  const covered = Float32Array.from(reached, ({ cover, value }) => (cover < leastCover ? Number.NaN : value));
  const cut = cutBands(covered, shares);
  const least = shares.map(() => Number.POSITIVE_INFINITY);
  for (const [place, { value }] of reached.entries()) {
    const band = cut[place]!;
    if (band > 0) least[band - 1] = Math.min(least[band - 1]!, value);
  }
  return cut.map((band, place) => {
    if (band > 0) return band;
    const lightest = least.findIndex((value) => reached[place]!.value >= value);
    return lightest < 0 ? shares.length : lightest + 1;
  });
}
