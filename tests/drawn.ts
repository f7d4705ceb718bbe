import type { BinaryImage } from '../src/core/raster/image';

/** A test's line drawing: 1 where `isLine` says so, asked at the middle of every pixel. */
export function drawn(width: number, height: number, isLine: (x: number, y: number) => boolean, pxPerMm?: number): BinaryImage {
  const data = new Uint8Array(width * height);
  for (let i = 0; i < data.length; i++) if (isLine((i % width) + 0.5, Math.floor(i / width) + 0.5)) data[i] = 1;
  return { width, height, data, pxPerMm };
}

/** Whether a place lies within half a width of a straight stroke. */
export function onStroke(x: number, y: number, [x1, y1, x2, y2]: readonly [number, number, number, number], width: number): boolean {
  const lengthSquared = (x2 - x1) ** 2 + (y2 - y1) ** 2;
  const along = Math.max(0, Math.min(1, ((x - x1) * (x2 - x1) + (y - y1) * (y2 - y1)) / lengthSquared));
  return Math.hypot(x - x1 - along * (x2 - x1), y - y1 - along * (y2 - y1)) <= width / 2;
}

/** Whether a place lies on the outline of a rectangle. */
export function onFrame(x: number, y: number, [left, top, right, bottom]: readonly [number, number, number, number], width = 4): boolean {
  const outside = Math.max(left - x, x - right, top - y, y - bottom);
  return Math.abs(outside) <= width / 2;
}
