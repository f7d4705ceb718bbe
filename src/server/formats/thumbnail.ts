import sharp, { type Sharp } from 'sharp';
import { tintLines } from '#core/colour/line-colour';
import type { ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import type { PairNote } from '#model/marker';
import type { ReadMarker } from '#core/markers/readings';
import { decodeRegionTable, indexTable } from '#core/make/region-tables';
import { decodeLabelMap } from '#core/picture/label-map';
import type { PlanSource } from '#model/plan-source';
import { paintSmallLook } from '#core/look/small-look';
import { decoding, unreadable } from '#server/decode/decoding';

export type ThumbnailAsked = {
  /** The scan, as PNG. */
  grey: Uint8Array;
  /** Colour of its lines; absent: black. */
  lineHex?: string;
  /** The colour that they were scanned in. */
  readHex: string;
  /** Null while the picture has not been read: then it shows its lines. */
  coloured: {
    labelMap: Uint8Array;
    table: Uint8Array;
    source: PlanSource;
    /** What the recipe is written from: the markers are those that it takes, in their colours on its paper. */
    written: { make: Make; picture: ColouredPicture; rack: ReadMarker[]; pairNotes: PairNote[] };
  } | null;
};

function areasOf({ table: bytes, labelMap }: NonNullable<ThumbnailAsked['coloured']>) {
  try {
    const table = indexTable(decodeRegionTable(bytes));
    return { table, labels: decodeLabelMap(labelMap, table.table.widthPx, table.table.heightPx) };
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    throw unreadable(error.message, 'Read the picture again at the station Picture.');
  }
}

/** Longest side of a thumbnail in px: sharp at twice the density where it is shown. */
const mostPx = 560;
/** Colour is softer than lines: half as fine is enough under them. */
const mostPaintPx = 420;

/** Grey lines in the colour of their ink. */
async function inInk(lines: Sharp, { lineHex, readHex }: Pick<ThumbnailAsked, 'lineHex' | 'readHex'>): Promise<Sharp> {
  if (!lineHex) return lines;
  const { data, info } = await decoding(lines.toColourspace('srgb').ensureAlpha().raw().toBuffer({ resolveWithObject: true }));
  tintLines(data, lineHex, readHex);
  return sharp(data, { raw: { width: info.width, height: info.height, channels: 4 } }).flatten({ background: '#ffffff' });
}

/** A picture as it is expected to look, small: its colours under its lines. PNG. @throws ProblemError 422 when it cannot be read. */
export async function thumbnailPng(asked: ThumbnailAsked): Promise<Uint8Array> {
  const { grey, coloured } = asked;
  const lines = await inInk(
    sharp(grey).flatten({ background: '#ffffff' }).resize({ width: mostPx, height: mostPx, fit: 'inside', withoutEnlargement: true }),
    asked,
  );
  if (!coloured) return decoding(lines.png({ palette: true }).toBuffer());
  const { data, info } = await decoding(lines.png().toBuffer({ resolveWithObject: true }));
  const { table, labels } = areasOf(coloured);
  const { rgba, width, height } = paintSmallLook(coloured.source, { table, labels, written: coloured.written }, mostPaintPx);
  const paint = await sharp(rgba, { raw: { width, height, channels: 4 } })
    .resize({ width: info.width, height: info.height, fit: 'fill' })
    .flatten({ background: '#ffffff' })
    .png()
    .toBuffer();
  return sharp(paint)
    .composite([{ input: data, blend: 'multiply' }])
    .png({ palette: true, quality: 90 })
    .toBuffer();
}
