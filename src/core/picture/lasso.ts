import { polygonArea, polygonContains } from 'd3';
import type { PlaceMm } from '#model/reading';
import type { Region } from '#model/region-table';

/** A drag whose ends come so near each other, as a share of its length, has gone round something. */
const mostOpening = 0.16;
/** A loop shorter than this is a shaky tap. */
const leastLengthMm = 6;
/** A loop encloses at least so much of what a circle of its length would: a drag there and back encloses next to nothing. */
const leastRoundness = 0.18;

function lengthOf(path: readonly PlaceMm[]): number {
  return path.slice(1).reduce((sum, [x, y], index) => sum + Math.hypot(x - path[index]![0], y - path[index]![1]), 0);
}

/** Whether a drag is a loop round something, in mm. */
export function isLoop(path: readonly PlaceMm[]): boolean {
  const [first, last] = [path[0], path.at(-1)];
  if (!first || !last || path.length < 8) return false;
  const length = lengthOf(path);
  if (length < leastLengthMm || Math.hypot(first[0] - last[0], first[1] - last[1]) > mostOpening * length) return false;
  return Math.abs(polygonArea([...path])) > (leastRoundness * length ** 2) / (4 * Math.PI);
}

/** Regions that a loop takes in: those whose inside point it goes round, and whose box it holds for the most part. */
export function regionsInLoop(regions: readonly Region[], path: readonly PlaceMm[]): Region[] {
  const loop = [...path];
  return regions.filter(({ insideMm, boundsMm: [left, top, width, height] }) => {
    if (!polygonContains(loop, insideMm)) return false;
    const marks = [0.1, 0.5, 0.9].flatMap((x) => [0.1, 0.5, 0.9].map((y): [number, number] => [left + x * width, top + y * height]));
    return marks.filter((mark) => polygonContains(loop, mark)).length >= 6;
  });
}
