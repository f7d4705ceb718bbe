import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { saysPlace } from '#core/bytes/jpeg-metadata';
import { readyPhoto } from '#server/decode/photo';

/** A made-up photo: red at the left, blue at the right. */
const scene = sharp({ create: { width: 60, height: 40, channels: 3, background: '#2040c0' } }).composite([
  { input: { create: { width: 30, height: 40, channels: 3, background: '#c02020' } }, left: 0, top: 0 },
]);
const placed = { IFD0: { Make: 'Camera' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '52/1 30/1 0/1' } };
const pixel = async (bytes: Uint8Array, left: number, top: number) =>
  [...(await sharp(bytes).extract({ left, top, width: 1, height: 1 }).raw().toBuffer())].map((value) => Math.round(value / 64));

describe('a photo that is kept', () => {
  it('is as it was sent, byte for byte, where it is upright and says no place', async () => {
    const sent = await scene
      .clone()
      .withExif({ IFD0: { Make: 'Camera' } })
      .jpeg()
      .toBuffer();
    const kept = await readyPhoto(sent);
    expect(Buffer.from(kept.bytes).equals(sent)).toBe(true);
    expect(kept.said).toEqual([]);
  });

  it('loses where it was taken, and its picture stays the same to the last bit', async () => {
    const sent = await scene.clone().withExif(placed).jpeg().toBuffer();
    expect(saysPlace((await sharp(sent).metadata()).exif as Buffer)).toBe(true);
    const kept = await readyPhoto(sent);
    expect(kept.said).toEqual(['Where it was taken was taken out.']);
    expect((await sharp(kept.bytes).metadata()).exif).toBeUndefined();
    expect(await sharp(kept.bytes).raw().toBuffer()).toEqual(await sharp(sent).raw().toBuffer());
  });

  it('is turned upright, also without its place then', async () => {
    // 6: the camera was held so that the scene has to be turned by 90 degrees clockwise (Exif 2.32, 4.6.4 A).
    const sent = await scene.clone().withExif(placed).withMetadata({ orientation: 6 }).jpeg().toBuffer();
    const kept = await readyPhoto(sent);
    const { width, height, orientation = 1, exif } = await sharp(kept.bytes).metadata();
    expect([width, height, orientation, exif && saysPlace(exif)]).toEqual([40, 60, 1, undefined]);
    expect(kept.said[0]).toBe('It was turned upright.');
    expect(await pixel(kept.bytes, 20, 10), 'the left is above now').toEqual([3, 1, 1]);
  });

  it('may be a PNG or WebP', async () => {
    const png = await scene.clone().png().toBuffer();
    expect(Buffer.from((await readyPhoto(png)).bytes).equals(png)).toBe(true);
    expect((await readyPhoto(await scene.clone().webp().toBuffer())).mediaType).toBe('image/webp');
  });

  it('of 60 megapixels, one that is no picture, one cut off, one that moves: refused in words', async () => {
    const huge = await sharp({ create: { width: 10_000, height: 6_000, channels: 3, background: '#fff' } })
      .jpeg({ quality: 20 })
      .toBuffer();
    await expect(readyPhoto(huge)).rejects.toMatchObject({
      status: 422,
      problem: { message: 'The photo has 60 million pixels, more than 50.' },
    });
    await expect(readyPhoto(Buffer.from('not a picture'))).rejects.toMatchObject({ status: 422 });
    const whole = await scene.clone().resize(600).jpeg().toBuffer();
    await expect(readyPhoto(whole.subarray(0, whole.length / 2))).rejects.toMatchObject({ status: 422 });
    await expect(readyPhoto(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'))).rejects.toMatchObject({
      ...{ status: 422, problem: { message: expect.stringMatching(/no photo/) } },
    });
    const frame = Buffer.alloc(30 * 20 * 3, 90);
    const moving = await sharp(Buffer.concat([frame, Buffer.alloc(frame.length, 200)]), {
      raw: { width: 30, height: 40, channels: 3, pageHeight: 20 },
    })
      .webp()
      .toBuffer();
    await expect(readyPhoto(moving)).rejects.toMatchObject({ status: 422, problem: { message: expect.stringMatching(/moves/) } });
  });
});
