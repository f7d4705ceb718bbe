import type { PlacedAreas } from './wet-areas-of-picture';

/** A way across a wet area, in mm of the picture, square to where it is longest, with as much on one side as on the other: a cut for hands that do not draw. */
export function halvingWay(
  { labels, width, pxPerMm, leftMm, topMm }: PlacedAreas,
  area: number,
): [[number, number], [number, number]] | null {
  const pixels = Array.from(labels.keys()).filter((i) => labels[i] === area);
  if (pixels.length === 0) return null;
  const xOf = (i: number) => (i % width) + 0.5;
  const yOf = (i: number) => Math.floor(i / width) + 0.5;
  const mean = (of: (i: number) => number, some: readonly number[]) => some.reduce((sum, i) => sum + of(i), 0) / some.length;
  const [cx, cy] = [mean(xOf, pixels), mean(yOf, pixels)];
  let [xx, xy, yy] = [0, 0, 0];
  for (const i of pixels) {
    const [dx, dy] = [xOf(i) - cx, yOf(i) - cy];
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  const along = Math.atan2(2 * xy, xx - yy) / 2;
  const [dx, dy] = [-Math.sin(along), Math.cos(along)];
  const alongOf = (i: number) => (xOf(i) - cx) * dy - (yOf(i) - cy) * dx;
  const acrossOf = (i: number) => (xOf(i) - cx) * dx + (yOf(i) - cy) * dy;
  const sorted = pixels.map(alongOf).sort((one, other) => one - other);
  const middle = sorted[sorted.length >> 1]!;
  const section = pixels.filter((i) => Math.abs(alongOf(i) - middle) <= 0.75);
  const centre = mean(acrossOf, section);
  const start = section.reduce((best, i) => (Math.abs(acrossOf(i) - centre) < Math.abs(acrossOf(best) - centre) ? i : best));
  const reach = (sign: 1 | -1): [number, number] => {
    let [x, y] = [xOf(start), yOf(start)];
    for (;;) {
      const [nextX, nextY] = [x + (sign * dx) / 2, y + (sign * dy) / 2];
      if (nextX < 0 || nextX >= width || nextY < 0 || labels[Math.floor(nextY) * width + Math.floor(nextX)] !== area) break;
      [x, y] = [nextX, nextY];
    }
    return [leftMm + x / pxPerMm, topMm + y / pxPerMm];
  };
  return [reach(-1), reach(1)];
}
