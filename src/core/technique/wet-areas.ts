import type { BinaryImage } from '#core/raster/image';
import { chamferDistance } from '#core/raster/distance';
import { eachBeside } from './neck-basins';
import { mendWetAreas, type WetMendPx } from './wet-mends';
import { smoothCuts } from './smooth-cuts';
import { wetParts } from './wet-parts';

/** What of an element is coloured at once. `insidePx`: for each piece of it a place well inside, in px of the raster. */
export type WetArea = { areaMm2: number; insidePx: [number, number][] };
/** Wet areas of an element; `labels` row-major, 0 outside, areas from 1, left to right or from the top down. */
export type WetAreas = { width: number; height: number; labels: Uint8Array; areas: WetArea[] };

export type WetAreasGiven = {
  /** 1 where the element is; with pxPerMm. */
  mask: BinaryImage;
  /** Drawn lines within it. */
  lines: BinaryImage;
  /** The area of the picture that each px lies in. */
  regions: Uint16Array;
  /** What stays wet, in mm2. */
  maxAreaMm2: number;
  /** What the hand says of it. Default nothing. */
  mends?: readonly WetMendPx[];
};

/**
 * Parts an element into what is coloured at once: as `wetParts` does, then pieces that lie apart together as long as they fit the limit, the nearest first,
 * then as a hand says. What fits the limit as a whole is one.
 * @throws RangeError as wetParts.
 */
export function wetAreas({ mask, lines, regions, maxAreaMm2, mends = [] }: WetAreasGiven): WetAreas {
  const { width, height, data, pxPerMm = 1 } = mask;
  const areaMm2 = data.reduce((sum, own) => sum + own, 0) / pxPerMm ** 2;
  const labels = areaMm2 <= maxAreaMm2 ? data.slice() : parted();
  const areas = { width, height, labels };
  mendWetAreas(areas, mends);
  renumber(labels, width);
  return { ...areas, areas: measured(areas, pxPerMm) };

  function parted(): Uint8Array {
    const { labels: cut, parts } = wetParts(mask, { maxAreaMm2, lines });
    return bunched(
      { labels: smoothCuts({ width, height, labels: cut, regions }, maxAreaMm2 * pxPerMm ** 2), parts },
      { width, pxPerMm },
      maxAreaMm2,
    );
  }
}

/** Which part hangs together with which, over whatever lies between: the lowest number of those that do. */
function hangingTogether(labels: Uint8Array, width: number, count: number): number[] {
  const rootOf = Array.from({ length: count + 1 }, (_, part) => part);
  const find = (part: number): number => (rootOf[part] === part ? part : find(rootOf[part]!));
  for (let i = 0; i < labels.length; i++) {
    if (labels[i] === 0) continue;
    eachBeside(i, width, labels.length, (next) => {
      if (labels[next] === 0 || labels[next] === labels[i]) return;
      const [one, other] = [find(labels[i]!), find(labels[next]!)];
      rootOf[Math.max(one, other)] = Math.min(one, other);
    });
  }
  return rootOf.map((_, part) => find(part));
}

/** Parts of pieces that lie apart are taken together while they fit, those with the nearest middles first; of what hangs together each is coloured by itself. */
function bunched(
  { labels, parts }: ReturnType<typeof wetParts>,
  { width, pxPerMm }: { width: number; pxPerMm: number },
  maxAreaMm2: number,
): Uint8Array {
  const pieceOf = hangingTogether(labels, width, parts.length);
  const bunches = parts.map((_, index) => ({ members: [index + 1], areaMm2: 0, x: 0, y: 0, px: 0 }));
  const piecesIn = (members: readonly number[]) => members.map((part) => pieceOf[part]);
  for (let i = 0; i < labels.length; i++) {
    const own = bunches[labels[i]! - 1];
    if (!own) continue;
    own.x += i % width;
    own.y += Math.floor(i / width);
    own.px++;
    own.areaMm2 = own.px / pxPerMm ** 2;
  }
  for (;;) {
    let best: { one: number; other: number; away: number } | null = null;
    for (const [one, first] of bunches.entries()) {
      for (let other = one + 1; other < bunches.length; other++) {
        const second = bunches[other]!;
        if (first.areaMm2 + second.areaMm2 > maxAreaMm2) continue;
        if (piecesIn(first.members).some((piece) => piecesIn(second.members).includes(piece))) continue;
        const away = Math.hypot(first.x / first.px - second.x / second.px, first.y / first.px - second.y / second.px);
        if (!best || away < best.away) best = { one, other, away };
      }
    }
    if (!best) break;
    const [first, second] = [bunches[best.one]!, bunches[best.other]!];
    bunches[best.one] = {
      members: [...first.members, ...second.members],
      areaMm2: first.areaMm2 + second.areaMm2,
      ...{ x: first.x + second.x, y: first.y + second.y, px: first.px + second.px },
    };
    bunches.splice(best.other, 1);
  }
  const numberOf = new Uint8Array(256);
  for (const [index, { members }] of bunches.entries()) for (const part of members) numberOf[part] = index + 1;
  return labels.map((label) => numberOf[label]!);
}

/** Numbers areas by their middles without gaps: left to right where they spread that way, else from the top down. */
function renumber(labels: Uint8Array, width: number): void {
  const sums = new Map<number, { x: number; y: number; px: number }>();
  for (let i = 0; i < labels.length; i++) {
    const label = labels[i]!;
    if (label === 0) continue;
    const own = sums.get(label) ?? { x: 0, y: 0, px: 0 };
    sums.set(label, own);
    own.x += i % width;
    own.y += Math.floor(i / width);
    own.px++;
  }
  const middles = [...sums].map(([label, { x, y, px }]) => ({ label, x: x / px, y: y / px }));
  const spread = (values: readonly number[]) => Math.max(...values) - Math.min(...values);
  const goesAcross = spread(middles.map(({ x }) => x)) >= spread(middles.map(({ y }) => y));
  const numbers = new Uint8Array(256);
  middles.sort((one, other) => (goesAcross ? one.x - other.x || one.y - other.y : one.y - other.y || one.x - other.x));
  for (const [index, { label }] of middles.entries()) numbers[label] = index + 1;
  for (let i = 0; i < labels.length; i++) labels[i] = numbers[labels[i]!]!;
}

/** The deepest place of each piece of each area, and how large the areas are. */
function measured({ width, height, labels }: Omit<WetAreas, 'areas'>, pxPerMm: number): WetArea[] {
  const size = labels.length;
  const isRim = new Uint8Array(size);
  for (let i = 0; i < size; i++) {
    if (labels[i] === 0) isRim[i] = 1;
    const column = i % width;
    if (column === 0 || column === width - 1 || i < width || i >= size - width) isRim[i] = 1;
    eachBeside(i, width, size, (next) => {
      if (labels[next] !== labels[i]) isRim[i] = 1;
    });
  }
  const depth = chamferDistance(isRim, width, height);
  const areas: WetArea[] = [];
  const seen = new Uint8Array(size);
  for (let start = 0; start < size; start++) {
    const label = labels[start]!;
    if (label === 0 || seen[start]) continue;
    const piece = [start];
    seen[start] = 1;
    let deepest = start;
    for (let at = 0; at < piece.length; at++) {
      const i = piece[at]!;
      if (depth[i]! > depth[deepest]!) deepest = i;
      eachBeside(i, width, size, (next) => {
        if (labels[next] !== label || seen[next]) return;
        seen[next] = 1;
        piece.push(next);
      });
    }
    const own = areas[label - 1] ?? { areaMm2: 0, insidePx: [] };
    areas[label - 1] = own;
    own.areaMm2 += piece.length / pxPerMm ** 2;
    own.insidePx.push([(deepest % width) + 0.5, Math.floor(deepest / width) + 0.5]);
  }
  return areas;
}
