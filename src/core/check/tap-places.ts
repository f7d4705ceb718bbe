import type { BinaryImage } from '#core/raster/image';

/**
 * Four places of a drawing that a maker finds again in a photo: where its lines reach farthest into each corner, clockwise from the upper left. In px.
 * @returns null: there is no line.
 */
export function tapPlaces({ width, data }: Pick<BinaryImage, 'width' | 'height' | 'data'>): (readonly [number, number])[] | null {
  const corners = [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ] as const;
  const found = corners.map(() => ({ far: Number.NEGATIVE_INFINITY, place: [0, 0] as readonly [number, number] }));
  let isEmpty = true;
  for (let pixel = 0; pixel < data.length; pixel++) {
    if (!data[pixel]) continue;
    isEmpty = false;
    const [x, y] = [(pixel % width) + 0.5, Math.floor(pixel / width) + 0.5];
    for (const [index, [dx, dy]] of corners.entries()) {
      const far = dx * x + dy * y;
      if (far > found[index]!.far) found[index] = { far, place: [x, y] };
    }
  }
  return isEmpty ? null : found.map(({ place }) => place);
}
