import type { Metadata } from 'sharp';

/** What a reader takes beside the pixels that it must hold. */
const besideBytes = 70 * 1024 * 1024;

/** Bytes of a channel of a pixel, as the decoder holds it. */
const bytesOfDepth: Record<string, number> = {
  uchar: 1,
  char: 1,
  ushort: 2,
  short: 2,
  uint: 4,
  int: 4,
  float: 4,
  double: 8,
  complex: 8,
  dpcomplex: 16,
};

/**
 * Bytes that reading a picture takes, from what its header says: most are read row by row, some must be held whole before their first row is known.
 * @param resultPx pixels of the grey copies that are made of it.
 */
export function roomToRead(header: Metadata, resultPx: number): number {
  const pixels = header.width * header.height;
  const held = (() => {
    const whole = pixels * header.channels * (bytesOfDepth[header.depth] ?? 8);
    switch (header.format) {
      // Adam7 (PNG Third Edition, 8.2): the last pass has a part of every row.
      case 'png':
        return header.isProgressive ? whole : 0;
      // All coefficients of 16 bit, since each scan refines them (ITU-T T.81, G).
      case 'jpeg':
        return header.isProgressive ? pixels * 2 * (header.channels === 1 ? 1 : header.chromaSubsampling === '4:2:0' ? 1.5 : 3) : 0;
      // A strip may be the whole picture.
      case 'tiff':
        return whole;
      case 'webp':
        return pixels * 4;
      default:
        return 0;
    }
  })();
  return Math.round(besideBytes + held + 3 * resultPx);
}

/** Raised where a picture takes more room than the reader was given. */
export class NeedsRoomError extends Error {
  constructor(readonly bytes: number) {
    super(`The picture takes ${bytes} bytes to read.`);
  }
}
