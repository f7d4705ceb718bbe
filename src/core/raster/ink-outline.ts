import concaveman from 'concaveman';

/** A closed outline: places in px of the picture, each joined with the next, the last with the first. */
export type Outline = readonly (readonly [number, number])[];

/** Gaps between strokes up to this are not dug into, in mm: the widest that hatching has (core/picture/shade-cues). */
const widestGapMm = 2.2;
/** The relative depth of a bay that is dug out (Park and Oh 2012, A new concave hull algorithm; 2 is the usual of the library). */
const concavity = 2;
/** So many points tell an outline. */
const mostPoints = 1500;

/** The outline of some places: their concave hull. @returns at least one place where one was given. */
export function outlineOf(points: readonly (readonly [number, number])[], pxPerMm: number): Outline {
  const hull = concaveman(
    points.map(([x, y]) => [x, y]),
    concavity,
    widestGapMm * pxPerMm,
  );
  // The library repeats the first place at the end.
  return hull.slice(0, Math.max(1, hull.length - 1)).map(([x, y]) => [x!, y!] as const);
}

/** The outline of ink. @param ink numbers of its pixels (row x width + column). */
export function outlineOfInk(ink: Uint32Array, width: number, pxPerMm: number): Outline {
  const step = Math.max(1, Math.ceil(ink.length / mostPoints));
  const points: [number, number][] = [];
  for (let at = 0; at < ink.length; at += step) points.push([(ink[at]! % width) + 0.5, Math.floor(ink[at]! / width) + 0.5]);
  return outlineOf(points, pxPerMm);
}

/** An oval within bounds (left, top, width, height): of cues of which no more is known. */
export function ovalOutline([left, top, width, height]: readonly [number, number, number, number]): Outline {
  return Array.from({ length: 16 }, (_, turn) => {
    const angle = (turn / 16) * 2 * Math.PI;
    return [left + (width / 2) * (1 + Math.cos(angle)), top + (height / 2) * (1 + Math.sin(angle))] as const;
  });
}

/** Area over the length of the rim: of a strip half its width, about as far as the middle lies from the rim. */
export function halfWidthOf(outline: Outline): number {
  let [area, length] = [0, 0];
  outline.forEach(([x, y], index) => {
    const [nextX, nextY] = outline[(index + 1) % outline.length]!;
    area += (x * nextY - nextX * y) / 2;
    length += Math.hypot(nextX - x, nextY - y);
  });
  return length > 0 ? Math.abs(area) / length : 0;
}

/** How far a place lies from the rim of an outline, in px; less than 0 inside it. */
export function distanceTo(outline: Outline, x: number, y: number): number {
  let nearest = Number.POSITIVE_INFINITY;
  let isInside = false;
  for (let index = 0, last = outline.length - 1; index < outline.length; last = index++) {
    const [fromX, fromY] = outline[last]!;
    const [toX, toY] = outline[index]!;
    const [wayX, wayY] = [toX - fromX, toY - fromY];
    const squared = wayX * wayX + wayY * wayY;
    const along = squared > 0 ? Math.min(1, Math.max(0, ((x - fromX) * wayX + (y - fromY) * wayY) / squared)) : 0;
    const [offX, offY] = [fromX + along * wayX - x, fromY + along * wayY - y];
    nearest = Math.min(nearest, offX * offX + offY * offY);
    // Crossings of a ray to the right (the even-odd rule).
    if (fromY > y !== toY > y && x < fromX + ((y - fromY) / wayY) * wayX) isInside = !isInside;
  }
  return isInside ? -Math.sqrt(nearest) : Math.sqrt(nearest);
}
