import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { findRegions } from '../../src/core/index';
import { drawLines } from '../eval-picture/pages';

/**
 * A truth for fronts from the colour layer of open line drawings: shapes are stacked, and where one goes on beneath another, that other lies
 * in front. Shapes that merely touch tell nothing.
 */
export type DrawingTruth = {
  code: string;
  width: number;
  height: number;
  labels: Uint16Array;
  lines: { width: number; height: number; data: Uint8Array; pxPerMm: number };
  pairs: { front: number; behind: number }[];
};

const pxPerMm = 300 / 25.4;
const sizePx = Math.round(46 * pxPerMm);
const leastBorderMm = 3;
/** A shape goes on beneath another where it is still there so far beyond the border, along so much of it. */
const beneathPx = 8;
const beneathShare = 0.6;
const leastRegionPx = 300;

/** Every shape of the colour layer by itself, lowest first. */
async function shapesOf(code: string): Promise<Uint8Array[]> {
  const svg = readFileSync(`node_modules/openmoji/color/svg/${code}.svg`, 'utf8');
  const group = /<g id="color">([\s\S]*?)<\/g>\s*(?:<g id="(?:line|hair|skin|color-foreground)|<\/svg>)/.exec(svg)?.[1] ?? '';
  const shapes = [...group.matchAll(/<(?:path|circle|ellipse|rect|polygon|polyline|line)\b[^>]*\/>/g)].map(([shape]) => shape);
  return Promise.all(
    shapes.map(async (shape) => {
      const alone = `<svg viewBox="0 0 72 72" xmlns="http://www.w3.org/2000/svg" shape-rendering="crispEdges">${shape}</svg>`;
      const rgba = await sharp(Buffer.from(alone), { density: sizePx })
        .resize(sizePx, sizePx, { fit: 'fill' })
        .ensureAlpha()
        .raw()
        .toBuffer();
      return Uint8Array.from({ length: sizePx * sizePx }, (_, i) => ((rgba[4 * i + 3] ?? 0) >= 128 ? 1 : 0));
    }),
  );
}

export async function drawingTruth(code: string): Promise<DrawingTruth> {
  const drawn = await drawLines(code);
  const grey = await sharp(Buffer.from(drawn.data), { raw: { width: drawn.width, height: drawn.height, channels: 1 } })
    .resize(sizePx, sizePx, { fit: 'fill' })
    .extractChannel(0)
    .raw()
    .toBuffer();
  const lines = { width: sizePx, height: sizePx, data: Uint8Array.from(grey, (level) => (level < 128 ? 1 : 0)), pxPerMm };
  const { labels, count } = findRegions(lines);
  const shapes = await shapesOf(code);
  const votes = Array.from({ length: count + 1 }, () => new Map<number, number>());
  for (let i = 0; i < labels.length; i++) {
    if (lines.data[i]) continue;
    const highest = shapes.findLastIndex((shape) => shape[i] === 1);
    const own = votes[labels[i]!]!;
    own.set(highest, (own.get(highest) ?? 0) + 1);
  }
  /** The shape that gives a region its colour; -1 where it has none or no clear one. */
  const shapeOf = votes.map((own) => {
    const total = [...own.values()].reduce((sum, value) => sum + value, 0);
    const [shape, most] = [...own].reduce((best, entry) => (entry[1] > best[1] ? entry : best), [-1, 0]);
    return total >= leastRegionPx && most > 0.7 * total ? shape : -1;
  });
  return { code, width: sizePx, height: sizePx, labels, lines, pairs: stacked(labels, shapes, shapeOf) };
}

function stacked(labels: Uint16Array, shapes: readonly Uint8Array[], shapeOf: readonly number[]): DrawingTruth['pairs'] {
  const found = new Map<string, { lower: number; upper: number; length: number; beneath: number }>();
  const meet = (i: number, step: number) => {
    const [first, second] = [labels[i]!, labels[i + step]!];
    if (first === second || first === 0 || second === 0) return;
    const [one, other] = [shapeOf[first]!, shapeOf[second]!];
    if (one < 0 || other < 0 || one === other) return;
    const [lower, upper] = one < other ? [first, second] : [second, first];
    const into = upper === second ? i + step * (1 + beneathPx) : i - step * beneathPx;
    const pair = found.get(`${lower} ${upper}`) ?? { lower, upper, length: 0, beneath: 0 };
    pair.length++;
    if (shapes[shapeOf[lower]!]![into] === 1) pair.beneath++;
    found.set(`${lower} ${upper}`, pair);
  };
  for (let row = 10; row + 10 < sizePx; row++) {
    for (let column = 10; column + 10 < sizePx; column++) {
      meet(row * sizePx + column, 1);
      meet(row * sizePx + column, sizePx);
    }
  }
  return [...found.values()]
    .filter(({ length, beneath }) => (length * Math.PI) / 4 / pxPerMm > leastBorderMm && beneath >= beneathShare * length)
    .map(({ lower, upper }) => ({ front: upper, behind: lower }));
}
