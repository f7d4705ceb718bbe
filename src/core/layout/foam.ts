import { boundsMm, isInside, type OutlineMm } from '#core/outline/outline';
import { runsWithin } from '#core/outline/pixels-within';
import { chamferDistance, chamferUnitsPerPx } from '#core/raster/distance';
import { convexHull } from '#core/raster/convex-hull';

export type FoamSort = 'squares' | 'tape';
/** A piece of foam: its middle and its side. */
export type Foam = { xMm: number; yMm: number; sideMm: number };
export type FoamPlan = {
  foams: Foam[];
  centreMm: readonly [number, number];
  /** Whether the centre of gravity lies over the foams together: else it tips. */
  isLevel: boolean;
  /** The farthest that the piece reaches from its foam, where there is something below it. */
  farthestMm: number;
};
export type FoamRequest = {
  /** What is raised, with holes the other way round. */
  solid: readonly OutlineMm[];
  /** What there is below it to stand on; absent: everywhere. */
  ground?: readonly OutlineMm[] | undefined;
  /** Where nothing may stand: twine, an opening. */
  keepOff?: readonly OutlineMm[] | undefined;
};

/** Sides of foam that is cut: as it comes, and cut smaller for narrow places. Squares of 5 mm and tape of 12 mm are usual (common practice, no source). */
const sidesMm: Record<FoamSort, readonly number[]> = { squares: [5, 2.5, 1.5], tape: [12, 6, 3, 1.5] };
/** Farther than this from its foam a piece sags. */
export const mostOverhangMm = 8;
/** Nearer to the rim foam is seen; in narrow places it comes as near as it must. */
export const leastRimMm = 1.5;
const rimsMm = [leastRimMm, 0.75, 0.25] as const;
const pxPerMm = 2;
/** Distances go from middle to middle of pixels: half a pixel at the rim, half a pixel of foam. */
const pixelMm = 1 / pxPerMm;

type Grid = { left: number; top: number; width: number; height: number };

/** Pixels whose middle lies in outlines, by the even-odd rule: holes are out. */
function fill({ left, top, width, height }: Grid, outlines: readonly OutlineMm[]): Uint8Array {
  const map = new Uint8Array(width * height);
  runsWithin({ leftMm: left, topMm: top, width, height, pxPerMm }, outlines, (from, to) => map.fill(1, from, to));
  return map;
}

/** Sums of a map from its left top, a row and a column larger. */
function sumsOf(map: Uint8Array, width: number, height: number): Uint32Array {
  const sums = new Uint32Array((width + 1) * (height + 1));
  for (let row = 0; row < height; row++) {
    let along = 0;
    for (let column = 0; column < width; column++) {
      along += map[row * width + column]!;
      sums[(row + 1) * (width + 1) + column + 1] = sums[row * (width + 1) + column + 1]! + along;
    }
  }
  return sums;
}

/** Pixels on whose left top corner a square of that side may lie with all of it on what is allowed. */
function placesFor(allowed: Uint8Array, { width, height }: Grid, sidePx: number): number[] {
  const sums = sumsOf(allowed, width, height);
  const places: number[] = [];
  const at = (row: number, column: number) => sums[row * (width + 1) + column]!;
  for (let row = 0; row + sidePx <= height; row++)
    for (let column = 0; column + sidePx <= width; column++) {
      const sum = at(row + sidePx, column + sidePx) - at(row, column + sidePx) - at(row + sidePx, column) + at(row, column);
      if (sum === sidePx * sidePx) places.push(row * width + column);
    }
  return places;
}

const toSquare = (x: number, y: number, { xMm, yMm, sideMm }: Foam): number =>
  Math.hypot(Math.max(0, Math.abs(x - xMm) - sideMm / 2), Math.max(0, Math.abs(y - yMm) - sideMm / 2));

const cornersOf = ({ xMm, yMm, sideMm }: Foam): [number, number][] =>
  [-1, 1].flatMap((dx) => [-1, 1].map((dy): [number, number] => [xMm + (dx * sideMm) / 2, yMm + (dy * sideMm) / 2]));

/** Whether a place lies over foams taken together. */
export const isOver = (place: readonly [number, number], foams: readonly Foam[]): boolean =>
  foams.length > 0 && isInside(place, convexHull(foams.flatMap(cornersOf)));

/**
 * Where foam goes under a raised piece: so that no part of it lies farther than 8 mm from foam, its centre of gravity lies over the foams together, and none stands nearer than 1.5 mm to the rim where there is
 * room; smaller pieces of foam, nearer to the rim, in narrow places. The first lies where the piece is roomiest, each further one as near as may be to what is farthest from all.
 */
export function foamPlan({ solid, ground, keepOff = [] }: FoamRequest, sort: FoamSort = 'squares'): FoamPlan {
  const bounds = boundsMm(solid.flat());
  const grid: Grid = {
    ...{ left: bounds.xMm - 1, top: bounds.yMm - 1 },
    ...{ width: Math.ceil((bounds.widthMm + 2) * pxPerMm), height: Math.ceil((bounds.heightMm + 2) * pxPerMm) },
  };
  const { left, top, width, height } = grid;
  const piece = fill(grid, solid);
  const outside = Uint8Array.from(piece, (own) => 1 - own);
  const toRim = chamferDistance(outside, width, height);
  const stands = ground ? fill(grid, ground) : piece;
  const off = keepOff.map((outline) => fill(grid, [outline]));
  const isCarried = piece.map((own, pixel) => (own && stands[pixel] ? 1 : 0));
  const middleOf = (pixel: number) =>
    [left + ((pixel % width) + 0.5) / pxPerMm, top + (Math.floor(pixel / width) + 0.5) / pxPerMm] as const;
  let [sumX, sumY, count] = [0, 0, 0];
  for (let pixel = 0; pixel < piece.length; pixel++) {
    if (!piece[pixel]) continue;
    const [x, y] = middleOf(pixel);
    sumX += x;
    sumY += y;
    count += 1;
  }
  const centreMm = [sumX / Math.max(1, count), sumY / Math.max(1, count)] as const;

  // Every kind of place, the best kinds first: large foam before small, far from the rim before near.
  const kinds = rimsMm.flatMap((rimMm) =>
    sidesMm[sort].map((sideMm) => {
      const allowed = isCarried.map((own, pixel) =>
        own && toRim[pixel]! / chamferUnitsPerPx / pxPerMm >= rimMm + pixelMm && off.every((map) => !map[pixel]) ? 1 : 0,
      );
      return { rimMm, sideMm, sidePx: Math.round(sideMm * pxPerMm), allowed, places: null as number[] | null };
    }),
  );
  const placesOf = (kind: (typeof kinds)[number]) => (kind.places ??= placesFor(kind.allowed, grid, kind.sidePx));
  const foams: Foam[] = [];
  const foamAt = (pixel: number, sidePx: number): Foam => ({
    xMm: left + ((pixel % width) + sidePx / 2) / pxPerMm,
    yMm: top + (Math.floor(pixel / width) + sidePx / 2) / pxPerMm,
    sideMm: sidePx / pxPerMm,
  });
  const isFree = (own: Foam) =>
    foams.every(({ xMm, yMm, sideMm }) => Math.max(Math.abs(own.xMm - xMm), Math.abs(own.yMm - yMm)) >= (own.sideMm + sideMm) / 2 - 1e-6);
  const distance = new Float32Array(piece.length).fill(Number.POSITIVE_INFINITY);
  const put = (own: Foam) => {
    foams.push(own);
    for (let pixel = 0; pixel < piece.length; pixel++) {
      if (!isCarried[pixel]) continue;
      const [x, y] = middleOf(pixel);
      distance[pixel] = Math.min(distance[pixel]!, toSquare(x, y, own));
    }
  };
  const best = (kind: (typeof kinds)[number], worth: (own: Foam) => number) => {
    let found: { own: Foam; worth: number } | null = null;
    for (const pixel of placesOf(kind)) {
      const own = foamAt(pixel, kind.sidePx);
      const value = worth(own);
      if ((!found || value > found.worth) && isFree(own)) found = { own, worth: value };
    }
    return found;
  };

  for (const kind of kinds) {
    if (placesOf(kind).length === 0) continue;
    const roomiest = best(kind, ({ xMm, yMm }) => toRim[Math.floor((yMm - top) * pxPerMm) * width + Math.floor((xMm - left) * pxPerMm)]!);
    if (roomiest) put(roomiest.own);
    break;
  }
  const given = new Uint8Array(piece.length);
  while (foams.length > 0 && foams.length < 400) {
    let farthest = -1;
    for (let pixel = 0; pixel < piece.length; pixel++) {
      if (
        isCarried[pixel] &&
        !given[pixel] &&
        distance[pixel]! > mostOverhangMm &&
        (farthest < 0 || distance[pixel]! > distance[farthest]!)
      )
        farthest = pixel;
    }
    if (farthest < 0) break;
    const [x, y] = middleOf(farthest);
    let chosen: { own: Foam; worth: number } | null = null;
    for (const kind of kinds) {
      const found = best(kind, (own) => -toSquare(x, y, own));
      // Foam that carries it is enough; else the nearest of all kinds.
      if (found && -found.worth <= mostOverhangMm - 1) {
        chosen = found;
        break;
      }
      if (found && (!chosen || found.worth > chosen.worth)) chosen = found;
    }
    if (chosen && -chosen.worth < distance[farthest]! - 0.5) put(chosen.own);
    else given[farthest] = 1;
  }
  for (let round = 0; foams.length > 0 && !isOver(centreMm, foams) && round < 40; round++) {
    const middle = foams.reduce(([x, y], { xMm, yMm }) => [x + xMm / foams.length, y + yMm / foams.length] as const, [0, 0] as readonly [
      number,
      number,
    ]);
    const [dx, dy] = [centreMm[0] - middle[0], centreMm[1] - middle[1]];
    // Foam beyond the centre from where the others stand, a little to either side by turns.
    const lean = (round % 3) - 1;
    const way = [dx - lean * dy, dy + lean * dx] as const;
    let chosen: Foam | null = null;
    for (const kind of kinds) {
      const found = best(kind, ({ xMm, yMm }) => (xMm - centreMm[0]) * way[0] + (yMm - centreMm[1]) * way[1]);
      if (found && found.worth > 0) {
        chosen = found.own;
        break;
      }
    }
    if (!chosen) break;
    put(chosen);
  }
  let farthestMm = 0;
  for (let pixel = 0; pixel < piece.length; pixel++) if (isCarried[pixel]) farthestMm = Math.max(farthestMm, distance[pixel]!);
  return { foams, centreMm, isLevel: isOver(centreMm, foams), farthestMm: Number.isFinite(farthestMm) ? farthestMm : 0 };
}
