import type { OriginalPlace, Preparation } from '#model/preparation';
import { frameOf } from './frame';

type Vector = readonly [number, number, number];

const cross = (a: Vector, b: Vector): Vector => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
const dot = (a: Vector, b: Vector) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** Focal lengths a camera may have, in longer sides of its picture; the usual one, that of telephones, is taken when the corners tell none. */
const focalLength = { least: 0.55, most: 1.5, usual: 0.75 } as const;
/** By so much of its distance, at the least, both sides must lead away from the camera for their corners to tell its focal length. */
const leastDepthShare = 0.01;

/**
 * Height over width of the sheet whose corners are seen at four places of an original. Exact for a crop and for a turned scan. For a photo the
 * farther side of a sheet is seen shorter; the sheet's proportions follow from how its sides run together, when the middle of
 * the photo is where the camera looked. How wide its lens was follows too where both pairs of sides run together clearly, else a
 * usual one is taken.
 * Zhang and He (2007), Whiteboard scanning and image enhancement, Digital Signal Processing 17, section 3 (from memory; checked against a
 * pinhole camera of our own).
 */
export function heightPerWidth({ corners }: Preparation, originalWidthPx: number, originalHeightPx: number): number {
  // Corners in px from the middle of the original: left top, right top, right bottom, left bottom.
  const seen = ([x, y]: OriginalPlace): Vector => [(x - 0.5) * originalWidthPx, (y - 0.5) * originalHeightPx, 1];
  const [first, second, third, fourth] = [seen(corners[0]), seen(corners[1]), seen(corners[2]), seen(corners[3])];
  // The top and the left side as directions in space, up to the focal length: how much farther their ends lie than the first corner.
  const diagonal = cross(first, third);
  const secondFarther = dot(diagonal, fourth) / dot(cross(second, third), fourth);
  const fourthFarther = dot(diagonal, second) / dot(cross(fourth, third), second);
  const along = (end: Vector, farther: number): Vector => [farther * end[0] - first[0], farther * end[1] - first[1], farther - 1];
  const top = along(second, secondFarther);
  const left = along(fourth, fourthFarther);
  // A right angle between them in space tells the focal length.
  const longer = Math.max(originalWidthPx, originalHeightPx);
  const told = Math.sqrt(-(top[0] * left[0] + top[1] * left[1]) / (top[2] * left[2]));
  const isClear = Math.min(Math.abs(top[2]), Math.abs(left[2])) > leastDepthShare;
  const isTold = isClear && told >= focalLength.least * longer && told <= focalLength.most * longer;
  const focalPx = isTold ? told : focalLength.usual * longer;
  const length = ([x, y, z]: Vector) => Math.hypot(x, y, z * focalPx);
  return length(left) / length(top);
}

/** Length of a line between two places of an original, in widths of the sheet cut out of it. @throws RangeError when the corners go round no sheet. */
export function lengthInWidths(
  preparation: Preparation,
  [start, end]: readonly [OriginalPlace, OriginalPlace],
  originalWidthPx: number,
  originalHeightPx: number,
): number {
  const frame = frameOf(preparation);
  const [x1, y1] = frame.fromOriginal(...start);
  const [x2, y2] = frame.fromOriginal(...end);
  return Math.hypot(x2 - x1, (y2 - y1) * heightPerWidth(preparation, originalWidthPx, originalHeightPx));
}
