import { unzlibSync, zlibSync } from 'fflate';

/** Deflates a label map (zlib, RFC 1950) of little-endian 16-bit numbers, row by row, as it is kept in a blob. */
export function encodeLabelMap(labels: Uint16Array): Uint8Array {
  const bytes = new Uint8Array(labels.length * 2);
  const view = new DataView(bytes.buffer);
  for (let i = 0; i < labels.length; i++) view.setUint16(2 * i, labels[i] as number, true);
  return zlibSync(bytes, { level: 6 });
}

/** @throws RangeError when the bytes do not hold exactly widthPx x heightPx labels. */
export function decodeLabelMap(deflated: Uint8Array, widthPx: number, heightPx: number): Uint16Array {
  // One byte more than wanted, so that a longer stream shows.
  const bytes = unzlibSync(deflated, { out: new Uint8Array(widthPx * heightPx * 2 + 1) });
  if (bytes.length !== widthPx * heightPx * 2) {
    throw new RangeError(`A label map of ${widthPx} x ${heightPx} px has ${widthPx * heightPx * 2} bytes, got ${bytes.length}`);
  }
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return Uint16Array.from({ length: widthPx * heightPx }, (_, i) => view.getUint16(2 * i, true));
}
