import { drawStroke } from '../src/core/raster/draw-stroke';
import type { BinaryImage } from '../src/core/raster/image';

type Place = readonly [number, number];

/** A drawing of 40 x 40 mm whose strokes end freely in places, most of them for good, and where it truly is open: the middles, in mm. */
export type FreeEndsDrawing = { name: string; strokes: readonly (readonly Place[])[]; openAt: readonly Place[] };

const pxPerMm = 300 / 25.4;
const sideMm = 40;
const strokeMm = 0.5;

const polar = ([x, y]: Place, radiusX: number, radiusY: number, degrees: number): Place => [
  x + radiusX * Math.cos((degrees * Math.PI) / 180),
  y + radiusY * Math.sin((degrees * Math.PI) / 180),
];

/** A stretch of an ellipse; degrees from the right, clockwise on the paper. */
function arc(middle: Place, radiusX: number, radiusY: number, fromDeg = 0, toDeg = 360): Place[] {
  const steps = Math.max(8, Math.round(Math.abs(toDeg - fromDeg) / 6));
  return Array.from({ length: steps + 1 }, (_, step) => polar(middle, radiusX, radiusY, fromDeg + ((toDeg - fromDeg) * step) / steps));
}

const rays = (middle: Place, inner: number, outer: number, degrees: readonly number[]): Place[][] =>
  degrees.map((own) => [polar(middle, inner, inner, own), polar(middle, outer, outer, own)]);
const every = (step: number, from = 0, to = 360) =>
  Array.from({ length: Math.ceil((to - from) / step) }, (_, index) => from + index * step);

const whiskers = (x: number, y: number, side: 1 | -1): Place[][] =>
  [-2, 0, 2].map((rise) => [
    [x, y + rise / 2],
    [x + side * 5, y + rise],
    [x + side * 12, y + 2.2 * rise],
  ]);

/** Rays, whiskers, lashes, hair and grass: lines that leave nothing open; and among them some openings that are one. */
export const freeEnds: readonly FreeEndsDrawing[] = [
  { name: 'sun with rays', strokes: [arc([20, 20], 8, 8), ...rays([20, 20], 9.5, 15, every(20))], openAt: [] },
  {
    name: 'sun whose disc is open, with rays',
    strokes: [arc([20, 20], 8, 8, 10, 352), ...rays([20, 20], 10, 16, every(24, 12))],
    openAt: [[28, 20]],
  },
  {
    name: 'cat with whiskers and an open chin',
    strokes: [arc([20, 20], 12, 11, 105, 435), arc([20, 22], 2, 1.4), ...whiskers(24, 25, 1), ...whiskers(16, 25, -1)],
    openAt: [[20, 31]],
  },
  {
    name: 'eyes with lashes',
    strokes: [
      ...[12, 28].flatMap((x) => [arc([x, 20], 6, 4), arc([x, 20], 2.5, 2.5), ...rays([x, 20], 7, 9.5, every(18, 210, 330))]),
      arc([12, 9], 5, 2, 200, 340),
      arc([28, 9], 5, 2, 200, 340),
    ],
    openAt: [],
  },
  {
    name: 'bun with lines, open below',
    strokes: [
      arc([20, 15], 10, 9, 115, 425),
      ...every(30, 20, 160).map((own): Place[] => [polar([20, 15], 3, 3, own), polar([20, 15], 6, 5.5, own + 12)]),
    ],
    openAt: [[20, 23.2]],
  },
  {
    name: 'coat open at the hem, grass and folds beside it',
    strokes: [
      [
        [14, 30],
        [12, 8],
        [28, 8],
        [26, 30],
        [22, 30],
      ],
      [
        [18, 12],
        [17.5, 18],
      ],
      [
        [23, 14],
        [23.5, 19],
      ],
      ...every(3, 3, 38).map((x): Place[] => [
        [x, 38],
        [x + 0.8, 34.5],
      ]),
    ],
    openAt: [[18, 30]],
  },
];

/** As lines of 0.5 mm at 300 dpi. */
export function freeEndsLines({ strokes }: FreeEndsDrawing): BinaryImage & { pxPerMm: number } {
  const side = Math.round(sideMm * pxPerMm);
  const lines = { width: side, height: side, data: new Uint8Array(side * side), pxPerMm };
  for (const points of strokes)
    drawStroke(
      lines,
      points.map(([x, y]) => [x * pxPerMm, y * pxPerMm] as const),
      strokeMm * pxPerMm,
      1,
    );
  return lines;
}
