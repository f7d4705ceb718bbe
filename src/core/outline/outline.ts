/** A closed outline that counts as solid: places in mm, x right, y down, each joined with the next and the last with the first. */
export type OutlineMm = readonly (readonly [xMm: number, yMm: number])[];
export type BoundsMm = { xMm: number; yMm: number; widthMm: number; heightMm: number };

/** @throws TypeError for what is no outline: fewer than three places, a place that is no number, no area. */
export function assertOutline(outline: OutlineMm, name = 'An outline'): void {
  if (!Array.isArray(outline) || outline.length < 3)
    throw new TypeError(`${name} has at least three places; this one has ${Array.isArray(outline) ? outline.length : 'none'}.`);
  const bad = outline.find((place) => !Number.isFinite(place[0]) || !Number.isFinite(place[1]));
  if (bad) throw new TypeError(`${name} has places of two numbers in mm; one of this is ${JSON.stringify(bad)}.`);
  if (areaMm2(outline) === 0) throw new TypeError(`${name} has no area: its places lie on one line, or its halves cancel each other.`);
}

/** Twice the area with its sign: more than 0 for clockwise on the picture (y down). Shoelace formula (A. L. F. Meister, 1769). */
function twiceSigned(outline: OutlineMm): number {
  return outline.reduce((sum, [x, y], place) => {
    const [nextX, nextY] = outline[(place + 1) % outline.length]!;
    return sum + x * nextY - nextX * y;
  }, 0);
}

/** Area in mm2. */
export const areaMm2 = (outline: OutlineMm): number => Math.abs(twiceSigned(outline)) / 2;

/** Whether it goes round clockwise on the picture (y down): outer outlines do, holes go the other way. */
export const isClockwise = (outline: OutlineMm): boolean => twiceSigned(outline) >= 0;

/** The same outline, clockwise on the picture. */
export const clockwise = (outline: OutlineMm): OutlineMm => (isClockwise(outline) ? outline : [...outline].reverse());

/** Length of the outline in mm. */
export function lengthMm(outline: OutlineMm): number {
  return outline.reduce((sum, [x, y], place) => {
    const [nextX, nextY] = outline[(place + 1) % outline.length]!;
    return sum + Math.hypot(nextX - x, nextY - y);
  }, 0);
}

export function boundsMm(outline: OutlineMm): BoundsMm {
  const [xs, ys] = [outline.map(([x]) => x), outline.map(([, y]) => y)];
  const [xMm, yMm] = [Math.min(...xs), Math.min(...ys)];
  return { xMm, yMm, widthMm: Math.max(...xs) - xMm, heightMm: Math.max(...ys) - yMm };
}

export const movedMm = (outline: OutlineMm, dx: number, dy: number): OutlineMm => outline.map(([x, y]) => [x + dx, y + dy] as const);

/** Moved so that its least x and y are these. */
export function movedTo(outline: OutlineMm, xMm: number, yMm: number): OutlineMm {
  const bounds = boundsMm(outline);
  return movedMm(outline, xMm - bounds.xMm, yMm - bounds.yMm);
}

/** Moved so that the middle of its box lies that far from the middle of another one's. */
export function atMiddleOf(outline: OutlineMm, other: OutlineMm, rightMm = 0, downMm = 0): OutlineMm {
  const [own, on] = [boundsMm(outline), boundsMm(other)];
  return movedTo(outline, on.xMm + (on.widthMm - own.widthMm) / 2 + rightMm, on.yMm + (on.heightMm - own.heightMm) / 2 + downMm);
}

/** Turned about the origin. @param turnedDeg clockwise on the picture (y down). */
export function turned(outline: OutlineMm, turnedDeg: number): OutlineMm {
  const quarter = turnedDeg / 90;
  const angle = (turnedDeg * Math.PI) / 180;
  // Quarter turns to the last digit: a box stays one.
  const [cos, sin] = Number.isInteger(quarter)
    ? [[1, 0, -1, 0][((quarter % 4) + 4) % 4]!, [0, 1, 0, -1][((quarter % 4) + 4) % 4]!]
    : [Math.cos(angle), Math.sin(angle)];
  return outline.map(([x, y]) => [x * cos - y * sin, x * sin + y * cos] as const);
}

/** Turned over like a die or a mask whose back is up: left and right change places. */
export const turnedOver = (outline: OutlineMm): OutlineMm => outline.map(([x, y]) => [-x, y] as const);

type Place = readonly [number, number];

function toSegment([px, py]: Place, [ax, ay]: Place, [bx, by]: Place): number {
  const [dx, dy] = [bx - ax, by - ay];
  const length2 = dx * dx + dy * dy;
  const along = length2 === 0 ? 0 : Math.max(0, Math.min(1, ((px - ax) * dx + (py - ay) * dy) / length2));
  return Math.hypot(px - ax - along * dx, py - ay - along * dy);
}

const cross = ([ax, ay]: Place, [bx, by]: Place, [cx, cy]: Place): number => (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);

function segmentsMm(a: Place, b: Place, c: Place, d: Place): number {
  const isCrossed = cross(a, b, c) * cross(a, b, d) < 0 && cross(c, d, a) * cross(c, d, b) < 0;
  return isCrossed ? 0 : Math.min(toSegment(a, c, d), toSegment(b, c, d), toSegment(c, a, b), toSegment(d, a, b));
}

/** Whether a place lies inside an outline, by the even-odd rule. */
export function isInside([px, py]: Place, outline: OutlineMm): boolean {
  let inside = false;
  for (const [place, [ax, ay]] of outline.entries()) {
    const [bx, by] = outline[(place + 1) % outline.length]!;
    if (ay > py !== by > py && px < ax + ((py - ay) / (by - ay)) * (bx - ax)) inside = !inside;
  }
  return inside;
}

/** How far two solid outlines lie from each other, in mm; 0 where they touch, overlap, or one lies in the other. Each edge with each. */
export function clearanceMm(one: OutlineMm, other: OutlineMm): number {
  if (isInside(one[0]!, other) || isInside(other[0]!, one)) return 0;
  let least = Number.POSITIVE_INFINITY;
  for (const [place, a] of one.entries()) {
    const b = one[(place + 1) % one.length]!;
    for (const [otherPlace, c] of other.entries()) {
      least = Math.min(least, segmentsMm(a, b, c, other[(otherPlace + 1) % other.length]!));
    }
  }
  return least;
}
