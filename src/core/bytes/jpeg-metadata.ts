/** Markers of a JPEG (ISO/IEC 10918-1, table B.1): start of scan, and application segments 1 (Exif, XMP) and 13 (IPTC). */
const [startOfScan, app1, app13, comment] = [0xda, 0xe1, 0xed, 0xfe] as const;
const dropped = new Set<number>([app1, app13, comment]);

/**
 * A JPEG without its Exif, XMP, IPTC and comments, which may say where it was taken; its picture is the same to the last bit.
 * @throws RangeError when its segments do not follow each other as they should.
 */
export function withoutJpegMetadata(jpeg: Uint8Array): Uint8Array<ArrayBuffer> {
  const kept: Uint8Array[] = [jpeg.subarray(0, 2)];
  let at = 2;
  while (at + 4 <= jpeg.length) {
    if (jpeg[at] !== 0xff) throw new RangeError('The segments of this JPEG do not follow each other.');
    const marker = jpeg[at + 1] as number;
    // Bytes 0xff before a marker only fill.
    if (marker === 0xff) {
      at++;
      continue;
    }
    if (marker === startOfScan) break;
    const length = 2 + (((jpeg[at + 2] as number) << 8) | (jpeg[at + 3] as number));
    if (at + length > jpeg.length) throw new RangeError('A segment of this JPEG is cut off.');
    if (!dropped.has(marker)) kept.push(jpeg.subarray(at, at + length));
    at += length;
  }
  kept.push(jpeg.subarray(at));
  const whole = new Uint8Array(kept.reduce((sum, { length }) => sum + length, 0));
  let to = 0;
  for (const part of kept) {
    whole.set(part, to);
    to += part.length;
  }
  return whole;
}

/** Tag of the directory that says where a picture was taken (Exif 2.32, 4.6.3, GPSInfoIFDPointer). */
const gpsTag = 0x8825;

/** Whether Exif data say where a picture was taken. @param exif with or without its "Exif" signature; what is no Exif says nothing. */
export function saysPlace(exif: Uint8Array): boolean {
  const from = String.fromCharCode(...exif.subarray(0, 4)) === 'Exif' ? 6 : 0;
  const tiff = new DataView(exif.buffer, exif.byteOffset + from, Math.max(0, exif.byteLength - from));
  if (tiff.byteLength < 8) return false;
  const isLittle = tiff.getUint16(0) === 0x4949;
  const directory = tiff.getUint32(4, isLittle);
  if (directory + 2 > tiff.byteLength) return false;
  const count = tiff.getUint16(directory, isLittle);
  for (let entry = 0; entry < count; entry++) {
    const at = directory + 2 + 12 * entry;
    if (at + 2 > tiff.byteLength) return false;
    if (tiff.getUint16(at, isLittle) === gpsTag) return true;
  }
  return false;
}
