import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { printedImagesPdf } from '#server/formats/printed-images';

/** A frame of lines with a bar at its left, so that it is known which way round it lies. */
async function frame(widthMm: number, heightMm: number): Promise<Uint8Array> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${widthMm * 10}" height="${heightMm * 10}"><rect width="100%" height="100%" fill="white"/>
    <rect x="5" y="5" width="${widthMm * 10 - 10}" height="${heightMm * 10 - 10}" fill="none" stroke="black" stroke-width="10"/><rect x="40" y="40" width="60" height="${heightMm * 10 - 80}"/></svg>`;
  return sharp(Buffer.from(svg)).grayscale().png().toBuffer();
}

async function drawn(
  bytes: Uint8Array,
): Promise<{ pages: number; text: string; at: (xMm: number, yMm: number, page?: number) => number[] }> {
  const path = join(mkdtempSync(join(tmpdir(), 'aquachrome-printed-')), 'images.pdf');
  writeFileSync(path, bytes);
  const pages = Number(/Pages:\s+(\d+)/.exec(execFileSync('pdfinfo', [path]).toString())?.[1]);
  const seen = new Map<number, Buffer>();
  return {
    pages,
    text: execFileSync('pdftotext', [path, '-']).toString(),
    at: (xMm, yMm, page = 1) => {
      const ppm =
        seen.get(page) ?? execFileSync('pdftoppm', ['-r', '254', '-f', String(page), '-l', String(page), path], { maxBuffer: 64 << 20 });
      seen.set(page, ppm);
      const [, width = 0, height = 0] = (/^P6\s+(\d+)\s+(\d+)/.exec(ppm.subarray(0, 40).toString('latin1')) ?? []).map(Number);
      const start = ppm.length - 3 * width * height + 3 * (Math.round(10 * yMm) * width + Math.round(10 * xMm));
      return [...ppm.subarray(start, start + 3)];
    },
  };
}

describe('images printed instead of stamped', () => {
  it('lie at true size several to a sheet, in the line colour; a mirrored one is', async () => {
    const png = await frame(60, 80);
    const image = { name: 'Frame', png, widthMm: 60, heightMm: 80 };
    const bytes = await printedImagesPdf({
      ...{ title: 'Kite day: images to print', lineHex: '#c04020', paper: 'a4' },
      images: [
        { ...image, id: 'one', count: 4, isMirrored: false },
        { ...image, id: 'two', count: 1, isMirrored: true },
      ],
    });
    const { pages, text, at } = await drawn(bytes);
    expect(pages).toBe(1);
    expect(text).toMatch(/Kite day: images to print, sheet 1 of 1. Print at 100 %/);
    // 8 mm of margin; the bar lies from 4 to 10 mm in the image.
    expect(at(8 + 7, 8 + 40)).toEqual([expect.closeTo(0xc0, -1), expect.closeTo(0x40, -1), expect.closeTo(0x20, -1)]);
    expect(at(8 + 53, 8 + 40)).toEqual([255, 255, 255]);
    // The second in the row begins after the first and 5 mm.
    expect(at(8 + 65 + 7, 8 + 40)[1]).toBeLessThan(90);
    // The mirrored one is the second of the second row.
    expect([at(8 + 65 + 7, 8 + 85 + 40)[1], (at(8 + 65 + 53, 8 + 85 + 40)[1] ?? 255) < 90]).toEqual([255, true]);
  });

  it('are turned where they must be, told of where they are too large, and may be none', async () => {
    const image = { id: 'wide', name: 'Wide one', png: await frame(250, 40), widthMm: 250, heightMm: 40, count: 2, isMirrored: false };
    const asked = { title: 'T', lineHex: '#000000', paper: 'a4' as const };
    const { pages, at } = await drawn(await printedImagesPdf({ ...asked, images: [image] }));
    expect(pages).toBe(1);
    // Turned clockwise, the bar at its left lies at the top.
    expect(at(8 + 20, 8 + 7)).toEqual([0, 0, 0]);
    await expect(printedImagesPdf({ ...asked, images: [{ ...image, widthMm: 400 }] })).rejects.toMatchObject({
      status: 422,
      problem: { message: expect.stringMatching(/^Wide one: larger than what the printer reaches/) },
    });
    expect((await drawn(await printedImagesPdf({ ...asked, images: [] }))).text).toMatch(/every piece is plain/);
  });
});
