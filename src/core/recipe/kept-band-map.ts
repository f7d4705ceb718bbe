import { zlibSync } from 'fflate';
import { unpackWithin } from '#core/bytes/unpack';
import type { BandMap } from '#core/scene/band-map';

/** Longer sides are thinned out: so small a map still shows every band on a page of A4. */
export const mostMapPx = 1200;

/** Which band of which element of a recipe lies where, as it is kept: row-major, without soft edges. `owners`: 0, or the place of the element in the recipe from 1. */
export type KeptBandMap = { widthPx: number; heightPx: number; owners: Uint16Array; bands: Uint8Array };

/** Thins a band map out for keeping. @param placeOf place in the recipe (from 1) of each element of the map, by its number there less one; 0: not in it. */
export function keptBandMap({ width, height, elements, bands }: BandMap, placeOf: readonly number[], mostPx = mostMapPx): KeptBandMap {
  const step = Math.max(1, Math.ceil(Math.max(width, height) / mostPx));
  const [widthPx, heightPx] = [Math.ceil(width / step), Math.ceil(height / step)];
  const kept: KeptBandMap = {
    widthPx,
    heightPx,
    owners: new Uint16Array(widthPx * heightPx),
    bands: new Uint8Array(widthPx * heightPx),
  };
  const half = step >> 1;
  for (let row = 0; row < heightPx; row++) {
    const y = Math.min(height - 1, row * step + half);
    for (let column = 0; column < widthPx; column++) {
      const from = y * width + Math.min(width - 1, column * step + half);
      const owner = elements[from] === 0 ? 0 : (placeOf[elements[from]! - 1] ?? 0);
      if (owner === 0) continue;
      kept.owners[row * widthPx + column] = owner;
      kept.bands[row * widthPx + column] = bands[from]!;
    }
  }
  return kept;
}

/** Deflates a map (zlib, RFC 1950): low bytes of the owners, their high bytes, then the bands, each plane row by row, which packs best. */
export function encodeKeptBandMap({ widthPx, heightPx, owners, bands }: KeptBandMap): Uint8Array<ArrayBuffer> {
  const px = widthPx * heightPx;
  const bytes = new Uint8Array(3 * px);
  for (let i = 0; i < px; i++) {
    bytes[i] = owners[i]! & 0xff;
    bytes[px + i] = owners[i]! >> 8;
  }
  bytes.set(bands, 2 * px);
  return new Uint8Array(zlibSync(bytes, { level: 9 }));
}

/** @throws RangeError when the bytes do not hold exactly such a map. */
export function decodeKeptBandMap(deflated: Uint8Array, { widthPx, heightPx }: { widthPx: number; heightPx: number }): KeptBandMap {
  const px = widthPx * heightPx;
  const bytes = unpackWithin(deflated, 3 * px);
  if (bytes.length !== 3 * px) throw new RangeError(`A band map of ${widthPx} x ${heightPx} px has ${3 * px} bytes, got ${bytes.length}`);
  const owners = Uint16Array.from({ length: px }, (_, i) => bytes[i]! | (bytes[px + i]! << 8));
  return { widthPx, heightPx, owners, bands: bytes.slice(2 * px) };
}
