import { usualPxPerMm } from '#core/raster/resolution';
import type { BinaryImage } from '#core/raster/image';
import { type Branch, findBranches } from '#core/raster/skeleton';

export type Point = [number, number];

/** A line that the drawing leaves out on purpose, offered to the maker: from a stroke's end to another end or line. */
export type ProposedClosing = {
  /** Both ends in px, on the ink. */
  from: Point;
  to: Point;
  lengthPx: number;
  /** Turn in degrees the stroke makes to follow the closing: 0 goes straight on. */
  turnDeg: number;
  /** Whether a stroke that it starts or ends at is short and ends freely at both ends: a ray, a lash, a hair. */
  isOfLoneStroke: boolean;
};

export type ProposeOptions = {
  /** Longest closing offered. Default 14 mm, or 165 px where pxPerMm is not known. */
  longestPx?: number;
  /** Greatest turn at a stroke's end, in degrees. Default 75. */
  mostTurnDeg?: number;
  /** Most proposals from one stroke's end. Default 2: the likeliest end and the likeliest line. */
  perEnd?: number;
};

/** Ends this near to the rim of the picture, in mm, are cut off by it, or are the edge of the paper itself. */
const rimMm = 0.8;

/** A stroke that hangs on nothing is decoration rather than outline below this length, in mm. */
const loneMm = 8;

type StrokeEnd = { x: number; y: number; dx: number; dy: number; branch: number; halfWidthPx: number; isLone: boolean };

/** Where strokes end freely, and in which direction they were going: from the last 2 mm of the middle line. */
function strokeEnds(branches: readonly Branch[], width: number, pxPerMm: number): StrokeEnd[] {
  const ends: StrokeEnd[] = [];
  branches.forEach(({ pixels, freeFirst, freeLast, halfWidthPx, lengthPx }, branch) => {
    // Short whiskers of a skeleton are the roughness of the line, not strokes.
    const isWhisker = !(freeFirst && freeLast) && lengthPx < Math.max(2.2 * halfWidthPx, 0.5 * pxPerMm);
    if (isWhisker || lengthPx < pxPerMm) return;
    const isLone = freeFirst && freeLast && lengthPx < loneMm * pxPerMm;
    const reach = Math.min(pixels.length - 1, Math.round(2 * pxPerMm));
    const add = (tip: number, back: number) => {
      const x = (tip % width) + 0.5;
      const y = Math.floor(tip / width) + 0.5;
      const along = Math.hypot(x - (back % width) - 0.5, y - Math.floor(back / width) - 0.5);
      if (along < 1) return;
      const dx = (x - (back % width) - 0.5) / along;
      const dy = (y - Math.floor(back / width) - 0.5) / along;
      ends.push({ x, y, dx, dy, branch, halfWidthPx, isLone });
    };
    if (freeFirst) add(pixels[0] as number, pixels[reach] as number);
    if (freeLast) add(pixels.at(-1) as number, pixels.at(-1 - reach) as number);
  });
  return ends;
}

const degrees = (cosine: number) => (Math.acos(Math.max(-1, Math.min(1, cosine))) * 180) / Math.PI;

/** Whether the straight way between two places crosses no ink, but for the strokes it starts and ends on. */
function isFreeWay(lines: BinaryImage, from: Point, to: Point, clearFromPx: number, clearToPx: number): boolean {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  for (let along = clearFromPx; along < length - clearToPx; along += 0.7) {
    const column = Math.floor(from[0] + ((to[0] - from[0]) * along) / length);
    const row = Math.floor(from[1] + ((to[1] - from[1]) * along) / length);
    if (lines.data[row * lines.width + column]) return false;
  }
  return true;
}

/** First ink met from a place in a direction, within a distance. */
function firstInk(lines: BinaryImage, from: Point, direction: Point, startPx: number, longestPx: number): Point | null {
  for (let along = startPx; along <= longestPx; along += 0.7) {
    const x = from[0] + direction[0] * along;
    const y = from[1] + direction[1] * along;
    if (x < 0 || y < 0 || x >= lines.width || y >= lines.height) return null;
    if (lines.data[Math.floor(y) * lines.width + Math.floor(x)]) return [x, y];
  }
  return null;
}

/**
 * Closings across openings that a drawing was given on purpose: from every free end of a stroke to other ends that it points at, and
 * to the line it would run into if it went on, likeliest first. Nothing is closed by this; the maker takes what is right.
 */
export function proposeClosings(lines: BinaryImage, options: ProposeOptions = {}): ProposedClosing[] {
  const pxPerMm = lines.pxPerMm ?? usualPxPerMm;
  const { longestPx = 14 * pxPerMm, mostTurnDeg = 75, perEnd = 2 } = options;
  const isOnRim = ([x, y]: Point) => Math.min(x, y, lines.width - x, lines.height - y) < rimMm * pxPerMm;
  const ends = strokeEnds(findBranches(lines), lines.width, pxPerMm).filter(({ x, y }) => !isOnRim([x, y]));
  type Candidate = ProposedClosing & { end: number; other: number | null; cost: number };
  const candidates: Candidate[] = [];

  ends.forEach((end, index) => {
    const from: Point = [end.x, end.y];
    ends.forEach((other, otherIndex) => {
      if (otherIndex <= index) return;
      const lengthPx = Math.hypot(other.x - end.x, other.y - end.y);
      if (lengthPx > longestPx || lengthPx < 1) return;
      const ux = (other.x - end.x) / lengthPx;
      const uy = (other.y - end.y) / lengthPx;
      const turnDeg = degrees(end.dx * ux + end.dy * uy);
      const otherTurnDeg = degrees(-other.dx * ux - other.dy * uy);
      if (Math.max(turnDeg, otherTurnDeg) > mostTurnDeg) return;
      if (!isFreeWay(lines, from, [other.x, other.y], 2.5 * end.halfWidthPx + 1, 2.5 * other.halfWidthPx + 1)) return;
      const turn = Math.max(turnDeg, otherTurnDeg);
      const cost = lengthPx * (1 + ((turnDeg + otherTurnDeg) / 90) ** 2 / 2);
      candidates.push({
        from,
        to: [other.x, other.y],
        lengthPx,
        turnDeg: turn,
        isOfLoneStroke: end.isLone || other.isLone,
        end: index,
        other: otherIndex,
        cost,
      });
    });
    // A fan of rays for the line ahead: the straightest and nearest wins.
    let best: Candidate | null = null;
    for (let turn = -60; turn <= 60; turn += 7.5) {
      const cos = Math.cos((turn * Math.PI) / 180);
      const sin = Math.sin((turn * Math.PI) / 180);
      const direction: Point = [end.dx * cos - end.dy * sin, end.dx * sin + end.dy * cos];
      const to = firstInk(lines, from, direction, 2.5 * end.halfWidthPx + 2, longestPx);
      if (!to || isOnRim(to)) continue;
      const lengthPx = Math.hypot(to[0] - end.x, to[1] - end.y);
      const cost = 1.15 * lengthPx * (1 + (Math.abs(turn) / 45) ** 2);
      if (!best || cost < best.cost)
        best = { from, to, lengthPx, turnDeg: Math.abs(turn), isOfLoneStroke: end.isLone, end: index, other: null, cost };
    }
    if (best) candidates.push(best);
  });

  candidates.sort((first, second) => first.cost - second.cost || first.end - second.end || (first.other ?? -1) - (second.other ?? -1));
  const taken = new Map<number, number>();
  const has = (end: number | null) => (end === null ? 0 : (taken.get(end) ?? 0));
  const kept: ProposedClosing[] = [];
  for (const { end, other, cost: _, ...closing } of candidates) {
    if (has(end) >= perEnd || has(other) >= perEnd) continue;
    // A ray that comes down beside an end already joined says the same thing twice.
    const isTwin = kept.some(
      (one) =>
        (near(one.from, closing.from, 1.5 * pxPerMm) && near(one.to, closing.to, 1.5 * pxPerMm)) ||
        (near(one.to, closing.from, 1.5 * pxPerMm) && near(one.from, closing.to, 1.5 * pxPerMm)),
    );
    if (isTwin) continue;
    taken.set(end, has(end) + 1);
    if (other !== null) taken.set(other, has(other) + 1);
    kept.push(closing);
  }
  return kept;
}

function near(first: Point, second: Point, withinPx: number): boolean {
  return Math.hypot(first[0] - second[0], first[1] - second[1]) <= withinPx;
}
