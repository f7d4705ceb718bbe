import type { OriginalPlace, Preparation } from '#model/preparation';
import { labelComponents } from '#core/raster/components';
import { convexHull, fitLine, meeting, type Point, quadrilateralRound } from '#core/raster/convex-hull';
import { areSoundCorners } from './frame';
import { assertRaster, type GreyImage } from '#core/raster/image';

/** The sheet is looked for on a copy about so large. */
const workPx = 480;
/** A sheet fills at least this share of the photo. */
const leastShareOfPhoto = 0.1;
/** Paper is so many grey levels lighter than what it lies on. */
const leastContrast = 24;
/** What is seen of the sheet fills at least this share of the quadrilateral round it: all but a curled edge, a shadow, a finger. */
const leastFill = 0.93;
/** With more of its outline than this on the rim of the photo, there is no edge to see. */
const mostOnRim = 0.12;
/** The ground fills at least this share of the photo, and at least this share of what lies round the sheet: else it is a drawn frame. */
const leastGround = 0.08;
const leastDarkRound = 0.7;
/** Pixels of the outline this near to a side tell how it runs. */
const sideReachPx = 3;

/** The picture made smaller by a whole number, each pixel the mean of a square. */
function smaller({ width, height, data }: GreyImage): { width: number; height: number; data: Uint8Array; times: number } {
  const times = Math.max(1, Math.round(Math.max(width, height) / workPx));
  const [columns, rows] = [Math.max(1, Math.floor(width / times)), Math.max(1, Math.floor(height / times))];
  const means = new Uint8Array(columns * rows);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      let sum = 0;
      for (let y = row * times; y < (row + 1) * times; y++) {
        for (let x = column * times; x < (column + 1) * times; x++) sum += data[y * width + x] as number;
      }
      means[row * columns + column] = Math.round(sum / times ** 2);
    }
  }
  return { width: columns, height: rows, data: means, times };
}

/**
 * The level that parts the pixels into two classes with the least variance in each, and how far apart the means of these are.
 * Otsu (1979), A threshold selection method from gray-level histograms, IEEE Transactions on Systems, Man, and Cybernetics 9.
 */
function partingLevel(data: Uint8Array): { level: number; contrast: number } {
  const histogram = new Float64Array(256);
  for (const value of data) histogram[value] = (histogram[value] as number) + 1;
  const sum = histogram.reduce((total, count, value) => total + count * value, 0);
  let best = { level: 0, contrast: 0, between: -1 };
  let below = 0;
  let belowSum = 0;
  for (let level = 0; level < 255; level++) {
    below += histogram[level] as number;
    belowSum += level * (histogram[level] as number);
    const above = data.length - below;
    if (below === 0 || above === 0) continue;
    const contrast = (sum - belowSum) / above - belowSum / below;
    const between = below * above * contrast ** 2;
    if (between > best.between) best = { level, contrast, between };
  }
  return best;
}

/** The largest light area, what it encloses counted in, as a mask. */
function largestLightArea(data: Uint8Array, level: number, width: number, height: number): { mask: Uint8Array; areaPx: number } {
  const light = labelComponents({ width, height, data: data.map((value) => (value > level ? 1 : 0)) });
  let largest = 1;
  for (let label = 2; label <= light.count; label++) {
    if ((light.areasPx[label] as number) > (light.areasPx[largest] as number)) largest = label;
  }
  // What is not of it and does not reach the rim is enclosed: the drawing.
  const others = labelComponents({ width, height, data: Uint8Array.from(light.labels, (label) => (label === largest ? 0 : 1)) });
  const isOpen = new Uint8Array(others.count + 1);
  const onRim = (i: number) => {
    isOpen[others.labels[i] as number] = 1;
  };
  for (let column = 0; column < width; column++) [column, (height - 1) * width + column].forEach(onRim);
  for (let row = 0; row < height; row++) [row * width, row * width + width - 1].forEach(onRim);
  const mask = Uint8Array.from(light.labels, (label, i) => (label === largest || isOpen[others.labels[i] as number] === 0 ? 1 : 0));
  return { mask, areaPx: mask.reduce((sum, one) => sum + one, 0) };
}

/** Places where the mask ends towards the left, right, top or bottom, in px; and how many of its pixels lie on the rim. */
function outlineOf(mask: Uint8Array, width: number, height: number): { outline: Point[]; onRim: number } {
  const outline: Point[] = [];
  let onRim = 0;
  const isIn = (x: number, y: number) => mask[y * width + x] === 1;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (!isIn(x, y)) continue;
      const atRim = x === 0 || y === 0 || x === width - 1 || y === height - 1;
      if (atRim) onRim++;
      if (x === 0 || !isIn(x - 1, y)) outline.push([x, y + 0.5]);
      if (x === width - 1 || !isIn(x + 1, y)) outline.push([x + 1, y + 0.5]);
      if (y === 0 || !isIn(x, y - 1)) outline.push([x + 0.5, y]);
      if (y === height - 1 || !isIn(x, y + 1)) outline.push([x + 0.5, y + 1]);
    }
  }
  return { outline, onRim };
}

/** A side laid through the places of the outline beside it, its ends left out: corners are worn. */
function refined([from, to]: readonly [Point, Point], outline: readonly Point[]): [Point, Point] {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const [dx, dy] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
  const beside = outline.filter(([x, y]) => {
    const along = ((x - from[0]) * dx + (y - from[1]) * dy) / length;
    return along > 0.06 && along < 0.94 && Math.abs((x - from[0]) * dy - (y - from[1]) * dx) < sideReachPx;
  });
  return beside.length < 8 ? [from, to] : fitLine(beside);
}

function areaOf(corners: readonly Point[]): number {
  return corners.reduce((sum, [x, y], index) => {
    const [nextX, nextY] = corners[(index + 1) % corners.length] as Point;
    return sum + (x * nextY - nextX * y) / 2;
  }, 0);
}

/**
 * The four corners of a light sheet of paper on a darker ground, as seen in a photo: the largest light area, the quadrilateral round its hull,
 * each side laid through the outline beside it.
 * @returns corners clockwise from the left top, as shares of the photo's width and height; null when no such sheet is seen.
 * @throws RangeError when the raster does not fit together.
 */
export function findSheet(photo: GreyImage): Preparation['corners'] | null {
  assertRaster(photo, 'findSheet');
  const { width, height, data, times } = smaller(photo);
  if (width < 16 || height < 16) return null;
  const { level, contrast } = partingLevel(data);
  if (contrast < leastContrast) return null;
  const { mask, areaPx } = largestLightArea(data, level, width, height);
  if (areaPx < leastShareOfPhoto * mask.length) return null;
  const { outline, onRim } = outlineOf(mask, width, height);
  if (onRim > mostOnRim * outline.length) return null;
  const round = quadrilateralRound(convexHull(outline));
  if (!round || areaPx < leastFill * areaOf(round)) return null;
  const beyondPx = mask.length - areaPx;
  const darkBeyond = data.reduce((sum, value, i) => sum + (mask[i] === 0 && value <= level ? 1 : 0), 0);
  if (darkBeyond < Math.max(leastGround * mask.length, leastDarkRound * beyondPx)) return null;
  const sides = round.map((from, index) => refined([from, round[(index + 1) % 4] as Point], outline));
  const corners = sides.map((side, index) => meeting(sides[(index + 3) % 4] as [Point, Point], side));
  if (corners.some((corner) => corner === null)) return null;
  const shares = (corners as Point[]).map(([x, y]): OriginalPlace => [(x * times) / photo.width, (y * times) / photo.height]);
  // Left top is the corner nearest to the photo's own.
  const first = shares.reduce((best, [x, y], index) => (x + y < sumOf(shares[best] as OriginalPlace) ? index : best), 0);
  const clockwise = [0, 1, 2, 3].map((turn) => shares[(first + turn) % 4] as OriginalPlace) as Preparation['corners'];
  return areSoundCorners(clockwise) ? clockwise : null;
}

const sumOf = ([x, y]: OriginalPlace) => x + y;
