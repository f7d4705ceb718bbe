import { expect, it } from 'vitest';
import { saysPlace, withoutJpegMetadata } from './jpeg-metadata';

const segment = (marker: number, body: number[]) => [0xff, marker, (body.length + 2) >> 8, (body.length + 2) & 0xff, ...body];
const scan = [0xff, 0xda, 0, 4, 1, 2, 0x11, 0x22, 0xff, 0, 0x33, 0xff, 0xd9];

it('a JPEG without its metadata has the same tables and the same scan, byte for byte', () => {
  const tables = [...segment(0xe0, [1, 2, 3]), ...segment(0xe2, [9]), ...segment(0xdb, [4, 5])];
  const jpeg = Uint8Array.from([0xff, 0xd8, ...segment(0xe1, [69, 120]), ...tables, ...segment(0xed, [7]), ...segment(0xfe, [8]), ...scan]);
  expect([...withoutJpegMetadata(jpeg)]).toEqual([0xff, 0xd8, ...tables, ...scan]);
  expect(() => withoutJpegMetadata(Uint8Array.from([0xff, 0xd8, 0xff, 0xe1, 0xff, 0xff, 1]))).toThrow(RangeError);
  expect(() => withoutJpegMetadata(Uint8Array.from([0xff, 0xd8, 1, 2, 3, 4]))).toThrow(RangeError);
});

it('Exif says a place where it has such a directory, in either byte order, cut off or none it says none', () => {
  const tiff = (isLittle: boolean, tag: number) => {
    const bytes = new Uint8Array(8 + 2 + 12);
    const view = new DataView(bytes.buffer);
    view.setUint16(0, isLittle ? 0x4949 : 0x4d4d);
    view.setUint16(2, 42, isLittle);
    view.setUint32(4, 8, isLittle);
    view.setUint16(8, 1, isLittle);
    view.setUint16(10, tag, isLittle);
    return bytes;
  };
  for (const isLittle of [true, false]) {
    expect(saysPlace(tiff(isLittle, 0x8825))).toBe(true);
    expect(saysPlace(Uint8Array.from([69, 120, 105, 102, 0, 0, ...tiff(isLittle, 0x8825)]))).toBe(true);
    expect(saysPlace(tiff(isLittle, 0x0112))).toBe(false);
    expect(saysPlace(tiff(isLittle, 0x8825).subarray(0, 9))).toBe(false);
  }
  expect(saysPlace(new Uint8Array(3))).toBe(false);
});
