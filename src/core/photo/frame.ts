import type { OriginalPlace, Preparation } from '#model/preparation';

/** Row-major 3 x 3 projective matrix. */
type Projective = readonly [number, number, number, number, number, number, number, number, number];

/**
 * The projective map that takes the unit square (left top first, clockwise) to four corners.
 * Heckbert (1989), Fundamentals of Texture Mapping and Image Warping, section 2.2.3.
 */
function squareToCorners(corners: Preparation['corners']): Projective {
  const [[x0, y0], [x1, y1], [x2, y2], [x3, y3]] = corners;
  const sumX = x0 - x1 + x2 - x3;
  const sumY = y0 - y1 + y2 - y3;
  const dx1 = x1 - x2;
  const dx2 = x3 - x2;
  const dy1 = y1 - y2;
  const dy2 = y3 - y2;
  const determinant = dx1 * dy2 - dx2 * dy1;
  const g = (sumX * dy2 - dx2 * sumY) / determinant;
  const h = (dx1 * sumY - sumX * dy1) / determinant;
  return [x1 - x0 + g * x1, x3 - x0 + h * x3, x0, y1 - y0 + g * y1, y3 - y0 + h * y3, y0, g, h, 1];
}

function inverse([a, b, c, d, e, f, g, h, i]: Projective): Projective {
  // The adjugate will do: a projective matrix is known up to a factor.
  return [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ];
}

function apply([a, b, c, d, e, f, g, h, i]: Projective, x: number, y: number): [number, number] {
  const w = g * x + h * y + i;
  return [(a * x + b * y + c) / w, (d * x + e * y + f) / w];
}

/** Whether four corners go round clockwise and bulge outwards everywhere, so that a sheet of paper can be seen like that. */
export function areSoundCorners(corners: Preparation['corners']): boolean {
  return corners.every(([x, y], index) => {
    const [nextX, nextY] = corners[(index + 1) % 4] as OriginalPlace;
    const [afterX, afterY] = corners[(index + 2) % 4] as OriginalPlace;
    return (nextX - x) * (afterY - nextY) - (nextY - y) * (afterX - nextX) > 1e-4;
  });
}

export type Frame = {
  /** Where a place of the picture, as shares of its width and height, lies on the original, as shares too. */
  toOriginal: (x: number, y: number) => [number, number];
  fromOriginal: (u: number, v: number) => [number, number];
  /** Whether a place of the original lies on the frame's side of its horizon: beyond it the map turns over. */
  sees: (u: number, v: number) => boolean;
};

/** @throws RangeError when the corners do not go round a sheet. */
export function frameOf({ corners }: Preparation): Frame {
  if (!areSoundCorners(corners)) throw new RangeError('frameOf expects four corners clockwise from the left top, none of them dented in');
  const there = squareToCorners(corners);
  const back = inverse(there);
  const [, , , , , , g, h, i] = back;
  const depthAt = (u: number, v: number) => g * u + h * v + i;
  const side = Math.sign(depthAt(...apply(there, 0.5, 0.5)));
  return {
    toOriginal: (x, y) => apply(there, x, y),
    fromOriginal: (u, v) => apply(back, u, v),
    sees: (u, v) => depthAt(u, v) * side > 0,
  };
}

/** Corners turned clockwise about their middle, so that the picture turns the other way; the original's shape keeps angles true. */
export function turnCorners(
  corners: Preparation['corners'],
  degrees: number,
  originalWidthPx: number,
  originalHeightPx: number,
): Preparation['corners'] {
  const angle = (degrees * Math.PI) / 180;
  const middleX = corners.reduce((sum, [x]) => sum + x, 0) / 4;
  const middleY = corners.reduce((sum, [, y]) => sum + y, 0) / 4;
  const ratio = originalHeightPx / originalWidthPx;
  return corners.map(([x, y]): OriginalPlace => {
    const dx = x - middleX;
    const dy = (y - middleY) * ratio;
    return [middleX + dx * Math.cos(angle) - dy * Math.sin(angle), middleY + (dx * Math.sin(angle) + dy * Math.cos(angle)) / ratio];
  }) as Preparation['corners'];
}

/**
 * By how many degrees clockwise corners must be turned so that a line between two places of the original becomes level in the
 * picture, or upright when it is nearer to that: -45 to 45.
 */
export function turnToLevel(
  corners: Preparation['corners'],
  line: readonly [OriginalPlace, OriginalPlace],
  originalWidthPx: number,
  originalHeightPx: number,
): number {
  const angle = ([x1, y1]: OriginalPlace, [x2, y2]: OriginalPlace) =>
    (Math.atan2((y2 - y1) * originalHeightPx, (x2 - x1) * originalWidthPx) * 180) / Math.PI;
  const apart = angle(...line) - angle(corners[0], corners[1]);
  return apart - 90 * Math.round(apart / 90);
}

type Placed = { preparation: Preparation; widthMm: number; heightMm: number };

/** Farther outside a cut-out than so many times its size nothing of use lies: there the horizon of an askew one is near. */
const farthestOutside = 4;

/**
 * Maps a place of one cut-out of an original to the same spot of another, both in mm; null where the other one cannot see it, at or beyond
 * its horizon.
 */
export function betweenFrames(from: Placed, to: Placed): (xMm: number, yMm: number) => [number, number] | null {
  const start = frameOf(from.preparation);
  const end = frameOf(to.preparation);
  return (xMm, yMm) => {
    const place = start.toOriginal(xMm / from.widthMm, yMm / from.heightMm);
    const [x, y] = end.fromOriginal(...place);
    const isNear = [x, y].every((share) => share > -farthestOutside && share < 1 + farthestOutside);
    return isNear && end.sees(...place) ? [x * to.widthMm, y * to.heightMm] : null;
  };
}
