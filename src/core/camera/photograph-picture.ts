import type { RgbImage } from '#core/swatch/find-page';
import { linearRgb } from '#core/colour/modes';
import { type Camera, type Light, photograph, seenInPhoto } from './photograph';

/** Bare paper round a card, in mm. */
const marginMm = 12;

/**
 * A coloured picture as a telephone would see it on the table: on its paper, askew, in uneven light.
 * @param image R, G, B of the picture. @param widthMm its width on paper.
 */
export function photographPicture(image: RgbImage, widthMm: number, camera: Camera): RgbImage {
  const pxPerMm = image.width / widthMm;
  const heightMm = image.height / pxPerMm;
  const known = Float32Array.from({ length: 256 }, (_, value) => linearRgb({ mode: 'rgb', r: value / 255, g: 0, b: 0 }).r);
  const lightAt = (xMm: number, yMm: number): Light => {
    const [x, y] = [Math.floor((xMm - marginMm) * pxPerMm), Math.floor((yMm - marginMm) * pxPerMm)];
    // The paper about it is as white as the picture's own.
    if (x < 0 || y < 0 || x >= image.width || y >= image.height) return [1, 1, 1];
    const at = 3 * (y * image.width + x);
    return [known[image.data[at]!]!, known[image.data[at + 1]!]!, known[image.data[at + 2]!]!];
  };
  return photograph({ widthMm: widthMm + 2 * marginMm, heightMm: heightMm + 2 * marginMm, lightAt }, camera);
}

/** Where a place of such a picture, in mm from its left top, is seen in its photo, in px. @param size of the picture on paper. */
export function pictureInPhoto(
  size: { widthMm: number; heightMm: number },
  camera: Camera,
): (xMm: number, yMm: number) => [number, number] {
  const toPx = seenInPhoto({ widthMm: size.widthMm + 2 * marginMm, heightMm: size.heightMm + 2 * marginMm }, camera);
  return (xMm, yMm) => toPx(xMm + marginMm, yMm + marginMm);
}
