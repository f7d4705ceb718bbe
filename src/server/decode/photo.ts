import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { saysPlace, withoutJpegMetadata } from '#core/bytes/jpeg-metadata';
import { decoding, unreadable } from './decoding';
import type { PictureSource } from './jobs';

/** Pixels that a photo may have: the best of today's phones. */
const mostPhotoPixels = 50_000_000;
const mediaTypes: Record<string, string> = { jpeg: 'image/jpeg', png: 'image/png', webp: 'image/webp' };
/** Turned upright it is packed anew, so that nobody sees it. */
const turnedQuality = 95;

export type ReadyPhoto = { bytes: Uint8Array; mediaType: string; said: string[] };

/**
 * Makes a photo ready to be kept: upright, and without where it was taken; otherwise as it was sent.
 * @throws ProblemError 422 in words for what is no photo, is damaged, or is too large.
 */
export async function readyPhoto(source: PictureSource): Promise<ReadyPhoto> {
  const sent = typeof source === 'string' ? new Uint8Array(await readFile(source)) : source;
  const photo = () => sharp(sent, { limitInputPixels: false, failOn: 'error', sequentialRead: true });
  const header = await decoding(photo().metadata());
  const mediaType = mediaTypes[header.format ?? ''];
  if (!mediaType) throw unreadable('This is no photo that can be kept.', 'Save it as JPEG, PNG or WebP and bring it in again.');
  if ((header.pages ?? 1) > 1) throw unreadable('This picture moves.', 'Bring in a photo, or save one of its pictures by itself.');
  const { width, height } = header;
  if (width * height > mostPhotoPixels)
    throw unreadable(
      `The photo has ${Math.round((width * height) / 1e6)} million pixels, more than ${mostPhotoPixels / 1e6}.`,
      'Save it smaller, or take it with the usual setting of the camera, and bring it in again. The session is kept without it.',
    );
  // Every pixel is read once, so that damage shows.
  await decoding(photo().resize(64, 64, { fit: 'inside' }).raw().toBuffer());
  const isTurned = (header.orientation ?? 1) > 1;
  const { exif, xmp, iptc } = header;
  const hasPlace = (exif && saysPlace(exif)) || /GPS|City|Location/i.test(xmp?.toString('latin1') ?? '') || iptc !== undefined;
  const said = [...(isTurned ? ['It was turned upright.'] : []), ...(hasPlace ? ['Where it was taken was taken out.'] : [])];
  if (!isTurned && !hasPlace) return { bytes: sent, mediaType, said };
  if (!isTurned && mediaType === 'image/jpeg') return { bytes: withoutJpegMetadata(sent), mediaType, said };
  const upright = photo().autoOrient().keepIccProfile();
  const packed =
    mediaType === 'image/png'
      ? upright.png()
      : mediaType === 'image/webp'
        ? upright.webp({ quality: turnedQuality })
        : upright.jpeg({ quality: turnedQuality });
  return { bytes: new Uint8Array(await decoding(packed.toBuffer())), mediaType, said };
}
