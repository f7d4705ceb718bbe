import { distanceToSegment } from './near-path';
import type { BinaryImage } from './image';

/**
 * Sets every pixel within half a width of a polyline to a value, in place.
 * @param points places in px, (0, 0) at the left top corner of the image.
 */
export function drawStroke(image: BinaryImage, points: readonly (readonly [number, number])[], widthPx: number, value: 0 | 1): void {
  const { width, height, data } = image;
  const half = widthPx / 2;
  for (let index = 1; index < points.length; index++) {
    const [x1, y1] = points[index - 1] as readonly [number, number];
    const [x2, y2] = points[index] as readonly [number, number];
    const top = Math.max(0, Math.floor(Math.min(y1, y2) - half));
    const bottom = Math.min(height - 1, Math.ceil(Math.max(y1, y2) + half));
    const left = Math.max(0, Math.floor(Math.min(x1, x2) - half));
    const right = Math.min(width - 1, Math.ceil(Math.max(x1, x2) + half));
    for (let row = top; row <= bottom; row++) {
      for (let column = left; column <= right; column++) {
        if (distanceToSegment(column + 0.5, row + 0.5, [x1, y1], [x2, y2]) <= half) data[row * width + column] = value;
      }
    }
  }
}
