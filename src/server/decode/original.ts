import sharp, { type Sharp } from 'sharp';
import type { DecodeAnswer, OriginalAnswer } from '#model/api/originals';
import { type Preparation, wholeOriginal } from '#model/preparation';
import { cutOut } from '#core/photo/cut-out';
import { evenLight } from '#core/photo/even-light';
import { areSoundCorners } from '#core/photo/frame';
import { heightPerWidth } from '#core/photo/sheet-proportions';
import type { GreyImage } from '#core/raster/image';
import { ProblemError } from '#server/http/problem';
import { checkSvg } from './svg-check';
import { framedSvg, sizeOfSvg, svgDensity } from './svg-size';

type MediaType = OriginalAnswer['mediaType'];

/** Pixels a line image may have: an A3 sheet at 600 dots per inch. */
const mostPixels = 72_000_000;
const workingDpi = 300;
const mmPerInch = 25.4;
/** Under this many dots per inch a raster is drawn up, so that its curves are smooth enough to be coloured. */
const leastDpi = 150;
const mostWorkingPx = 6000;
/** Widest an original is drawn before a small part is cut out of it. */
const mostScaledPx = 9000;
const mostPreviewPx = 1200;

/** What the first bytes say, whatever the name says. */
function sniff(bytes: Uint8Array): MediaType | null {
  const head = Buffer.from(bytes.subarray(0, 1024));
  if (head.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]))) return 'image/png';
  if (head[0] === 0xff && head[1] === 0xd8 && head[2] === 0xff) return 'image/jpeg';
  if (head.subarray(0, 4).equals(Buffer.from('RIFF')) && head.subarray(8, 12).equals(Buffer.from('WEBP'))) return 'image/webp';
  if (['II*\0', 'MM\0*', 'II+\0', 'MM\0+'].some((start) => head.subarray(0, 4).equals(Buffer.from(start, 'latin1')))) return 'image/tiff';
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
    throw unreadable('The picture is damaged or ends too early.', 'Save or scan it again, as PNG, JPEG or TIFF.');
  }
}

/** Width in mm where the file itself states its resolution. 72 is what programs write when they do not know. */
function statedWidthMm(widthPx: number, density: number | undefined): number | undefined {
  return density && density > 72 ? Math.round((widthPx / density) * mmPerInch * 10) / 10 : undefined;
}

/**
 * Looks at a dropped file: what it is, how large, how wide on paper. Every pixel is decoded once, so that damage shows here.
 * @throws ProblemError 422 for what is no readable SVG, PNG, JPEG, WebP or TIFF.
 */
export async function inspectOriginal(bytes: Uint8Array): Promise<Omit<OriginalAnswer, 'sha256'>> {
  if (bytes.length === 0) throw unreadable('The file is empty.', 'Choose another file.');
  const mediaType = sniff(bytes);
  if (!mediaType)
    throw unreadable(
      'This is not an SVG, PNG, JPEG, WebP or TIFF picture, whatever its name says.',
      'Save the picture as PNG or JPEG, or scan it again.',
    );
  if (mediaType === 'image/svg+xml') return inspectSvg(Buffer.from(bytes).toString('utf8'));
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
  const widthMm = statedWidthMm(widthPx, metadata.density);
  const pages = metadata.pages ?? 1;
  const note =
    pages > 1
      ? `The file holds ${pages} ${mediaType === 'image/webp' ? 'pictures that move' : 'pages'}; the first is taken, the others are left alone.`
      : undefined;
  return { mediaType, widthPx, heightPx, ...(widthMm === undefined ? {} : { widthMm }), ...(note ? { note } : {}) };
}

/** An SVG has no pixels of its own: its size is told at so many along its longer side, for the sake of its proportions. */
const svgLongSidePx = 8192;
/** Longest proportions of a drawing: beyond, one side has no pixels left. */
const mostProportion = 100;

async function inspectSvg(text: string): Promise<Omit<OriginalAnswer, 'sha256'>> {
  checkSvg(text);
  const { width, height, widthMm } = sizeOfSvg(text);
  if (Math.max(width / height, height / width) > mostProportion)
    throw unreadable('The drawing is a mere strip.', 'Look at the page size in your drawing program and save it again.');
  const scale = svgLongSidePx / Math.max(width, height);
  await decoding(
    drawSvg(Buffer.from(text), Math.min(mostPreviewPx, Math.round((mostPreviewPx * width) / Math.max(width, height)))).stats(),
  );
  const tenths = widthMm === undefined ? undefined : Math.round(widthMm * 10) / 10;
  return {
    mediaType: 'image/svg+xml',
    widthPx: Math.max(1, Math.round(width * scale)),
    heightPx: Math.max(1, Math.round(height * scale)),
    // A drawing smaller than a stamp's dot or larger than a table was not meant to have that size.
    ...(tenths !== undefined && tenths >= 5 && tenths <= 1000 ? { widthMm: tenths } : {}),
  };
}

/** An SVG drawn straight away at a width in px. */
function drawSvg(bytes: Uint8Array, widthPx: number): Sharp {
  return sharp(framedSvg(Buffer.from(bytes).toString('utf8'), Math.max(8, widthPx)), { ...pixelLimit, density: svgDensity });
}

/** A grey copy on white paper, upright, as wide as wished. */
function greyOnWhite(bytes: Uint8Array, widthPx: number, isSvg: boolean): Sharp {
  return (isSvg ? drawSvg(bytes, widthPx) : sharp(bytes, pixelLimit).rotate())
    .flatten({ background: '#ffffff' })
    .toColourspace('b-w')
    .resize({ width: widthPx, kernel: 'lanczos3' });
}

/** Grey levels of a picture, one byte a pixel. */
async function rawGrey(picture: Sharp): Promise<GreyImage> {
  const { data, info } = await decoding(picture.extractChannel(0).raw().toBuffer({ resolveWithObject: true }));
  return { width: info.width, height: info.height, data: new Uint8Array(data.buffer, data.byteOffset, data.length) };
}

/**
 * Decodes a kept original into the working raster: 8-bit grey PNG, 300 dots per inch at the most, smaller when the original is;
 * cut out by its corners and evenly lit as the preparation says.
 * @param widthMm width on paper of the picture that is cut out.
 * @throws ProblemError 422 when the picture cannot be read or would be beyond all measure.
 */
export async function decodeGrey(
  bytes: Uint8Array,
  widthMm: number,
  preparation: Preparation = wholeOriginal,
): Promise<Omit<DecodeAnswer, 'sha256'> & { png: Buffer }> {
  const { mediaType, widthPx: ownWidthPx, heightPx: ownHeightPx } = await inspectOriginal(bytes);
  if (!areSoundCorners(preparation.corners)) {
    throw unreadable('The four corners do not go round a sheet.', 'Put them back on the corners of the picture, left top first.');
  }
  const isSvg = mediaType === 'image/svg+xml';
  const pxAt = (dpi: number) => Math.round((widthMm / mmPerInch) * dpi);
  const ratio = heightPerWidth(preparation, ownWidthPx, ownHeightPx);
  const heightMm = widthMm * ratio;
  // How many px of the original the cut-out is wide.
  const acrossPx = cutOutWidthPx(preparation, ownWidthPx, ownHeightPx);
  const wished = Math.max(8, isSvg ? pxAt(workingDpi) : Math.min(pxAt(workingDpi), Math.max(Math.round(acrossPx), pxAt(leastDpi))));
  if (wished > mostWorkingPx || wished * ratio > mostWorkingPx) {
    throw unreadable(
      'At this width the picture is larger than a craft table.',
      'Give the width of the picture on paper, at most 500 mm (20 in).',
    );
  }
  const isWhole = JSON.stringify(preparation.corners) === JSON.stringify(wholeOriginal.corners);
  const scaledWidth = isWhole ? wished : Math.min(mostScaledPx, Math.round((ownWidthPx * wished) / acrossPx));
  let grey = await rawGrey(greyOnWhite(bytes, scaledWidth, isSvg));
  if (!isWhole) grey = cutOut(grey, preparation, wished, Math.max(1, Math.round(wished * ratio)));
  if (preparation.evenLight) grey = evenLight(grey);
  const { width, height } = grey;
  const png = await decoding(
    sharp(grey.data, { raw: { width, height, channels: 1 } })
      .png()
      .toBuffer(),
  );
  return { png, widthPx: width, heightPx: height, heightMm };
}

function cutOutWidthPx({ corners }: Preparation, ownWidthPx: number, ownHeightPx: number): number {
  const [leftTop, rightTop] = corners;
  return Math.max(1, Math.hypot((rightTop[0] - leftTop[0]) * ownWidthPx, (rightTop[1] - leftTop[1]) * ownHeightPx));
}

/** A small picture of a kept original for looking at, 1200 px wide at the most. Never the file itself: it may be an SVG. */
export async function previewOriginal(bytes: Uint8Array): Promise<Buffer> {
  const { widthPx, heightPx, mediaType } = await inspectOriginal(bytes);
  const isSvg = mediaType === 'image/svg+xml';
  // A tall drawing is drawn no larger than a wide one.
  const wished = isSvg ? Math.round(mostPreviewPx * Math.min(1, widthPx / heightPx)) : Math.min(mostPreviewPx, widthPx);
  return decoding(greyOnWhite(bytes, Math.max(8, wished), isSvg).png().toBuffer());
}
