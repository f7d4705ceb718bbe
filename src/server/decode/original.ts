import sharp, { type Sharp } from 'sharp';
import type { DecodeAnswer, OriginalAnswer } from '#model/api/originals';
import { ProblemError } from '#server/http/problem';
import { checkSvg } from './svg-check';

type MediaType = OriginalAnswer['mediaType'];

/** Pixels a line image may have: an A3 sheet at 600 dots per inch. */
const mostPixels = 72_000_000;
const workingDpi = 300;
const mmPerInch = 25.4;
/** Under this many dots per inch a raster is drawn up, so that its curves are smooth enough to be coloured. */
const leastDpi = 150;
const mostWorkingPx = 6000;

/** What the first bytes say, whatever the name says. */
function sniff(bytes: Uint8Array): MediaType | null {
  const head = Buffer.from(bytes.subarray(0, 1024));
  if (head.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]))) return 'image/png';
  if (head[0] === 0xff && head[1] === 0xd8 && head[2] === 0xff) return 'image/jpeg';
  const text = head
    .toString('utf8')
    .replace(/^\uFEFF/, '')
    .trimStart();
  return /^<(\?xml|!--|!doctype\s+svg|svg[\s>]|[a-z]+:svg[\s>])/i.test(text) ? 'image/svg+xml' : null;
}

function unreadable(message: string, remedy: string): ProblemError {
  return new ProblemError(422, { code: 'unreadable-picture', message, remedy });
}

const pixelLimit = { limitInputPixels: mostPixels, failOn: 'error' as const, unlimited: false };

/** Turns what the decoder throws into words. */
async function decoding<T>(work: Promise<T>): Promise<T> {
  try {
    return await work;
  } catch (error) {
    const words = error instanceof Error ? error.message : String(error);
    if (/pixel limit|too large|exceeds/i.test(words)) {
      throw unreadable(
        `The picture has more than ${mostPixels / 1e6} million pixels.`,
        'Save it smaller: 300 dots per inch at its size on paper is all that is used.',
      );
    }
    throw unreadable('The picture is damaged or ends too early.', 'Save or scan it again, as PNG, JPEG or SVG.');
  }
}

/** Width in mm where the file itself states its resolution. 72 is what programs write when they do not know. */
function statedWidthMm(widthPx: number, density: number | undefined): number | undefined {
  return density && density > 72 ? Math.round((widthPx / density) * mmPerInch * 10) / 10 : undefined;
}

/**
 * Looks at a dropped file: what it is, how large, how wide on paper. Every pixel is decoded once, so that damage shows here.
 * @throws ProblemError 422 for what is no readable SVG, PNG or JPEG.
 */
export async function inspectOriginal(bytes: Uint8Array): Promise<Omit<OriginalAnswer, 'sha256'>> {
  if (bytes.length === 0) throw unreadable('The file is empty.', 'Choose another file.');
  const mediaType = sniff(bytes);
  if (!mediaType)
    throw unreadable(
      'This is not an SVG, PNG or JPEG picture, whatever its name says.',
      'Save the picture as PNG or JPEG, or scan it again.',
    );
  if (mediaType === 'image/svg+xml') checkSvg(Buffer.from(bytes).toString('utf8'));
  const metadata = await decoding(sharp(bytes, pixelLimit).metadata());
  const turned = (metadata.orientation ?? 1) >= 5;
  const [widthPx, heightPx] = turned ? [metadata.height, metadata.width] : [metadata.width, metadata.height];
  if (widthPx < 8 || heightPx < 8)
    throw unreadable(`The picture is only ${widthPx} x ${heightPx} pixels.`, 'Scan it at 300 dots per inch.');
  if (widthPx * heightPx > mostPixels)
    throw unreadable(
      `The picture has ${widthPx} x ${heightPx} pixels, more than ${mostPixels / 1e6} million.`,
      'Save it smaller: 300 dots per inch at its size on paper is all that is used.',
    );
  await decoding(sharp(bytes, pixelLimit).stats());
  const widthMm = mediaType === 'image/svg+xml' ? undefined : statedWidthMm(widthPx, metadata.density);
  return { mediaType, widthPx, heightPx, ...(widthMm === undefined ? {} : { widthMm }) };
}

/** A grey copy on white paper, upright, as wide as wished. */
function greyOnWhite(bytes: Uint8Array, widthPx: number, ownWidthPx: number, isSvg: boolean): Sharp {
  // An SVG is drawn at the wished size straight away: 72 dots per inch are its own px.
  const density = isSvg ? Math.min(2400, Math.max(1, (72 * widthPx) / ownWidthPx)) : undefined;
  return sharp(bytes, { ...pixelLimit, ...(density ? { density } : {}) })
    .rotate()
    .flatten({ background: '#ffffff' })
    .toColourspace('b-w')
    .resize({ width: widthPx, kernel: 'lanczos3' });
}

/**
 * Decodes a kept original into the working raster: 8-bit grey PNG, 300 dots per inch at the most, smaller when the original is.
 * @throws ProblemError 422 when the picture cannot be read or would be beyond all measure.
 */
export async function decodeGrey(bytes: Uint8Array, widthMm: number): Promise<Omit<DecodeAnswer, 'sha256'> & { png: Buffer }> {
  const { mediaType, widthPx: ownWidthPx, heightPx: ownHeightPx } = await inspectOriginal(bytes);
  const isSvg = mediaType === 'image/svg+xml';
  const pxAt = (dpi: number) => Math.round((widthMm / mmPerInch) * dpi);
  const wished = isSvg ? pxAt(workingDpi) : Math.min(pxAt(workingDpi), Math.max(ownWidthPx, pxAt(leastDpi)));
  const heightMm = (widthMm * ownHeightPx) / ownWidthPx;
  if (wished > mostWorkingPx || (wished * ownHeightPx) / ownWidthPx > mostWorkingPx) {
    throw unreadable(
      'At this width the picture is larger than a craft table.',
      'Give the width of the picture on paper, at most 500 mm (20 in).',
    );
  }
  const { data, info } = await decoding(
    greyOnWhite(bytes, Math.max(8, wished), ownWidthPx, isSvg).png().toBuffer({ resolveWithObject: true }),
  );
  return { png: data, widthPx: info.width, heightPx: info.height, heightMm };
}

/** A small picture of a kept original for looking at, 900 px wide at the most. Never the file itself: it may be an SVG. */
export async function previewOriginal(bytes: Uint8Array): Promise<Buffer> {
  const { widthPx, mediaType } = await inspectOriginal(bytes);
  const wished = mediaType === 'image/svg+xml' ? 900 : Math.min(900, widthPx);
  return decoding(
    greyOnWhite(bytes, wished, widthPx, mediaType === 'image/svg+xml')
      .png()
      .toBuffer(),
  );
}
