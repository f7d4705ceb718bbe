import type { BinaryImage } from '#core/raster/image';
import type { WetMend } from '#model/wet-mend';
import { wetAreas } from './wet-areas';

/** A picture's label map: row-major, 0 = paper outside. */
export type LabelledPicture = { labels: Uint16Array; width: number; height: number; pxPerMm: number };
/** An element whose wet areas are asked for: its labels, what stays wet, and what the hand said. */
export type WetAsked = { elementId: string; labels: readonly number[]; maxAreaMm2: number; mends: readonly WetMend[] };

/** Wet areas of an element, on a raster of its own that lies on the picture. Places in mm of the picture. */
export type PlacedAreas = {
  elementId: string;
  leftMm: number;
  topMm: number;
  pxPerMm: number;
  width: number;
  height: number;
  /** Row-major, 0 outside, areas from 1. */
  labels: Uint8Array;
  areas: { areaMm2: number; placesMm: [number, number][] }[];
};

/** Areas are told with about so many px a mm; of large elements with so many px in all. */
const areasPxPerMm = 3;
const mostPx = 40_000;

type Box = { left: number; top: number; right: number; bottom: number; count: number };

/** Where each label lies, and how many px it has. */
function boxesOf({ labels, width }: LabelledPicture, wanted: ReadonlySet<number>): Map<number, Box> {
  const boxes = new Map<number, Box>();
  for (let i = 0; i < labels.length; i++) {
    const label = labels[i]!;
    if (!wanted.has(label)) continue;
    const [x, y] = [i % width, Math.floor(i / width)];
    const box = boxes.get(label);
    if (!box) boxes.set(label, { left: x, top: y, right: x, bottom: y, count: 1 });
    else {
      box.left = Math.min(box.left, x);
      box.right = Math.max(box.right, x);
      box.bottom = y;
      box.count++;
    }
  }
  return boxes;
}

/** The wet areas of elements of a picture; those without a pixel are left out. A problem in words where an element cannot be parted. */
export function wetAreasOfPicture(
  picture: LabelledPicture,
  asked: readonly WetAsked[],
): (PlacedAreas | { elementId: string; problem: string })[] {
  const boxes = boxesOf(picture, new Set(asked.flatMap(({ labels }) => labels)));
  return asked.flatMap((one): (PlacedAreas | { elementId: string; problem: string })[] => {
    const own = one.labels.flatMap((label) => boxes.get(label) ?? []);
    if (own.length === 0) return [];
    try {
      return [areasOf(picture, one, own)];
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      return [{ elementId: one.elementId, problem: error.message }];
    }
  });
}

function areasOf(picture: LabelledPicture, { elementId, labels, maxAreaMm2, mends }: WetAsked, boxes: readonly Box[]): PlacedAreas {
  const count = boxes.reduce((sum, box) => sum + box.count, 0);
  const step = Math.max(1, Math.floor(picture.pxPerMm / areasPxPerMm), Math.ceil(Math.sqrt(count / mostPx)));
  const left = Math.min(...boxes.map((box) => box.left));
  const top = Math.min(...boxes.map((box) => box.top));
  const width = Math.ceil((Math.max(...boxes.map(({ right }) => right)) - left + 1) / step);
  const height = Math.ceil((Math.max(...boxes.map(({ bottom }) => bottom)) - top + 1) / step);
  const pxPerMm = picture.pxPerMm / step;
  const isOwn = new Set(labels);
  const [data, isLine, regions] = [new Uint8Array(width * height), new Uint8Array(width * height), new Uint16Array(width * height)];
  const labelAt = (column: number, row: number) => {
    const [x, y] = [left + column * step, top + row * step];
    return x < picture.width && y < picture.height ? picture.labels[y * picture.width + x]! : 0;
  };
  for (let row = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i++) {
      const label = labelAt(column, row);
      if (!isOwn.has(label)) continue;
      data[i] = 1;
      regions[i] = label;
      // A line runs where one area of the picture meets another.
      if ([labelAt(column + 1, row), labelAt(column, row + 1)].some((next) => next !== label && isOwn.has(next))) isLine[i] = 1;
    }
  }
  const mask: BinaryImage = { width, height, data, pxPerMm };
  const [leftMm, topMm] = [left / picture.pxPerMm, top / picture.pxPerMm];
  const found = wetAreas({
    ...{ mask, lines: { width, height, data: isLine, pxPerMm }, regions, maxAreaMm2 },
    mends: mends.map(({ kind, points }) => ({
      kind,
      points: points.map(([x, y]) => [(x - leftMm) * pxPerMm, (y - topMm) * pxPerMm] as const),
    })),
  });
  return {
    ...{ elementId, leftMm, topMm, pxPerMm, width, height, labels: found.labels },
    areas: found.areas.map(({ areaMm2, insidePx }) => ({
      areaMm2,
      placesMm: insidePx.map(([x, y]): [number, number] => [leftMm + x / pxPerMm, topMm + y / pxPerMm]),
    })),
  };
}
