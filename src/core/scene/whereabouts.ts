import type { BandMap } from './band-map';

/** Sides of a thing, clockwise from the right, each an eighth of the circle. */
export const octants = ['right', 'lower right', 'bottom', 'lower left', 'left', 'upper left', 'top', 'upper right'] as const;
export type Octant = (typeof octants)[number];

/** What a band lies beside: `on` is the side of the band at which the neighbour is. */
export type Neighbour = { /** Its number among the owners. */ owner: number; on: 'top' | 'bottom' | 'left' | 'right'; isInFront: boolean };

/** Where a band lies in one part of an element. */
export type PartPlace = {
  /** Area of the part, and of the band in it, in mm2. */
  partMm2: number;
  bandMm2: number;
  /** Where the part lies, seen from the middle of all parts; null where there is one, or it is the one in the middle. */
  part: Octant | null;
  /** Where the band lies in the part; what has its middle in that of the part, but does not lie there, lies on both sides, at both ends or outside. */
  side: Octant | 'middle' | 'both sides' | 'top and bottom' | 'outside' | 'all round';
  /** Whether it runs along the outline of the part there. */
  isAlongEdge: boolean;
  /** How the part is shaped: much taller than wide, or wider than tall. */
  shape: 'tall' | 'wide' | 'compact';
  /** What it lies beside, the longest border first. */
  beside: Neighbour[];
};

/** Parts of less area are not told apart, unless there are no others, in mm2. */
export const leastPartMm2 = 20;
/** A band within this share of half the width from the middle is in the middle; on so much of the outline it is all round; so much of its edge names a neighbour. */
const [middleShare, allRoundShare, neighbourShare] = [0.15, 0.7, 0.3] as const;
/** Along the edge is what has so much of its own edge on the outline of the part. */
const alongEdgeShare = 0.2;
/** So near is beside, in mm. */
const besideMm = 1;
/** Places are told from about so many px a mm: enough for words. */
const wordsPxPerMm = 6;
const elongated = 1.8;
/** What spreads so many times as far (in squares) as its part lies outside its middle. */
const outsideSpread = 1.15;

export type WhereaboutsGiven = {
  map: BandMap;
  /** Labels, row-major, at the size of the map; 0: paper outside. */
  labels: Uint16Array;
  /** Px of the map in a mm. */
  pxPerMm: number;
  /** How many rungs each element of the map has. */
  rungs: readonly number[];
  /** Which of the owners an element of the map is, by its number less 1. */
  ownerOfElement: readonly number[];
  /** Whose a label is, from 1; 0: nobody's. */
  ownerOf: (label: number) => number;
  /** What a label is shaded with: the same number, the same body. */
  bodyOf: (label: number) => number;
  /** Whether one label lies in front of another. */
  isInFront: (front: number, behind: number) => boolean;
};

type Part = { owner: number; pixels: number[]; x: number; y: number; box: [number, number, number, number]; outline: number };

/** The eighth of the circle in which a direction lies, y down. */
export function octantOf(dx: number, dy: number): Octant {
  return octants[(Math.round(Math.atan2(dy, dx) / (Math.PI / 4)) + 8) % 8] as Octant;
}

/** Every so many-th px of a map, so that about so many are left in a mm. */
export function thinnedMap({ map, labels, pxPerMm }: Pick<WhereaboutsGiven, 'map' | 'labels' | 'pxPerMm'>, leftPxPerMm = wordsPxPerMm) {
  const step = Math.max(1, Math.floor(pxPerMm / leftPxPerMm));
  const [width, height] = [Math.ceil(map.width / step), Math.ceil(map.height / step)];
  const own = { width, height, pxPerMm: pxPerMm / step, element: new Uint16Array(width * height) };
  const [band, label] = [new Uint8Array(width * height), new Uint16Array(width * height)];
  for (let row = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i++) {
      const from = row * step * map.width + column * step;
      own.element[i] = map.elements[from]!;
      band[i] = map.bands[from]!;
      label[i] = labels[from]!;
    }
  }
  return { ...own, band, label, step };
}

/** Offsets within so many px, the nearest first. */
function disc(radius: number): [number, number][] {
  const reach = Math.ceil(radius);
  const places: [number, number][] = [];
  for (let y = -reach; y <= reach; y++) for (let x = -reach; x <= reach; x++) if (Math.hypot(x, y) <= radius) places.push([x, y]);
  return places.sort(([ax, ay], [bx, by]) => Math.hypot(ax, ay) - Math.hypot(bx, by));
}

/**
 * Where each band of each element lies, part by part, as it is told in words: the side is the octant of the band's centroid from the part's; in the
 * middle within 15 % of half its narrower width; all round where it is on over 70 % of the outline; beside what is within 1 mm of over 30 % of its edge.
 * A part is what of an element is shaded as one body.
 * @returns for each element of the map, for each rung light to dark, its parts, the largest band first; none where the band has no pixel.
 */
export function whereabouts(given: WhereaboutsGiven): PartPlace[][][] {
  const { rungs, ownerOfElement, ownerOf, bodyOf, isInFront } = given;
  const { width, height, pxPerMm, element, band, label } = thinnedMap(given);
  const size = width * height;
  const owner = new Uint16Array(size);
  for (let i = 0; i < size; i++) owner[i] = element[i] ? ownerOfElement[element[i]! - 1]! : ownerOf(label[i]!);
  // Elements without labels of their own (a halo) and soft spots, which lie on labels of others, are one part.
  const bodyAt = (i: number) => (label[i] && ownerOf(label[i]!) === owner[i] ? bodyOf(label[i]!) : 0);
  const parts = new Map<string, Part>();
  const partAt = new Array<Part | undefined>(size);
  for (let i = 0; i < size; i++) {
    if (owner[i] === 0) continue;
    const key = `${owner[i]} ${bodyAt(i)}`;
    const [x, y] = [i % width, Math.floor(i / width)];
    const part = parts.get(key) ?? { owner: owner[i]!, pixels: [], x: 0, y: 0, box: [x, y, x, y], outline: 0 };
    parts.set(key, part);
    partAt[i] = part;
    part.pixels.push(i);
    part.x += x;
    part.y += y;
    const [left, top, right, bottom] = part.box;
    part.box = [Math.min(left, x), Math.min(top, y), Math.max(right, x), Math.max(bottom, y)];
  }
  const around = (i: number): number[] => {
    const x = i % width;
    return [x > 0 ? i - 1 : -1, x + 1 < width ? i + 1 : -1, i - width, i + width < size ? i + width : -1];
  };
  const isOutline = (i: number) => around(i).some((next) => next < 0 || partAt[next] !== partAt[i]);
  for (const part of parts.values()) part.outline = part.pixels.filter(isOutline).length;
  const near = disc(besideMm * pxPerMm);

  /** How a band lies whose middle is that of its part: by how far it spreads each way, next to the part. */
  const aroundMiddle = (part: Part, [cx, cy]: readonly [number, number], number: number, rung: number): PartPlace['side'] => {
    let [count, across, down, allAcross, allDown] = [0, 0, 0, 0, 0];
    for (const i of part.pixels) {
      const [dx, dy] = [(i % width) - cx, Math.floor(i / width) - cy];
      allAcross += dx * dx;
      allDown += dy * dy;
      if (element[i] !== number || band[i] !== rung) continue;
      count++;
      across += dx * dx;
      down += dy * dy;
    }
    const spread = (own: number, all: number) => own / count / (all / part.pixels.length || 1);
    const [wider, taller] = [spread(across, allAcross) > outsideSpread, spread(down, allDown) > outsideSpread];
    if (wider && taller) return 'outside';
    return wider ? 'both sides' : taller ? 'top and bottom' : 'middle';
  };

  const placeIn = (part: Part, number: number, rung: number, middle: readonly [number, number] | null): PartPlace | null => {
    let [count, x, y, edge, onOutline] = [0, 0, 0, 0, 0];
    const beside = new Map<number, { count: number; dx: number; dy: number; front: number }>();
    for (const i of part.pixels) {
      if (element[i] !== number || band[i] !== rung) continue;
      const [px, py] = [i % width, Math.floor(i / width)];
      count++;
      x += px;
      y += py;
      const isEdge = around(i).some((next) => next < 0 || element[next] !== number || band[next] !== rung || partAt[next] !== part);
      if (!isEdge) continue;
      edge++;
      if (isOutline(i)) onOutline++;
      const seen = new Set<number>();
      for (const [dx, dy] of near) {
        const [nx, ny] = [px + dx, py + dy];
        if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue;
        const next = ny * width + nx;
        const theirs = owner[next]!;
        if (theirs === 0 || theirs === part.owner || seen.has(theirs)) continue;
        seen.add(theirs);
        const known = beside.get(theirs) ?? { count: 0, dx: 0, dy: 0, front: 0 };
        beside.set(theirs, known);
        known.count++;
        known.dx += dx;
        known.dy += dy;
        if (label[next] && label[i] && isInFront(label[next]!, label[i]!)) known.front++;
      }
    }
    if (count === 0) return null;
    const [cx, cy] = [part.x / part.pixels.length, part.y / part.pixels.length];
    const [dx, dy] = [x / count - cx, y / count - cy];
    const [left, top, right, bottom] = part.box;
    const [wide, tall] = [right - left + 1, bottom - top + 1];
    const isAllRound = onOutline > allRoundShare * part.outline;
    const isMiddle = Math.hypot(dx, dy) <= (middleShare * Math.min(wide, tall)) / 2;
    return {
      partMm2: part.pixels.length / pxPerMm ** 2,
      bandMm2: count / pxPerMm ** 2,
      part: middle && Math.hypot(cx - middle[0], cy - middle[1]) > pxPerMm ? octantOf(cx - middle[0], cy - middle[1]) : null,
      side: isAllRound ? 'all round' : isMiddle ? aroundMiddle(part, [cx, cy], number, rung) : octantOf(dx, dy),
      isAlongEdge: onOutline > alongEdgeShare * edge,
      shape: tall > elongated * wide ? 'tall' : wide > elongated * tall ? 'wide' : 'compact',
      beside: [...beside]
        .filter(([, own]) => own.count > neighbourShare * edge)
        .sort(([, one], [, other]) => other.count - one.count)
        .map(([theirs, own]) => ({
          owner: theirs,
          on: Math.abs(own.dy) >= Math.abs(own.dx) ? (own.dy < 0 ? 'top' : 'bottom') : own.dx < 0 ? 'left' : 'right',
          isInFront: own.front > own.count / 2,
        })),
    };
  };

  return rungs.map((count, index) => {
    const own = [...parts.values()].filter((part) => part.owner === ownerOfElement[index]);
    const large = own.filter(({ pixels }) => pixels.length > leastPartMm2 * pxPerMm ** 2);
    const told = large.length > 0 ? large : own.sort((one, other) => other.pixels.length - one.pixels.length).slice(0, 1);
    const total = told.reduce((sum, { pixels }) => sum + pixels.length, 0);
    const middle: [number, number] | null =
      told.length > 1 ? [told.reduce((sum, { x }) => sum + x, 0) / total, told.reduce((sum, { y }) => sum + y, 0) / total] : null;
    return Array.from({ length: count }, (_, rung) =>
      told.flatMap((part) => placeIn(part, index + 1, rung + 1, middle) ?? []).sort((one, other) => other.bandMm2 - one.bandMm2),
    );
  });
}
