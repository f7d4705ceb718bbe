import { randomFillSync } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp, { type Sharp } from 'sharp';
import { afterAll, describe, expect, it } from 'vitest';
import { mostOriginalBytes } from '#model/api/originals';
import { openWorkshop } from '#server/decode/workshop';
import { evaluates } from '../evaluates';

/** Whether all formats are tried, and again and again. */
const isEvaluation = evaluates('large pictures');

/** A3 at 600 dots per inch. */
const [wide, tall] = [7016, 9921];

/** Paper with a little grain and a frame drawn on it. */
function scan(width: number, height: number): Sharp {
  const data = Buffer.alloc(width * height, 248);
  const grain = randomFillSync(Buffer.alloc(1 << 16));
  for (let i = 0; i < data.length; i += 3) data[i] = 240 + ((grain[(i * 7) & 0xffff] as number) & 15);
  for (let row = 100; row < height - 100; row++)
    for (const column of [100, width - 100]) data.fill(10, row * width + column, row * width + column + 8);
  return sharp(data, { raw: { width, height, channels: 1 } });
}

// What is checked is that there is room for it; how long it takes is this machine's, and workshop.test.ts ends what takes too long.
const workshop = openWorkshop({ longestMs: 150_000, answerMs: 180_000 });
afterAll(() => workshop.close());

const folder = mkdtempSync(join(tmpdir(), 'aquachrome-large-'));
afterAll(() => rmSync(folder, { recursive: true }));

/** Looks at a picture and decodes it, as a page does one after the other, so many times; answers the widths of what came of it. */
async function taken(bytes: Uint8Array, widthMm: number, times = 1): Promise<Set<number>> {
  expect(bytes.length).toBeLessThanOrEqual(mostOriginalBytes);
  const source = join(folder, 'original');
  writeFileSync(source, bytes);
  const widths = new Set<number>();
  for (let time = 1; time <= times; time++) {
    await workshop.work('inspect', { source });
    widths.add((await workshop.work('decodeGrey', { source, widthMm })).widthPx);
  }
  return widths;
}

describe('a picture within the limit of 72 megapixels', { timeout: 600_000 }, () => {
  const a3 = () => scan(wide, tall);
  const colour = () => a3().toColourspace('srgb');
  // Three that take most room, each in its way; all of them with `npm run eval:large`.
  const formats: [string, () => Promise<Buffer>][] = [
    ['grey PNG', () => a3().png({ compressionLevel: 1 }).toBuffer()],
    ['1-bit PNG', () => a3().threshold(128).png({ palette: true, colours: 2 }).toBuffer()],
    ['RGB PNG', () => colour().png({ compressionLevel: 1 }).toBuffer()],
    ['interlaced RGB PNG', () => colour().png({ compressionLevel: 1, progressive: true }).toBuffer()],
    ['LZW TIFF', () => colour().tiff({ compression: 'lzw' }).toBuffer()],
    ['JPEG of many passes', () => colour().jpeg({ quality: 80, progressive: true }).toBuffer()],
    ['JPEG held on its side', () => colour().withMetadata({ orientation: 6 }).jpeg({ quality: 80 }).toBuffer()],
  ];
  const most = ['grey PNG', 'interlaced RGB PNG', 'JPEG of many passes'];
  it.each(formats.filter(([name]) => isEvaluation || most.includes(name)))(
    'is taken and decoded every time: A3 at 600 dots per inch as %s',
    async (name, write) => {
      const bytes = await write();
      const widthMm = name.includes('side') ? 420 : 297;
      // By chance it was taken now and refused then: the same reader, warmed up by others before.
      expect(await taken(bytes, widthMm, name === 'grey PNG' ? (isEvaluation ? 6 : 2) : 1)).toEqual(
        new Set([Math.round((widthMm / 25.4) * 300)]),
      );
    },
  );

  it('is taken as a phone’s WebP of 50 megapixels, and as A4 at 424 dots per inch in RGB, not packed, as scanners write it', async () => {
    expect(await taken(await scan(6120, 8160).toColourspace('srgb').webp({ quality: 80, effort: 0 }).toBuffer(), 200)).toEqual(
      new Set([2362]),
    );
    const tiff = await scan(3505, 4960).toColourspace('srgb').tiff({ compression: 'none' }).toBuffer();
    expect(tiff.length).toBeGreaterThan(52e6);
    expect(await taken(tiff, 210)).toEqual(new Set([2480]));
  });
});
