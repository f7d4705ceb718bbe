import { cutBands } from '#core/light/bands';
import type { Lamp } from '#core/light/shade';
import { chamferDistance } from '#core/raster/distance';
import type { BandMap } from './band-map';

type PlacePx = readonly [number, number];

/** Colour on the paper outside, in px of the picture. */
export type OutsidePx = { kind: 'halo'; stepPx: number } | { kind: 'ground'; from: PlacePx; to: PlacePx; depthPx: number };

/** A ground shadow is a little wider than what stands on its line, and leans away from the lamp by so much of it at the most. */
const groundWiden = 1.1;
const mostLean = 0.6;

/** How far each px of the paper is from the image, in px. @param labels 0 = paper outside. */
export function distanceFromImage(labels: Uint16Array, width: number, height: number): Float32Array {
  const isImage = new Uint8Array(labels.length);
  for (let i = 0; i < labels.length; i++) if (labels[i] !== 0) isImage[i] = 1;
  // In fifths of a px.
  return Float32Array.from(chamferDistance(isImage, width, height), (fifths) => fifths / 5);
}

/** How far a lamp throws a ground shadow along its line, as a share of half its length: over 0 towards its end. */
function leanOf(lamp: Lamp, [x, y]: PlacePx, [alongX, alongY]: PlacePx, halfPx: number): number {
  if (lamp.kind === 'near')
    return -mostLean * Math.max(-1, Math.min(1, ((lamp.xPx - x) * alongX + (lamp.yPx - y) * alongY) / (2 * halfPx)));
  const side = (lamp.azimuthDeg * Math.PI) / 180;
  const low = Math.min(1, 1 / Math.tan((lamp.heightDeg * Math.PI) / 180));
  return -mostLean * low * (Math.sin(side) * alongX - Math.cos(side) * alongY);
}

/**
 * Lays an element of the paper outside on a map: it is changed where the paper is bare. A halo has a step for each rung, the deepest next to the
 * image; a ground shadow is deepest in its middle, in the shares of its rungs.
 * @param number that of the element in the map, from 1. @param fromImagePx px of the map, as distanceFromImage gives them.
 */
export function layOutside(
  map: BandMap,
  { number, outside, shares }: { number: number; outside: OutsidePx; shares: readonly number[] },
  { labels, fromImagePx, lamp }: { labels: Uint16Array; fromImagePx: Float32Array; lamp: Lamp },
): void {
  const { width, scale } = map;
  const put = (i: number, band: number) => {
    map.elements[i] = number;
    map.bands[i] = band;
  };
  if (outside.kind === 'halo') {
    const stepPx = outside.stepPx / scale;
    for (let i = 0; i < labels.length; i++) {
      if (labels[i] !== 0 || fromImagePx[i]! >= stepPx * shares.length) continue;
      put(i, shares.length - Math.floor(fromImagePx[i]! / stepPx));
    }
    return;
  }
  const { from, to, depthPx } = outside;
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
  const along = [(to[0] - from[0]) / length, (to[1] - from[1]) / length] as const;
  const middle = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2] as const;
  const leanPx = leanOf(lamp, middle, along, length / 2) * (length / 2);
  const [centreX, centreY] = [middle[0] + (along[0] * leanPx) / 2, middle[1] + (along[1] * leanPx) / 2];
  const [halfAlong, halfAcross] = [(groundWiden * length) / 2 + Math.abs(leanPx) / 2, depthPx / 2];
  const out = new Float32Array(labels.length).fill(Number.NaN);
  for (let i = 0; i < labels.length; i++) {
    if (labels[i] !== 0) continue;
    const [x, y] = [((i % width) + 0.5) * scale - centreX, (Math.floor(i / width) + 0.5) * scale - centreY];
    const away = Math.hypot((x * along[0] + y * along[1]) / halfAlong, (y * along[0] - x * along[1]) / halfAcross);
    if (away < 1) out[i] = away;
  }
  const bands = cutBands(out, shares);
  for (let i = 0; i < bands.length; i++) if (bands[i] !== 0) put(i, bands[i]!);
}

/** Lays what lies on the paper outside: a ground shadow on a halo, in whatever order they were added. */
export function layAllOutside(
  map: BandMap,
  elements: readonly { outside?: OutsidePx | undefined; shares: readonly number[] }[],
  { labels, lamp, fromImagePx }: { labels: Uint16Array; lamp: Lamp; fromImagePx: () => Float32Array },
): void {
  for (const kind of ['halo', 'ground'] as const) {
    for (const [index, { outside, shares }] of elements.entries()) {
      if (outside?.kind === kind) layOutside(map, { number: index + 1, outside, shares }, { labels, fromImagePx: fromImagePx(), lamp });
    }
  }
}
