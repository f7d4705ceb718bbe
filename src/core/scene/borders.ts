import { usualPxPerMm } from '#core/raster/resolution';

/** A border between two labels: its points, x and y in px by turns, on the edges between pixels, in the order of the scan. */
export type Border = { labels: readonly [number, number]; points: number[] };

/** A place where three labels or more meet, and how much of a small ring about it each fills: in their order round it, shares sum to 1. */
export type Junction = { x: number; y: number; shares: ReadonlyMap<number, number> };

/** A label map looked over once: borders, junctions and sizes; what is proposed from it reads only this. */
export type SceneBorders = {
  width: number;
  height: number;
  pxPerMm: number;
  labels: Uint16Array;
  /** By label; 0 = paper outside. */
  areasPx: Float64Array;
  /** Edges of pixels round each label, those at the picture's rim among them. */
  rims: Float64Array;
  /** By `pairKey`; the paper's borders are among them. */
  borders: ReadonlyMap<number, Border>;
  junctions: readonly Junction[];
};

/** One number for a pair of labels, whichever comes first. */
export function pairKey(first: number, second: number): number {
  return first < second ? first * 65536 + second : second * 65536 + first;
}

/** How far a sector is from running straight on, as a share of the ring: half of it is straight. */
export const bendOf = (share: number): number => Math.abs(share - 0.5);

/** Radii of the rings about a junction, in mm: beyond the line's own width, within what is about it. */
const ringRadiiMm = [0.5, 0.65, 0.8, 0.95];
const ringSteps = 96;
const ringAngles = Array.from({ length: ringSteps }, (_, step) => (2 * Math.PI * (step + 0.5)) / ringSteps);
const ringEast = ringAngles.map(Math.cos);
const ringSouth = ringAngles.map(Math.sin);
/** Corners of pixels nearer than this belong to one junction. */
const joinMm = 0.45;

export type LabelledPicture = { width: number; height: number; labels: Uint16Array; lines?: unknown; pxPerMm?: number | undefined };

/**
 * Looks a label map over.
 * @param picture `labels`: row-major, 0 = paper outside, every pixel labelled, line pixels with the nearest region. `pxPerMm`: default 300 dpi.
 * @throws RangeError or TypeError when the map does not fit its size.
 */
export function bordersOf(picture: LabelledPicture): SceneBorders {
  const { width, height, labels, pxPerMm = usualPxPerMm } = picture;
  if (!(labels instanceof Uint16Array)) throw new TypeError('expected labels as a Uint16Array, 0 = paper outside');
  if (!Number.isInteger(width) || !Number.isInteger(height) || width < 1 || height < 1 || labels.length !== width * height) {
    throw new RangeError(`expected width x height = ${width * height} labels, got ${labels.length}`);
  }
  if (!(pxPerMm > 0)) throw new RangeError(`expected pxPerMm over 0, got ${pxPerMm}`);
  let most = 0;
  for (let i = 0; i < labels.length; i++) if (labels[i]! > most) most = labels[i]!;
  const areasPx = new Float64Array(most + 1);
  const rims = new Float64Array(most + 1);
  const borders = new Map<number, Border>();
  const corners: number[] = [];
  let lastKey = -1;
  let last: number[] = [];
  const note = (first: number, second: number, x: number, y: number) => {
    rims[first]!++;
    rims[second]!++;
    const key = pairKey(first, second);
    if (key !== lastKey) {
      const known = borders.get(key);
      const border = known ?? { labels: [Math.min(first, second), Math.max(first, second)] as const, points: [] };
      if (!known) borders.set(key, border);
      [lastKey, last] = [key, border.points];
    }
    last.push(x, y);
  };
  for (let row = 0; row < height; row++) {
    const start = row * width;
    for (let column = 0; column < width; column++) {
      const own = labels[start + column]!;
      areasPx[own]!++;
      const isLastColumn = column + 1 === width;
      const isLastRow = row + 1 === height;
      if (column === 0 || isLastColumn) rims[own]!++;
      if (row === 0 || isLastRow) rims[own]!++;
      const right = isLastColumn ? own : labels[start + column + 1]!;
      const below = isLastRow ? own : labels[start + width + column]!;
      if (right !== own) note(own, right, column + 1, row + 0.5);
      if (below !== own) note(own, below, column + 0.5, row + 1);
      if (isLastColumn || isLastRow || (right === own && below === own)) continue;
      const across = labels[start + width + column + 1]!;
      const distinct =
        1 +
        Number(right !== own) +
        Number(below !== own && below !== right) +
        Number(across !== own && across !== right && across !== below);
      if (distinct > 2) corners.push(column + 1, row + 1);
    }
  }
  const size = { width, height, labels };
  const junctions = joined(corners, joinMm * pxPerMm).map(([x, y]) => ({ x, y, shares: ringShares(size, x, y, pxPerMm) }));
  return { width, height, pxPerMm, labels, areasPx, rims, borders, junctions };
}

/** Middles of the corners that lie near each other. */
function joined(corners: readonly number[], reach: number): [number, number][] {
  const groups: { x: number; y: number; count: number }[] = [];
  const cells = new Map<number, number[]>();
  const keyOf = (column: number, row: number) => row * 65536 + column;
  const cellOf = (value: number) => Math.floor(value / reach);
  for (let i = 0; i < corners.length; i += 2) {
    const [x, y] = [corners[i]!, corners[i + 1]!];
    let found: (typeof groups)[number] | undefined;
    for (let dy = -1; dy <= 1 && !found; dy++) {
      for (let dx = -1; dx <= 1 && !found; dx++) {
        for (const index of cells.get(keyOf(cellOf(x) + dx, cellOf(y) + dy)) ?? []) {
          const group = groups[index]!;
          if (Math.hypot(group.x / group.count - x, group.y / group.count - y) < reach) found = group;
        }
      }
    }
    if (found) {
      found.x += x;
      found.y += y;
      found.count++;
      continue;
    }
    const key = keyOf(cellOf(x), cellOf(y));
    const cell = cells.get(key);
    if (cell) cell.push(groups.length);
    else cells.set(key, [groups.length]);
    groups.push({ x, y, count: 1 });
  }
  return groups.map(({ x, y, count }) => [x / count, y / count]);
}

/** Pairs of labels that lie next to each other round a junction. */
export function pairsAbout({ shares }: Junction): (readonly [first: number, second: number])[] {
  const round = [...shares.keys()];
  if (round.length === 2) return [[round[0]!, round[1]!]];
  return round.map((label, place) => [label, round[(place + 1) % round.length]!] as const);
}

type Map2d = { width: number; height: number; labels: Uint16Array };

/** Share of rings about a place that each label fills; beyond the picture is paper. Wider rings count as long as none meets another label. */
function ringShares({ width, height, labels }: Map2d, x: number, y: number, pxPerMm: number): ReadonlyMap<number, number> {
  const met: { label: number; share: number; east: number; south: number }[] = [];
  let rings = 0;
  for (const radiusMm of ringRadiiMm) {
    const radius = Math.max(2.5, radiusMm * pxPerMm);
    const ring = new Uint16Array(ringSteps);
    for (let step = 0; step < ringSteps; step++) {
      const column = Math.floor(x + radius * ringEast[step]!);
      const row = Math.floor(y + radius * ringSouth[step]!);
      ring[step] = column < 0 || row < 0 || column >= width || row >= height ? 0 : labels[row * width + column]!;
    }
    if (rings > 0 && ring.some((label) => met.every((one) => one.label !== label))) break;
    for (let step = 0; step < ringSteps; step++) {
      let own = met.find(({ label }) => label === ring[step]);
      if (!own) {
        own = { label: ring[step]!, share: 0, east: 0, south: 0 };
        met.push(own);
      }
      own.share += 1 / ringSteps;
      own.east += ringEast[step]!;
      own.south += ringSouth[step]!;
    }
    rings++;
  }
  const inOrder = met.sort((one, other) => Math.atan2(one.south, one.east) - Math.atan2(other.south, other.east));
  return new Map(inOrder.map(({ label, share }) => [label, share / rings]));
}
