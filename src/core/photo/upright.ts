import { assertRaster, type GreyImage } from '#core/raster/image';

/** How a camera was held (Exif 2.32, tag 0x0112 Orientation): 1 upright, 2 to 8 turned or mirrored. From 5 on width and height change places. */
export type Orientation = number;

export const changesPlaces = (orientation: Orientation): boolean => orientation >= 5 && orientation <= 8;

/**
 * A picture set upright.
 * @param orientation as its file states; anything but 2 to 8 leaves it as it is.
 */
export function setUpright(image: GreyImage, orientation: Orientation): GreyImage {
  assertRaster(image, 'setUpright');
  if (!(orientation >= 2 && orientation <= 8)) return image;
  const { width, height, data } = image;
  const isTurned = changesPlaces(orientation);
  const [wide, tall] = isTurned ? [height, width] : [width, height];
  // From one pixel of the upright picture to the next, along a row and down a column, in the picture as it is.
  const right = width - 1;
  const below = width * (height - 1);
  const [start, alongRow, downColumn] = (
    {
      2: [right, -1, width],
      3: [below + right, -1, -width],
      4: [below, 1, -width],
      5: [0, width, 1],
      6: [below, -width, 1],
      7: [below + right, -width, -1],
      8: [right, width, -1],
    } as Record<number, [number, number, number]>
  )[orientation] as [number, number, number];
  const upright = new Uint8Array(data.length);
  for (let row = 0, i = 0; row < tall; row++) {
    for (let column = 0, from = start + row * downColumn; column < wide; column++, from += alongRow) upright[i++] = data[from] as number;
  }
  return { ...image, width: wide, height: tall, data: upright };
}
