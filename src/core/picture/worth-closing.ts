import { drawStroke } from '#core/raster/draw-stroke';
import type { BinaryImage } from '#core/raster/image';
import { cheapestCut } from './cheapest-cut';
import type { ProposedClosing } from './closings';
import { type FindRegionsOptions, findRegions, type FoundRegions } from './regions';

export type WorthOptions = FindRegionsOptions & {
  /** Least area on either side of a closing, in mm2: what a maker gives a marker of its own. Default 6. */
  leastAreaMm2?: number;
  /** How many squares of its length the areas have to have that a closing parts by itself inside another. Default 4. */
  leastSquares?: number;
};

export type WorthwhileClosing = ProposedClosing & {
  /** The smaller of the areas on its two sides, in squares of the closing's length: the more, the surer. */
  squares: number;
  /** Whether it parts an area from the paper outside: without it that is none. */
  isOuter: boolean;
};

/** Within these a closing is sure: where both were so, nine of ten shown on open line drawings were right (docs/eval-picture.md). */
const sureSquares = 2;
const sureMm = 4;

/** Whether a closing can be taken unseen. */
export function isSureClosing({ squares, isOuter, lengthPx }: WorthwhileClosing, pxPerMm: number): boolean {
  return isOuter && squares >= sureSquares && lengthPx <= sureMm * pxPerMm;
}

/** Width in px of a drawn closing, so that no flood runs through it. */
const drawnPx = 2.5;
/** Beside a closing it is looked so far apart along it, in px. */
const lookPx = 2;
/** What lies beside less of a closing than this share is the corner of something else. */
const leastShare = 0.12;

type Sides = [number, number];

/** Labels on the two sides of a closing: several pairs where another closing crosses it. */
function sidesAlong({ labels, width, height }: FoundRegions, { from, to, lengthPx }: ProposedClosing): Sides[] {
  const [alongX, alongY] = [(to[0] - from[0]) / lengthPx, (to[1] - from[1]) / lengthPx];
  const at = (along: number, side: number) => {
    const column = Math.floor(from[0] + along * alongX - side * alongY);
    const row = Math.floor(from[1] + along * alongY + side * alongX);
    return labels[Math.max(0, Math.min(height - 1, row)) * width + Math.max(0, Math.min(width - 1, column))] as number;
  };
  const reach = drawnPx + 1;
  const pairs = new Map<string, { sides: Sides; count: number }>();
  // The first and the last fifth lie on or near the lines that it runs between.
  const looks = Math.max(3, Math.floor((0.6 * lengthPx) / lookPx));
  for (let look = 0; look < looks; look++) {
    const along = lengthPx * (0.2 + (0.6 * (look + 0.5)) / looks);
    const sides: Sides = [at(along, reach), at(along, -reach)];
    const pair = pairs.get(sides.join()) ?? { sides, count: 0 };
    pairs.set(sides.join(), { sides, count: pair.count + 1 });
  }
  return [...pairs.values()].filter(({ count }) => count >= leastShare * looks).map(({ sides }) => sides);
}

const isApart = ([one, other]: Sides): boolean => one !== other;

/**
 * Of closings that the ends of strokes suggest those that make an area worth having. With all of them drawn the paper falls into pieces; each piece counts as
 * outside or as area so that what is won, its area, less what the closings between area and outside take, is most. Those
 * closings are worth it; and of the others each that parts an area by itself. Rays, whiskers, lashes and the lines in a bun end freely
 * without leaving anything open.
 * @param lines the line work the closings were proposed on; its pxPerMm has to be known. @param before its regions, found with the same options.
 * @returns in the order given.
 */
export function worthwhileClosings(
  lines: BinaryImage & { pxPerMm: number },
  before: FoundRegions,
  closings: readonly ProposedClosing[],
  { leastAreaMm2 = 6, leastSquares = 4, ...finding }: WorthOptions = {},
): WorthwhileClosing[] {
  if (closings.length === 0) return [];
  const drawn = { ...lines, data: Uint8Array.from(lines.data) };
  for (const { from, to } of closings) drawStroke(drawn, [from, to], drawnPx, 1);
  // Slivers between closings that cross are pieces too: given to a neighbour they would tie what they part.
  const after = findRegions(drawn, { ...finding, leastAreaPx: 1 });
  const areasPx = [0, ...after.regions.map(({ areaPx }) => areaPx)];
  const leastAreaPx = leastAreaMm2 * lines.pxPerMm ** 2;
  // What lies apart already needs no closing.
  const doors = closings
    .filter((closing) => !sidesAlong(before, closing).every(isApart))
    .map((closing): Door => ({ closing, sides: sidesAlong(after, closing).filter(isApart) }));
  const isOutside = cheapestCut(
    areasPx,
    doors.flatMap((door) => door.sides.map((between) => ({ between, cost: takenMm2(door.closing, lines.pxPerMm) * lines.pxPerMm ** 2 }))),
  );
  const isInner = ({ sides }: Door) => sides.every((pair) => pair.every((label) => !isOutside[label]));
  const inner = doors.filter(isInner);
  const allJoined = piecesJoined(areasPx, inner);
  const worth = doors.flatMap((door): Worth[] => {
    const sets = isInner(door)
      ? piecesJoined(
          areasPx,
          inner.filter((other) => other !== door),
        )
      : allJoined;
    const areas = door.sides.flatMap(([one, other]) => {
      if (isInner(door)) return sets.rootOf(one) === sets.rootOf(other) ? [] : [Math.min(sets.areaOf(one), sets.areaOf(other))];
      // Both may be outside, or inside with another stretch of it at the border.
      return isOutside[one] === isOutside[other] ? [] : [sets.areaOf(isOutside[one] ? other : one)];
    });
    const areaPx = Math.max(0, ...areas);
    const squares = areaPx / door.closing.lengthPx ** 2;
    if (areaPx < leastAreaPx) return [];
    // Inside an area it has to say more: a hair or a line of writing is led on to the next line everywhere.
    if (isInner(door) && (squares < leastSquares || door.closing.isOfLoneStroke)) return [];
    return [{ door, squares, isOuter: !isInner(door) }];
  });
  // Where two say the same, crossing each other, the likelier one is enough.
  const needed = (chosen: readonly Worth[]): boolean => {
    const { rootOf } = piecesJoined(
      areasPx,
      doors.filter((door) => !chosen.some((each) => each.door === door)),
    );
    return areasPx.some((area, label) => !isOutside[label] && area >= leastAreaPx && rootOf(label) === rootOf(0));
  };
  const kept = worth.reduceRight((all, each) => {
    const rest = all.filter((other) => other !== each);
    return each.isOuter && !needed(rest) ? rest : all;
  }, worth);
  return kept.map(({ door, ...rest }) => ({ ...door.closing, ...rest }));
}

type Worth = { door: Door; squares: number; isOuter: boolean };

type Door = { closing: ProposedClosing; sides: Sides[] };

/**
 * What a closing has to win, in mm2: more for a long one, and for one that bends off from its stroke. From trials on open line drawings: with
 * squares of the length an area is rather cut in two along strokes inside it than closed where it is widely open.
 */
function takenMm2({ lengthPx, turnDeg, isOfLoneStroke }: ProposedClosing, pxPerMm: number): number {
  return (isOfLoneStroke ? 8 : 2) * ((lengthPx / pxPerMm) * (1 + turnDeg / 90)) ** 1.5;
}

type PieceSets = { rootOf: (label: number) => number; areaOf: (label: number) => number };

/** Pieces of paper with some doors left open: which are one then, and how large, in px. */
function piecesJoined(areasPx: readonly number[], open: readonly Door[]): PieceSets {
  const root = areasPx.map((_, label) => label);
  const areas = [...areasPx];
  const rootOf = (label: number): number => (root[label] === label ? label : rootOf(root[label] as number));
  for (const [one, other] of open.flatMap(({ sides }) => sides)) {
    const [kept, gone] = [rootOf(one), rootOf(other)];
    if (kept === gone) continue;
    root[gone] = kept;
    areas[kept] = (areas[kept] as number) + (areas[gone] as number);
  }
  return { rootOf, areaOf: (label) => areas[rootOf(label)] as number };
}
