import sharp from 'sharp';
import { expect, it } from 'vitest';
import { setUpright } from './upright';

// Reference: the general image library's own turning by the Exif tag.
it.each([1, 2, 3, 4, 5, 6, 7, 8])('a picture held as Exif orientation %i says is set upright', async (orientation) => {
  const [width, height] = [7, 5];
  const data = Uint8Array.from({ length: width * height }, (_, i) => i * 7);
  const tagged = await sharp(data, { raw: { width, height, channels: 1 } })
    .withMetadata({ orientation })
    .png()
    .toBuffer();
  const { data: wanted, info } = await sharp(tagged).autoOrient().extractChannel(0).raw().toBuffer({ resolveWithObject: true });
  const upright = setUpright({ width, height, data }, orientation);
  expect([upright.width, upright.height]).toEqual([info.width, info.height]);
  expect(Buffer.from(upright.data).equals(wanted)).toBe(true);
});
