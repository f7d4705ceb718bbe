/**
 * Cut ends of a form: the edge across a straight-sided thing between two sharp corners (the hem of a skirt, the foot of a stem, the rim of a pot)
 * is where it is cut off, and does not round away as the rest of an outline does.
 */

/** A turn of more than this is a corner. */
const cornerDeg = 42;
/** So far to either side of a place its turn is seen, in mm. */
const armMm = 0.8;
/** An edge is straight that leaves its chord by less than this share of it. */
const mostBow = 0.12;
/** The flat side of a dome (a mushroom's cap) is straighter, and its corners turn by more. */
const mostDomeBow = 0.05;
const domeCornerDeg = 60;
/** Angles at both ends of a cut differ by less. */
const mostAngleGapDeg = 30;
const leastEdgeMm = 1.2;

type Point = readonly [number, number];
/** An edge of an outline between two breaks: places from `from` to `to` (going round). */
type Edge = {
  from: number;
  to: number;
  lengthPx: number;
  bow: number;
  isFree: boolean;
  start: Point;
  end: Point;
  setsOut: Point;
  arrives: Point;
};

/** Places of the outer outline of the part of a mask that holds a pixel, clockwise: the pixels inside it that lie at its rim. */
function outlineFrom(mask: Uint8Array, width: number, height: number, first: number): number[] {
  const steps = [1, width + 1, width, width - 1, -1, -width - 1, -width, -width + 1];
  const across = [1, 1, 0, -1, -1, -1, 0, 1];
  const isInside = (from: number, direction: number) => {
    const column = (from % width) + across[direction]!;
    const next = from + steps[direction]!;
    return column >= 0 && column < width && next >= 0 && next < width * height && mask[next] === 1;
  };
  const outline = [first];
  let at = first;
  let heading = 0;
  // Moore's neighbour tracing, until the first pixel is left as it was at the beginning.
  for (let turn = 0; turn < 4 * mask.length; turn++) {
    let found = -1;
    for (let look = 0; look < 8 && found < 0; look++) {
      const direction = (heading + 6 + look) % 8;
      if (isInside(at, direction)) found = direction;
    }
    if (found < 0) return outline;
    at += steps[found]!;
    heading = found;
    if (at === first) return outline;
    outline.push(at);
  }
  return outline;
}

/** Outer outlines of all parts of a mask. */
function outlinesOf(mask: Uint8Array, width: number, height: number): number[][] {
  const seen = new Uint8Array(mask.length);
  const outlines: number[][] = [];
  for (let start = 0; start < mask.length; start++) {
    if (mask[start] === 0 || seen[start]) continue;
    outlines.push(outlineFrom(mask, width, height, start));
    const open = [start];
    seen[start] = 1;
    for (let i = open.pop(); i !== undefined; i = open.pop()) {
      const column = i % width;
      for (const next of [column > 0 ? i - 1 : -1, column + 1 < width ? i + 1 : -1, i - width, i + width]) {
        if (next < 0 || next >= mask.length || mask[next] === 0 || seen[next]) continue;
        seen[next] = 1;
        open.push(next);
      }
    }
  }
  return outlines;
}

const turnDeg = ([ax, ay]: Point, [bx, by]: Point): number => (Math.atan2(ax * by - ay * bx, ax * bx + ay * by) * 180) / Math.PI;
const between = ([ax, ay]: Point, [bx, by]: Point): Point => [bx - ax, by - ay];

/** A smoothed outline: each place the mean of its neighbours. */
function smoothed(outline: readonly number[], width: number, reach: number): Point[] {
  return outline.map((_, place): Point => {
    let [x, y] = [0, 0];
    for (let step = -reach; step <= reach; step++) {
      const i = outline[(place + step + outline.length) % outline.length]!;
      x += i % width;
      y += Math.floor(i / width);
    }
    return [x / (2 * reach + 1), y / (2 * reach + 1)];
  });
}

/** Places of an outline where it turns sharply. */
function cornersOf(points: readonly Point[], arm: number): number[] {
  const count = points.length;
  const at = (place: number) => points[(place + count) % count]!;
  const turns = points.map((point, place) => Math.abs(turnDeg(between(at(place - arm), point), between(point, at(place + arm)))));
  const corners: number[] = [];
  for (let place = 0; place < count; place++) {
    if (turns[place]! < cornerDeg) continue;
    let isSharpest = true;
    for (let step = -arm; step <= arm && isSharpest; step++) {
      const other = turns[(place + step + count) % count]!;
      if (other > turns[place]! || (other === turns[place]! && step < 0)) isSharpest = false;
    }
    if (isSharpest) corners.push(place);
  }
  return corners;
}

function edgesOf(points: readonly Point[], breaks: readonly number[], arm: number, isFreeAt: (place: number) => boolean): Edge[] {
  return breaks.map((from, index): Edge => {
    const to = breaks[(index + 1) % breaks.length]!;
    const count = (to - from + points.length) % points.length || points.length;
    const [start, end] = [points[from]!, points[to]!];
    const chord = between(start, end);
    const lengthPx = Math.hypot(...chord);
    let bow = 0;
    for (let step = 0; step <= count; step++) {
      const [x, y] = between(start, points[(from + step) % points.length]!);
      bow = Math.max(bow, Math.abs(chord[0] * y - chord[1] * x) / (lengthPx || 1));
    }
    let free = 0;
    for (let step = 0; step <= count; step++) free += Number(isFreeAt((from + step) % points.length));
    const reach = Math.min(count, 2 * arm);
    const setsOut = between(start, points[(from + reach) % points.length]!);
    const arrives = between(points[(to - reach + points.length) % points.length]!, end);
    return { from, to, lengthPx, bow: lengthPx > 2 ? bow / lengthPx : 1, isFree: 2 * free > count, start, end, setsOut, arrives };
  });
}

type Cut = { edge: Edge; index: number; gapDeg: number; slopeDeg: number };

/**
 * Edges that are cuts: straight, between neighbours that meet them at like angles and are straight too, or, across a dome, curved. What lies beside an
 * edge that is hidden is none: where it really begins is not seen.
 */
function cutsAmong(edges: readonly Edge[], leastPx: number): Edge[] {
  if (edges.length < 2) return [];
  const at = (index: number) => edges[(index + edges.length) % edges.length]!;
  const cuts = edges.flatMap((edge, index): Cut[] => {
    const [before, after] = [at(index - 1), at(index + 1)];
    if (edge.lengthPx < leastPx) return [];
    if (!edge.isFree && (before.isFree || after.isFree)) return [];
    const own = between(edge.start, edge.end);
    // Of a dome the sides are curved: how they meet the edge is seen at its ends, and both edge and corners have to be plainer.
    const hasSides = edges.length > 2 && before.bow < mostBow && after.bow < mostBow;
    const [arrives, leaves] = hasSides
      ? [between(before.start, before.end), between(after.start, after.end)]
      : [before.arrives, after.setsOut];
    const [atStart, atEnd] = [turnDeg(arrives, own), turnDeg(own, leaves)];
    const gapDeg = Math.abs(atStart - atEnd);
    if (edge.bow > (hasSides ? mostBow : mostDomeBow) || gapDeg > mostAngleGapDeg) return [];
    if (Math.min(atStart, atEnd) < (hasSides ? cornerDeg / 2 : domeCornerDeg)) return [];
    return [{ edge, index, gapDeg, slopeDeg: (Math.atan2(Math.abs(own[1]), Math.abs(own[0])) * 180) / Math.PI }];
  });
  // Of two that share a corner one is a side: the cut is the one that lies more across the picture's upright.
  const isNext = (one: Cut, other: Cut) => (one.index + 1) % edges.length === other.index || (other.index + 1) % edges.length === one.index;
  return cuts
    .filter((cut) =>
      cuts.every((other) => other === cut || !isNext(cut, other) || cut.slopeDeg + cut.gapDeg <= other.slopeDeg + other.gapDeg),
    )
    .map(({ edge }) => edge);
}

/** What is said of the edge nearest to a place, in px of the mask. */
export type SaidCutPx = { x: number; y: number; isCut: boolean };
/** An edge of an outline: its pixels in their order, and whether a thing is cut off there. `said`: the place that says so; null: it is found. */
export type OutlineEdge = { pixels: number[]; isCut: boolean; said: SaidCutPx | null };

/** What is said of an edge counts within this distance of it, in mm. */
const saidReachMm = 1.5;

/**
 * The edges of all outlines of a mask between their corners, and which of them are cut ends.
 * @param mask row-major, 1 inside. @param pxPerMm of the mask.
 * @param isFree whether the border at a rim pixel is free already, since something lies in front: an edge ends where that begins.
 * @param said what the maker says of edges; it goes before what is found.
 */
export function outlineEdges(
  { data, width, height }: { data: Uint8Array; width: number; height: number },
  pxPerMm: number,
  isFree: (i: number) => boolean = () => false,
  said: readonly SaidCutPx[] = [],
): OutlineEdge[] {
  const arm = Math.max(3, Math.round(armMm * pxPerMm));
  return outlinesOf(data, width, height).flatMap((outline) => {
    if (outline.length < 6 * arm) return [];
    const points = smoothed(outline, width, Math.max(1, Math.round(arm / 4)));
    const breaks = new Set(cornersOf(points, arm));
    for (const [place, i] of outline.entries()) {
      const before = outline[(place + outline.length - 1) % outline.length]!;
      if (isFree(i) !== isFree(before) && ![...breaks].some((corner) => Math.abs(corner - place) < arm)) breaks.add(place);
    }
    const edges = edgesOf(
      points,
      [...breaks].sort((a, b) => a - b),
      arm,
      (place) => isFree(outline[place]!),
    );
    const cuts = new Set(cutsAmong(edges, leastEdgeMm * pxPerMm));
    const made = edges.map((edge): OutlineEdge => {
      const count = (edge.to - edge.from + outline.length) % outline.length || outline.length;
      const pixels = Array.from({ length: count + 1 }, (_, step) => outline[(edge.from + step) % outline.length]!);
      return { pixels, isCut: cuts.has(edge), said: null };
    });
    for (const own of said) {
      const apart = (edge: OutlineEdge) =>
        Math.min(...edge.pixels.map((i) => Math.hypot((i % width) - own.x, Math.floor(i / width) - own.y)));
      const nearest = made.map((edge) => ({ edge, apart: apart(edge) })).sort((one, other) => one.apart - other.apart)[0];
      if (nearest && nearest.apart <= saidReachMm * pxPerMm) Object.assign(nearest.edge, { isCut: own.isCut, said: own });
    }
    return made;
  });
}

/**
 * Finds the pixels at the rim of a mask that lie on cut ends, as outlineEdges does.
 * @returns 1 on cut ends.
 */
export function cutEnds(...asked: Parameters<typeof outlineEdges>): Uint8Array {
  const found = new Uint8Array(asked[0].data.length);
  for (const { pixels, isCut } of outlineEdges(...asked)) if (isCut) for (const i of pixels) found[i] = 1;
  return found;
}
