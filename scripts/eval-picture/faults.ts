import sharp from 'sharp';
import { labelComponents } from '../../src/core/raster/components';
import { seeded } from '../../tests/seeded';
import { pagePx, type Raster, scanDpi } from './pages';

const pxPerMm = scanDpi / 25.4;

function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/** Calls back with the place on the page that every pixel of the turned page comes from: the page turns about its middle. */
function eachTurned(
  { width, height }: { width: number; height: number },
  degrees: number,
  use: (i: number, x: number, y: number) => void,
): void {
  const cos = Math.cos((-degrees * Math.PI) / 180);
  const sin = Math.sin((-degrees * Math.PI) / 180);
  for (let row = 0; row < height; row++) {
    const dy = row + 0.5 - height / 2;
    for (let column = 0; column < width; column++) {
      const dx = column + 0.5 - width / 2;
      use(row * width + column, width / 2 + dx * cos - dy * sin - 0.5, height / 2 + dx * sin + dy * cos - 0.5);
    }
  }
}

/** Turns a page clockwise, bilinear; white comes in from beyond its edges. */
export function turn(page: Raster, degrees: number): Raster {
  const { width, height, data } = page;
  const turned = new Uint8Array(data.length).fill(255);
  eachTurned(page, degrees, (i, x, y) => {
    const left = Math.floor(x);
    const top = Math.floor(y);
    if (left < 0 || top < 0 || left >= width - 1 || top >= height - 1) return;
    const at = top * width + left;
    const upper = (data[at] as number) * (left + 1 - x) + (data[at + 1] as number) * (x - left);
    const lower = (data[at + width] as number) * (left + 1 - x) + (data[at + width + 1] as number) * (x - left);
    turned[i] = Math.round(upper * (top + 1 - y) + lower * (y - top));
  });
  return { width, height, data: turned };
}

/** The same turn for numbers that may not be mixed: colours. */
export function turnNumbers(numbers: Int32Array, degrees: number): Int32Array {
  const { width, height } = pagePx;
  const turned = new Int32Array(numbers.length);
  eachTurned(pagePx, degrees, (i, x, y) => {
    const column = Math.round(x);
    const row = Math.round(y);
    if (column >= 0 && row >= 0 && column < width && row < height) turned[i] = numbers[row * width + column] as number;
  });
  return turned;
}

function toSharp({ width, height, data }: Raster) {
  return sharp(data, { raw: { width, height, channels: 1 } });
}

export async function blur(page: Raster, sigmaPx: number): Promise<Raster> {
  return { ...page, data: new Uint8Array(await toSharp(page).blur(sigmaPx).toColourspace('b-w').raw().toBuffer()) };
}

export async function jpeg(page: Raster, quality: number): Promise<Raster> {
  const file = await toSharp(page).jpeg({ quality }).toBuffer();
  return { ...page, data: new Uint8Array(await sharp(file).extractChannel(0).raw().toBuffer()) };
}

/** The shadow of a hand over the right half and of a finger over the left: so much of the light is left in them, with edges 1.5 mm soft. */
export function shadow(page: Raster, left: number): Raster {
  const { width, height, data } = page;
  const softPx = 1.5 * pxPerMm;
  const shaded = data.map((level, i) => {
    const across = 0.8 * (i % width) + 0.6 * Math.floor(i / width);
    const inHand = (across - 0.62 * width) / softPx;
    const inFinger = (7 * pxPerMm - Math.abs(across - 0.38 * width)) / softPx;
    const share = Math.max(0, Math.min(1, 0.5 + Math.max(inHand, inFinger)));
    return Math.round(level * (1 - (1 - left) * share));
  });
  return { width, height, data: shaded };
}

/** The light falls by so many levels from the left top to the right bottom corner. */
export function gradient(page: Raster, levels: number): Raster {
  const { width, height, data } = page;
  return {
    ...page,
    data: data.map((level, i) => {
      const share = ((i % width) / width + Math.floor(i / width) / height) / 2;
      return Math.round((level * (255 - levels * share)) / 255);
    }),
  };
}

export function noise(page: Raster, deviation: number, seed: number): Raster {
  const random = seeded(seed);
  // One table of normal numbers walked at random: 8.7 million of them are not worth computing.
  const table = Float32Array.from({ length: 65536 }, () => deviation * normal(random));
  return {
    ...page,
    data: page.data.map((level) => Math.max(0, Math.min(255, Math.round(level + (table[Math.floor(random() * 65536)] ?? 0))))),
  };
}

/** Grey paper under pale ink needs room for grain on both sides. */
export function darken(page: Raster, by: number): Raster {
  return { ...page, data: page.data.map((level) => Math.max(0, level - by)) };
}

export type Break = { xPx: number; yPx: number; widthPx: number };

/**
 * Breaks strokes right across: about `perDrawing` in each of the six drawings, at places where a stroke of about 0.5 mm runs
 * straight, each from half of `mostMm` to `mostMm` wide.
 */
export function breakLines(page: Raster, mostMm: number, perDrawing: number, seed: number): { page: Raster; breaks: Break[] } {
  const { width, height } = page;
  const data = Uint8Array.from(page.data);
  const random = seeded(seed);
  const ink: number[] = [];
  for (let i = 0; i < data.length; i++) if ((data[i] ?? 255) < 64) ink.push(i);
  const breaks: Break[] = [];
  const reach = Math.round(0.9 * pxPerMm);
  for (let tries = 0; breaks.length < 6 * perDrawing && tries < 20_000; tries++) {
    const i = ink[Math.floor(random() * ink.length)] ?? 0;
    const x = i % width;
    const y = Math.floor(i / width);
    if (breaks.some((other) => Math.hypot(other.xPx - x, other.yPx - y) < 4 * pxPerMm)) continue;
    // Direction of the stroke from the second moments of the ink around.
    let count = 0;
    let sumX = 0;
    let sumY = 0;
    let xx = 0;
    let yy = 0;
    let xy = 0;
    const near = { width: 2 * reach + 1, height: 2 * reach + 1, data: new Uint8Array((2 * reach + 1) ** 2) };
    for (let dy = -reach; dy <= reach; dy++) {
      for (let dx = -reach; dx <= reach; dx++) {
        if (dx * dx + dy * dy > reach * reach || x + dx < 0 || y + dy < 0 || x + dx >= width || y + dy >= height) continue;
        if ((data[(y + dy) * width + x + dx] ?? 255) >= 128) continue;
        near.data[(dy + reach) * near.width + dx + reach] = 1;
        count++;
        sumX += dx;
        sumY += dy;
        xx += dx * dx;
        yy += dy * dy;
        xy += dx * dy;
      }
    }
    const meanX = sumX / count;
    const meanY = sumY / count;
    xx = xx / count - meanX * meanX;
    yy = yy / count - meanY * meanY;
    xy = xy / count - meanX * meanY;
    const spread = Math.sqrt(((xx - yy) / 2) ** 2 + xy * xy);
    const along = (xx + yy) / 2 + spread;
    const across = Math.max(0, (xx + yy) / 2 - spread);
    // One straight stroke about as wide as it is drawn, and the place in its middle: a band's variance across is width^2 / 12.
    const strokeWidth = Math.sqrt(12 * across);
    if (along < 4 * across || strokeWidth > 0.75 * pxPerMm || Math.hypot(meanX, meanY) > 0.25 * reach) continue;
    if (labelComponents(near, { connectivity: 8 }).count !== 1) continue;
    const angle = 0.5 * Math.atan2(2 * xy, xx - yy);
    const breakWidth = mostMm * pxPerMm * (0.5 + 0.5 * random());
    for (let dy = -reach; dy <= reach; dy++) {
      for (let dx = -reach; dx <= reach; dx++) {
        const on = (dx - meanX) * Math.cos(angle) + (dy - meanY) * Math.sin(angle);
        if (Math.abs(on) <= breakWidth / 2 && dx * dx + dy * dy <= reach * reach) data[(y + dy) * width + x + dx] = 255;
      }
    }
    breaks.push({ xPx: x, yPx: y, widthPx: breakWidth });
  }
  return { page: { ...page, data }, breaks };
}

/** 300 dots per inch, as the decoder makes them. */
export async function toWorkingRaster(page: Raster): Promise<Raster> {
  const { data, info } = await toSharp(page)
    .resize({ width: Math.round(page.width / 2), kernel: 'lanczos3' })
    .toColourspace('b-w')
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8Array(data) };
}
