import { buf as crc32 } from 'crc-32';
import { mmPerInch } from '#core/raster/resolution';

/** Where a chunk may stand: after the signature (8 bytes) and the header (IHDR, 25 bytes), before the picture. */
const afterHeader = 8 + 25;

/** A PNG that says how large it is on paper: a pHYs chunk in px a metre (PNG Third Edition, 11.3.5.3), in place of one that is there right behind the header. @throws RangeError for what is no PNG. */
export function pngWithDensity(png: Uint8Array, dotsPerInch: number): Uint8Array<ArrayBuffer> {
  const view = new DataView(png.buffer, png.byteOffset, png.byteLength);
  if (png.length < afterHeader + 12 || view.getUint32(0) !== 0x89504e47 || view.getUint32(12) !== 0x49484452)
    throw new RangeError('pngWithDensity expects a PNG.');
  const chunk = new DataView(new ArrayBuffer(21));
  const pxPerMetre = Math.round((dotsPerInch / mmPerInch) * 1000);
  chunk.setUint32(0, 9);
  for (const [index, letter] of [...'pHYs'].entries()) chunk.setUint8(4 + index, letter.charCodeAt(0));
  chunk.setUint32(8, pxPerMetre);
  chunk.setUint32(12, pxPerMetre);
  chunk.setUint8(16, 1);
  chunk.setInt32(17, crc32(new Uint8Array(chunk.buffer, 4, 13)));
  const has = view.getUint32(afterHeader + 4) === 0x70485973;
  const rest = png.subarray(afterHeader + (has ? 21 : 0));
  const written = new Uint8Array(afterHeader + 21 + rest.length);
  written.set(png.subarray(0, afterHeader));
  written.set(new Uint8Array(chunk.buffer), afterHeader);
  written.set(rest, afterHeader + 21);
  return written;
}
