import { zlibSync } from 'fflate';
import { unpackWithin } from '#core/bytes/unpack';

/** Deflates a label map (zlib, RFC 1950) of little-endian 16-bit numbers, row by row, as it is kept in a blob. */
export function encodeLabelMap(labels: Uint16Array): Uint8Array {
  const bytes = new Uint8Array(labels.length * 2);
  const view = new DataView(bytes.buffer);
  for (let i = 0; i < labels.length; i++) view.setUint16(2 * i, labels[i] as number, true);
  return zlibSync(bytes, { level: 6 });
}

const isLittleEndian = new Uint8Array(new Uint16Array([1]).buffer)[0] === 1;

/** @throws RangeError when the bytes do not hold exactly widthPx x heightPx labels. */
export function decodeLabelMap(deflated: Uint8Array, widthPx: number, heightPx: number): Uint16Array {
  const bytes = unpackWithin(deflated, widthPx * heightPx * 2);
  if (bytes.length !== widthPx * heightPx * 2) {
    throw new RangeError(`A label map of ${widthPx} x ${heightPx} px has ${widthPx * heightPx * 2} bytes, got ${bytes.length}`);
  }
  // Little-endian as every machine that this runs on; one that is not turns the bytes round.
  const labels = new Uint16Array(bytes.buffer, 0, widthPx * heightPx);
  return isLittleEndian ? labels : labels.map((label) => (label >> 8) | ((label & 0xff) << 8));
}
