import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import type { Lab } from '#model/marker';
import { deltaE00 } from '#core/colour/difference';
import { hexOfLab, labOfHex } from '#core/colour/lab';
import { predictInk } from '#core/colour/predict-ink';
import { seeded } from '#core/sharing/seeded';
import type { RgbImage } from '#core/swatch/find-page';
import { readSwatches } from '#core/swatch/read-swatches';
import type { PageName } from '#core/swatch/page-layout';
import { type SwatchCell, type SwatchLayout, swatchSheet } from '#core/swatch/swatch-sheet';
import { photographSheet, type Shot } from '#core/camera/photograph-sheet';

const paper: Lab = { L: 95, a: 0, b: 0 };
/** Inks of a seed, from pale to black, as one and two coats have them on the paper. */
function inksOf(seed: number): (cell: SwatchCell) => Lab {
  const random = seeded(seed);
  const known = new Map<string, Lab>();
  return ({ markerId, coats }) => {
    const one = known.get(markerId) ?? labOfHex(hexOfLab({ L: 12 + 78 * random(), a: 90 * random() - 45, b: 90 * random() - 45 }));
    known.set(markerId, one);
    return labOfHex(hexOfLab(coats === 1 ? one : predictInk({ paper, layers: [{ oneCoat: one, coats: 2 }] })));
  };
}
const markersOf = (count: number) => Array.from({ length: count }, (_, index) => ({ id: `m${index}`, code: `${index}` }));

function shotOf(seed: number, change: Partial<Shot> = {}): Shot {
  const random = seeded(seed + 1000);
  return {
    ...{ inkOf: inksOf(seed), paper, pxPerMm: 5.2, table: { L: 30 + 40 * random(), a: 5, b: 12 }, seed },
    ...{ leanDeg: 20 * random(), leanToDeg: 360 * random(), turnDeg: 90 * Math.floor(4 * random()) + 8 * random() - 4 },
    ...{ fallOff: 0.3, cast: [0.96, 0.9, 0.78], noiseSigma: 4, streakShare: 0.3 },
    ...change,
  };
}

async function asJpeg({ width, height, data }: RgbImage, quality = 80): Promise<RgbImage> {
  const jpeg = await sharp(data, { raw: { width, height, channels: 3 } })
    .jpeg({ quality })
    .toBuffer();
  const { data: back, info } = await sharp(jpeg).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8Array(back) };
}

function cellsOf(image: RgbImage, layout: SwatchLayout) {
  const read = readSwatches(image, layout);
  if ('problem' in read) throw new Error(read.problem);
  return read.cells;
}

const [sheet] = swatchSheet(markersOf(70), 'A4') as [SwatchLayout];

describe('reading a swatch sheet', () => {
  it.each<[number, PageName]>([
    [2, 'Letter'],
    [4, 'A4'],
  ])('from a photo askew in uneven, warm light, with noise and streaks, every cell is found (seed %i, %s)', async (seed, page) => {
    const [layout] = swatchSheet(markersOf(page === 'A4' ? 75 : 70), page) as [SwatchLayout];
    const shot = shotOf(seed);
    const cells = cellsOf(await asJpeg(photographSheet(layout, shot)), layout);
    const off = cells.map(({ lab }, index) => deltaE00(lab, shot.inkOf(layout.cells[index] as SwatchCell) as Lab));
    expect(cells.map(({ markerId, coats }) => [markerId, coats])).toEqual(layout.cells.map(({ markerId, coats }) => [markerId, coats]));
    expect(off.reduce((sum, own) => sum + own, 0) / off.length, 'mean CIEDE2000').toBeLessThanOrEqual(1.5);
    expect(Math.max(...off), 'worst CIEDE2000').toBeLessThanOrEqual(3.5);
  });

  it('tells of empty, patchy, swapped and clipped cells, and of no other', async () => {
    const inkOf = inksOf(7);
    const [first, second, third] = ['m0', 'm1', 'm2'] as const;
    const [pale, deep]: [Lab, Lab] = [labOfHex('#c9a2b4'), labOfHex('#8a4a66')];
    const shot = shotOf(7, {
      leanDeg: 0,
      cast: [1, 1, 1],
      fallOff: 0.1,
      streakShare: 0.1,
      inkOf: (cell) => {
        if (cell.markerId === first) return cell.coats === 2 ? null : pale;
        if (cell.markerId === second) return cell.coats === 2 ? pale : deep;
        if (cell.markerId === third) return { L: 0, a: 0, b: 0 };
        return inkOf(cell);
      },
    });
    const photo = photographSheet(sheet, shot);
    const page = readSwatches(photo, sheet);
    if ('problem' in page) return expect.fail(page.problem);
    const flagsOf = (id: string) => page.cells.filter(({ markerId }) => markerId === id).map(({ flags }) => flags.join());
    expect(flagsOf(first)).toEqual(['', 'empty']);
    expect(flagsOf(second)).toEqual(['swapped', 'swapped']);
    const others = page.cells.filter(({ markerId }) => ![first, second, third].includes(markerId as never));
    expect(others.filter(({ flags }) => flags.length > 0).length / others.length).toBeLessThan(0.05);
    // Half of a cell in another colour, and too much light everywhere.
    const halves = photographSheet(sheet, { ...shot, streakShare: 0, inkOf: () => deep });
    const bright = { ...halves, data: halves.data.map((value) => Math.min(255, value * 1.4)) };
    expect(cellsOf(bright, sheet).every(({ flags }) => flags.includes('clipped'))).toBe(true);
    expect(cellsOf(photo, sheet).find(({ markerId }) => markerId === third)?.lab.L).toBeLessThan(6);
  });

  it('says in words what is wrong with a picture that is no sheet, cut off, another one, blurred or too small', async () => {
    const shot = shotOf(11, { leanDeg: 4, noiseSigma: 1 });
    const photo = photographSheet(sheet, shot);
    const problemOf = (image: RgbImage, layout = sheet) => {
      const read = readSwatches(image, layout);
      return 'problem' in read ? read.problem : 'none';
    };
    expect(problemOf(photo)).toBe('none');
    const [other] = swatchSheet(markersOf(69), 'A4') as [SwatchLayout];
    expect(problemOf(photo, other)).toMatch(/another sheet/);
    const blank = { width: 600, height: 800, data: new Uint8Array(3 * 600 * 800).fill(230) };
    expect(problemOf(blank)).toMatch(/No corner marks/);
    const cut = {
      width: photo.width,
      height: Math.floor(photo.height * 0.88),
      data: photo.data.slice(0, 3 * photo.width * Math.floor(photo.height * 0.88)),
    };
    expect(problemOf(cut)).toMatch(/a corner is cut off or covered/);
    const shrunk = async (widthPx: number, blurPx = 0) => {
      const small = sharp(photo.data, { raw: { width: photo.width, height: photo.height, channels: 3 } }).resize(widthPx);
      const { data, info } = await (blurPx > 0 ? small.blur(blurPx) : small).raw().toBuffer({ resolveWithObject: true });
      return { width: info.width, height: info.height, data: new Uint8Array(data) };
    };
    expect(problemOf(await shrunk(Math.round(photo.width * 0.6)))).toMatch(/too small/);
    expect(problemOf(await shrunk(photo.width, 9))).toMatch(/blurred/);
    expect(() => readSwatches({ width: 10, height: 10, data: new Uint8Array(10) }, sheet)).toThrow(/3 bytes a px/);
  });
});
