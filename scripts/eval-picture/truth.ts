import { labelComponents } from '../../src/core/raster/components';
import { runsOf } from '../../src/core/raster/runs';
import { spreadLabels } from '../../src/core/raster/spread-labels';
import { pagePx, type Raster } from './pages';

/** All truth is kept at the working resolution: every second pixel of the page. */
export const truthSize = { width: Math.round(pagePx.width / 2), height: Math.round(pagePx.height / 2) } as const;
const pxPerMm = 300 / 25.4;
const leastRegionPx = Math.round(4 * pxPerMm ** 2);
const leastLineAreaPx = Math.round(0.35 * pxPerMm ** 2);
export const foundIou = 0.8;

export type Truth = {
  /** Regions: areas of at least 4 mm2 of one colour that no line crosses, 0 none, 1..count; line pixels with the nearest. */
  regions: Int32Array;
  /** Closed areas of the line drawing by plain components: 0 outside, 1..count; line pixels with the nearest. */
  fullLineAreas: Int32Array;
  /** The same with the strokes thinned. */
  thinLineAreas: Int32Array;
  /** Numbers of the regions that the thinned lines close all round. */
  closed: Set<number>;
  /** Numbers of the other regions: their outline is left open on purpose. */
  open: Set<number>;
};

function half(numbers: ArrayLike<number>): Int32Array {
  const { width, height } = truthSize;
  const result = new Int32Array(width * height);
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) result[row * width + column] = numbers[2 * row * pagePx.width + 2 * column] ?? 0;
  }
  return result;
}

/** How two maps of numbers from 0 overlap, in px. */
export function overlaps(first: Int32Array | Uint16Array, second: Int32Array | Uint16Array) {
  let most = 0;
  let rows = 0;
  for (let i = 0; i < first.length; i++) {
    rows = Math.max(rows, first[i] as number);
    most = Math.max(most, second[i] as number);
  }
  const columns = most + 1;
  const table = new Uint32Array((rows + 1) * columns);
  for (let i = 0; i < first.length; i++) {
    const cell = (first[i] as number) * columns + (second[i] as number);
    table[cell] = (table[cell] as number) + 1;
  }
  const firstAreas = new Uint32Array(rows + 1);
  const secondAreas = new Uint32Array(columns);
  for (let cell = 0; cell < table.length; cell++) {
    const one = Math.floor(cell / columns);
    const other = cell % columns;
    firstAreas[one] = (firstAreas[one] as number) + (table[cell] as number);
    secondAreas[other] = (secondAreas[other] as number) + (table[cell] as number);
  }
  const common = (one: number, other: number) => table[one * columns + other] ?? 0;
  const iou = (one: number, other: number) =>
    common(one, other) / ((firstAreas[one] as number) + (secondAreas[other] as number) - common(one, other));
  /** The number of the second map that a number of the first overlaps best, by intersection over union; 0 is left out. */
  const best = (one: number): { other: number; iou: number } => {
    let found = { other: 0, iou: 0 };
    for (let other = 1; other < columns; other++) {
      if (common(one, other) > 0 && iou(one, other) > found.iou) found = { other, iou: iou(one, other) };
    }
    return found;
  };
  /** Numbers that occur in the first map, 0 left out. */
  const numbers = [...firstAreas.keys()].filter((one) => one > 0 && (firstAreas[one] as number) > 0);
  return { numbers, firstAreas, secondAreas, columns, common, iou, best };
}

/** Components of at least so many px of every number but 0, numbered from 1. */
function largeComponents(numbers: Int32Array, leastPx: number): Int32Array {
  const { width, height } = truthSize;
  const result = new Int32Array(numbers.length);
  let next = 0;
  for (const number of new Set(numbers)) {
    if (number === 0) continue;
    const data = new Uint8Array(numbers.length);
    for (let i = 0; i < data.length; i++) if (numbers[i] === number) data[i] = 1;
    const { labels, areasPx } = labelComponents({ width, height, data });
    const own = areasPx.map((area, label) => (label > 0 && area >= leastPx ? ++next : 0));
    for (let i = 0; i < result.length; i++) if (labels[i]) result[i] = own[labels[i] as number] as number;
  }
  return result;
}

function paperOf(page: Raster): Uint8Array {
  return new Uint8Array(half(page.data).map((level) => (level >= 128 ? 1 : 0)));
}

/** Plain four-connected components of the paper; the component of the first pixel is the outside, 0. */
function lineAreasOf(isPaper: Uint8Array): Int32Array {
  const plain = largeComponents(Int32Array.from(isPaper), leastLineAreaPx);
  const outside = plain[0];
  const areas = plain.map((area) => (area === outside ? 0 : area));
  const sources = isPaper.map((paper, i) => (paper && plain[i] ? 1 : 0));
  spreadLabels(areas, runsOf(sources, truthSize.width, false), truthSize.width, truthSize.height);
  return areas;
}

/**
 * The truth of a page. Regions come from the colours and from the lines at their full width, since thinned strokes come apart at their
 * joints; a region is closed when a closed area of the thinned drawing has an IoU over 0.8 with it.
 */
export function truthOf(fullPage: Raster, thinPage: Raster, colours: Int32Array): Truth {
  const isPaper = paperOf(fullPage);
  const regions = largeComponents(
    half(colours).map((colour, i) => (isPaper[i] ? colour : 0)),
    leastRegionPx,
  );
  spreadLabels(regions, runsOf(isPaper, truthSize.width, false), truthSize.width, truthSize.height);
  const thinLineAreas = lineAreasOf(paperOf(thinPage));
  const match = overlaps(regions, thinLineAreas);
  const closed = new Set(match.numbers.filter((region) => match.best(region).iou > foundIou));
  const open = new Set(match.numbers.filter((region) => !closed.has(region)));
  return { regions, fullLineAreas: lineAreasOf(isPaper), thinLineAreas, closed, open };
}
