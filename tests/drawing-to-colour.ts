import sharp from 'sharp';
import type { Camera } from '#core/camera/photograph';
import { photographPicture } from '#core/camera/photograph-picture';
import { findLines } from '#core/picture/lines';
import { findRegions } from '#core/picture/regions';
import type { Coloured } from './planted-faults';

/** Px a mm of a drawing that is coloured in checks, and its width. */
export const drawnPxPerMm = 10;
const widthPx = 640;

/** A line drawing of 64 mm with its areas. @param file an SVG. */
export async function drawingToColour(file: string): Promise<Coloured> {
  const { data, info } = await sharp(file, { density: 150 })
    .resize({ width: widthPx })
    .flatten({ background: '#ffffff' })
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const { width, height } = info;
  const lines = findLines({ width, height, data: new Uint8Array(data), pxPerMm: drawnPxPerMm });
  const { labels, count } = findRegions(lines);
  return { width, height, pxPerMm: drawnPxPerMm, labels, lines: lines.data, count };
}

export type Photo = { width: number; height: number; data: Uint8Array };

/** A coloured picture as a telephone takes it: a lens a little out of focus, and JPEG of quality 75. */
export async function photoTaken(
  { width, height, pxPerMm }: Coloured,
  painted: Uint8Array,
  { camera, blurMm = 0 }: { camera: Camera; blurMm?: number },
): Promise<Photo> {
  const shot = photographPicture({ width, height, data: painted }, width / pxPerMm, camera);
  const raw = sharp(Buffer.from(shot.data), { raw: { width: shot.width, height: shot.height, channels: 3 } });
  const blurPx = blurMm * camera.pxPerMm;
  const jpeg = await (blurPx > 0.3 ? raw.blur(blurPx) : raw).jpeg({ quality: 75 }).toBuffer();
  return { width: shot.width, height: shot.height, data: new Uint8Array(await sharp(jpeg).raw().toBuffer()) };
}

/** The left half of a photo. */
export async function leftHalf({ width, height, data }: Photo): Promise<Photo> {
  const half = Math.floor(width / 2);
  const taken = await sharp(Buffer.from(data), { raw: { width, height, channels: 3 } })
    .extract({ left: 0, top: 0, width: half, height })
    .raw()
    .toBuffer();
  return { width: half, height, data: new Uint8Array(taken) };
}
