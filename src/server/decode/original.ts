import { dequal } from 'dequal/lite';
import { mmPerInch } from '#core/raster/resolution';
import { open, readFile } from 'node:fs/promises';
import sharp, { type Metadata, type Sharp } from 'sharp';
import type { DecodeAnswer, OriginalAnswer } from '#model/api/originals';
import { type Preparation, wholeOriginal } from '#model/preparation';
import { cutOut } from '#core/photo/cut-out';
import { lineColour } from '#core/colour/line-colour';
import { evenLight } from '#core/photo/even-light';
import { areSoundCorners } from '#core/photo/frame';
import { heightPerWidth } from '#core/photo/sheet-proportions';
import { changesPlaces, setUpright } from '#core/photo/upright';
import type { GreyImage } from '#core/raster/image';
import { decoding, unreadable } from './decoding';
import type { PictureSource } from './jobs';
import { NeedsRoomError, roomToRead } from './room';
import { lineArtSvg } from './svg-line-art';
import { framedSvg, sizeOfSvg, svgDensity } from './svg-size';

type MediaType = OriginalAnswer['mediaType'];

/** Pixels a line image may have: an A3 sheet at 600 dots per inch. */
const mostPixels = 72_000_000;
const workingDpi = 300;
/** Under this many dots per inch a raster is drawn up, so that its curves are smooth enough to be coloured. */
const leastDpi = 150;
const mostWorkingPx = 6000;
/** Widest an original is drawn before a small part is cut out of it. */
const mostScaledPx = 9000;
const mostPreviewPx = 1200;
/** Width at which every pixel of a file is read once, so that damage shows. */
const lookedAtPx = 400;

/** What the first bytes say, whatever the name says. */
function sniff(head: Buffer): MediaType | null {
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

async function headOf(source: PictureSource): Promise<Buffer> {
  if (typeof source !== 'string') return Buffer.from(source.subarray(0, 1024));
  const file = await open(source);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(1024), 0, 1024, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await file.close();
  }
}

const textOf = async (source: PictureSource): Promise<string> =>
  (typeof source === 'string' ? await readFile(source) : Buffer.from(source)).toString('utf8');

/** Read row by row, never all at once. */
const pixelLimit = { limitInputPixels: mostPixels, failOn: 'error' as const, unlimited: false, sequentialRead: true };

/** Width in mm where the file itself states its resolution. 72 is what programs write when they do not know. */
function statedWidthMm(widthPx: number, density: number | undefined): number | undefined {
  return density && density > 72 ? Math.round((widthPx / density) * mmPerInch * 10) / 10 : undefined;
}

/** An original that was looked at: what it is, and what it is drawn from. */
type Looked = { facts: Omit<OriginalAnswer, 'sha256'> } & ({ svg: string } | { raster: PictureSource; header: Metadata });

async function lookAtRaster(source: PictureSource, mediaType: MediaType): Promise<Looked> {
  const header = await decoding(sharp(source, pixelLimit).metadata());
  const [widthPx, heightPx] = changesPlaces(header.orientation ?? 1) ? [header.height, header.width] : [header.width, header.height];
  if (widthPx < 8 || heightPx < 8)
    throw unreadable(`The picture is only ${widthPx} x ${heightPx} pixels.`, 'Scan it at 300 dots per inch.');
  if (widthPx * heightPx > mostPixels)
    throw unreadable(
      `The picture has ${widthPx} x ${heightPx} pixels, more than ${mostPixels / 1e6} million.`,
      'Save it smaller: 300 dots per inch at its size on paper is all that is used.',
    );
  const widthMm = statedWidthMm(widthPx, header.density);
  const pages = header.pages ?? 1;
  const note =
    pages > 1
      ? `The file holds ${pages} ${mediaType === 'image/webp' ? 'pictures that move' : 'pages'}; the first is taken, the others are left alone.`
      : undefined;
  const facts = { mediaType, widthPx, heightPx, ...(widthMm === undefined ? {} : { widthMm }), ...(note ? { note } : {}) };
  return { facts, raster: source, header };
}

/** An SVG has no pixels of its own: its size is told at so many along its longer side, for the sake of its proportions. */
const svgLongSidePx = 8192;
/** Longest proportions of a drawing: beyond, one side has no pixels left. */
const mostProportion = 100;

async function lookAtSvg(source: PictureSource): Promise<Looked> {
  const { svg, hadEffects } = lineArtSvg(await textOf(source));
  const { width, height, widthMm } = sizeOfSvg(svg);
  if (Math.max(width / height, height / width) > mostProportion)
    throw unreadable('The drawing is a mere strip.', 'Look at the page size in your drawing program and save it again.');
  const scale = svgLongSidePx / Math.max(width, height);
  const tenths = widthMm === undefined ? undefined : Math.round(widthMm * 10) / 10;
  const facts = {
    mediaType: 'image/svg+xml' as const,
    widthPx: Math.max(1, Math.round(width * scale)),
    heightPx: Math.max(1, Math.round(height * scale)),
    // A drawing smaller than a stamp's dot or larger than a table was not meant to have that size.
    ...(tenths !== undefined && tenths >= 5 && tenths <= 1000 ? { widthMm: tenths } : {}),
    ...(hadEffects ? { note: 'Effects such as blur or shadow were taken out: a line image is its lines.' } : {}),
  };
  return { facts, svg };
}

/** What a file is, by its content. @throws ProblemError 422 for what is no readable SVG, PNG, JPEG, WebP or TIFF. */
async function lookAt(source: PictureSource): Promise<Looked> {
  const head = await headOf(source);
  if (head.length === 0) throw unreadable('The file is empty.', 'Choose another file.');
  const mediaType = sniff(head);
  if (!mediaType)
    throw unreadable(
      'This is not an SVG, PNG, JPEG, WebP or TIFF picture, whatever its name says.',
      'Save the picture as PNG or JPEG, or scan it again.',
    );
  return mediaType === 'image/svg+xml' ? lookAtSvg(source) : lookAtRaster(source, mediaType);
}

/** Grey levels of a picture, one byte a pixel. */
async function rawGrey(picture: Sharp): Promise<GreyImage> {
  const onWhite = picture.flatten({ background: '#ffffff' }).toColourspace('b-w');
  const { data, info } = await decoding(onWhite.extractChannel(0).raw().toBuffer({ resolveWithObject: true }));
  return { width: info.width, height: info.height, data: new Uint8Array(data.buffer, data.byteOffset, data.length) };
}

/**
 * A grey copy on white paper, upright, as wide as wished.
 * @param besidePx pixels of other copies that are made of it.
 * @throws NeedsRoomError when reading it takes more than `roomBytes`.
 */
async function greyOnWhite(looked: Looked, widthPx: number, roomBytes: number, besidePx = 0): Promise<GreyImage> {
  if ('svg' in looked) {
    const drawn = sharp(framedSvg(looked.svg, Math.max(8, widthPx)), { ...pixelLimit, density: svgDensity });
    return rawGrey(drawn.resize({ width: widthPx, kernel: 'lanczos3' }));
  }
  const { raster, header, facts } = looked;
  const heightPx = Math.max(1, Math.round((widthPx * facts.heightPx) / facts.widthPx));
  const room = roomToRead(header, widthPx * heightPx + besidePx);
  if (room > roomBytes) throw new NeedsRoomError(room);
  // Made small row by row as it lies in its file, and turned only then: turned first it would have to be held whole.
  const orientation = header.orientation ?? 1;
  const size = changesPlaces(orientation) ? { height: widthPx } : { width: widthPx };
  return setUpright(await rawGrey(sharp(raster, pixelLimit).resize({ ...size, kernel: 'lanczos3' })), orientation);
}

/**
 * Looks at a dropped file: what it is, how large, how wide on paper. Every pixel is decoded once, so that damage shows here.
 * @param roomBytes memory that reading it may take.
 * @throws ProblemError 422 for what is no readable SVG, PNG, JPEG, WebP or TIFF; NeedsRoomError.
 */
export async function inspectOriginal(
  source: PictureSource,
  roomBytes = Number.POSITIVE_INFINITY,
): Promise<Omit<OriginalAnswer, 'sha256'>> {
  const looked = await lookAt(source);
  await greyOnWhite(looked, Math.min(lookedAtPx, looked.facts.widthPx), roomBytes);
  return looked.facts;
}

/** Longest side of the copy that the colour of the lines is read from, in px. */
const colourCopyPx = 1000;

/** The colour of the lines; null where they are black, and in what has no colours. A small copy of the whole original tells it. */
async function lineColourOf(looked: Looked): Promise<string | null> {
  const fit = { width: colourCopyPx, height: colourCopyPx, fit: 'inside' as const };
  let picture: Sharp;
  if ('svg' in looked) picture = sharp(framedSvg(looked.svg, colourCopyPx), { ...pixelLimit, density: svgDensity }).resize(fit);
  else if ((looked.header.channels ?? 1) < 3) return null;
  // Every pixel counts or none: mixed with the paper beside it a thin line would be paler than its ink.
  else picture = sharp(looked.raster, pixelLimit).resize({ ...fit, kernel: 'nearest', withoutEnlargement: true });
  const onWhite = picture.flatten({ background: '#ffffff' }).toColourspace('srgb').removeAlpha();
  const { data, info } = await decoding(onWhite.raw().toBuffer({ resolveWithObject: true }));
  return info.channels === 3 ? lineColour(data) : null;
}

/**
 * Decodes a kept original into the working raster: 8-bit grey PNG, 300 dots per inch at the most, smaller when the original is;
 * cut out by its corners and evenly lit as the preparation says.
 * @param widthMm width on paper of the picture that is cut out.
 * @param roomBytes memory that reading it may take.
 * @throws ProblemError 422 when the picture cannot be read or would be beyond all measure; NeedsRoomError.
 */
export async function decodeGrey(
  source: PictureSource,
  widthMm: number,
  preparation: Preparation = wholeOriginal,
  roomBytes = Number.POSITIVE_INFINITY,
): Promise<Omit<DecodeAnswer, 'sha256'> & { png: Buffer }> {
  const looked = await lookAt(source);
  const { widthPx: ownWidthPx, heightPx: ownHeightPx } = looked.facts;
  if (!areSoundCorners(preparation.corners)) {
    throw unreadable('The four corners do not go round a sheet.', 'Put them back on the corners of the picture, left top first.');
  }
  const isSvg = 'svg' in looked;
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
  const isWhole = dequal(preparation.corners, wholeOriginal.corners);
  const scaledWidth = isWhole ? wished : Math.min(mostScaledPx, Math.round((ownWidthPx * wished) / acrossPx));
  let grey = await greyOnWhite(looked, scaledWidth, roomBytes, isWhole ? 0 : wished * wished * ratio);
  if (!isWhole) grey = cutOut(grey, preparation, wished, Math.max(1, Math.round(wished * ratio)));
  if (preparation.evenLight) grey = evenLight(grey);
  const { width, height } = grey;
  const png = await decoding(
    sharp(grey.data, { raw: { width, height, channels: 1 } })
      .png()
      .toBuffer(),
  );
  const lineHex = await lineColourOf(looked);
  return { png, widthPx: width, heightPx: height, heightMm, ...(lineHex ? { lineHex } : {}) };
}

function cutOutWidthPx({ corners }: Preparation, ownWidthPx: number, ownHeightPx: number): number {
  const [leftTop, rightTop] = corners;
  return Math.max(1, Math.hypot((rightTop[0] - leftTop[0]) * ownWidthPx, (rightTop[1] - leftTop[1]) * ownHeightPx));
}

/** A small picture of a kept original for looking at, 1200 px wide at the most. Never the file itself: it may be an SVG. @throws NeedsRoomError */
export async function previewOriginal(source: PictureSource, roomBytes = Number.POSITIVE_INFINITY): Promise<Buffer> {
  const looked = await lookAt(source);
  const { widthPx, heightPx } = looked.facts;
  // A tall drawing is drawn no larger than a wide one.
  const wished = 'svg' in looked ? Math.round(mostPreviewPx * Math.min(1, widthPx / heightPx)) : Math.min(mostPreviewPx, widthPx);
  const { width, height, data } = await greyOnWhite(looked, Math.max(8, wished), roomBytes);
  return decoding(
    sharp(data, { raw: { width, height, channels: 1 } })
      .png()
      .toBuffer(),
  );
}
