/** Outlines of masks as rounds of pixels, and where they turn. */
export type Point = readonly [number, number];

/** Degrees by which the second way turns from the first, -180 to 180, clockwise on the picture. */
export const turnDeg = ([ax, ay]: Point, [bx, by]: Point): number => (Math.atan2(ax * by - ay * bx, ax * bx + ay * by) * 180) / Math.PI;
/** The way from one place to another. */
export const between = ([ax, ay]: Point, [bx, by]: Point): Point => [bx - ax, by - ay];
/** How far a place lies to the right of a way from a start, in px; left of it less than 0. The inside of an outline lies to the right. */
export function rightOf(start: Point, way: Point, place: Point): number {
  const own = between(start, place);
  return (way[0] * own[1] - way[1] * own[0]) / (Math.hypot(...way) || 1);
}

/** A turn of more than this is a corner. */
const cornerDeg = 42;
/** Of a rounded corner: the least turn at it, the least over three arms, and how much of that each of its edges may turn over one arm more. */
const roundedCorner = { leastDeg: 28, wholeDeg: 50, mostBeside: 0.18 } as const;

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

/** Outer outlines of all parts of a mask, row-major, 1 inside. */
export function outlinesOf(mask: Uint8Array, width: number, height: number): number[][] {
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

/** A smoothed outline: each place the mean of its neighbours. @param reach so many to each side. */
export function smoothedOutline(outline: readonly number[], width: number, reach: number): Point[] {
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

/**
 * A rounded corner: its turn is spread over a little way, but between edges that turn far less. What is as round beside it is no corner but a curve.
 */
function isRoundedCorner(points: readonly Point[], place: number, arm: number, turn: number): boolean {
  if (turn < roundedCorner.leastDeg) return false;
  const at = (step: number) => points[(place + step + 4 * points.length) % points.length]!;
  const near = Math.round(1.25 * arm);
  const half = Math.max(1, Math.round(0.5 * arm));
  const wayAt = (step: number) => between(at(step - half), at(step + half));
  const whole = Math.abs(turnDeg(wayAt(-near), wayAt(near)));
  if (whole < roundedCorner.wholeDeg) return false;
  const beside = [-1, 1].map((side) => Math.abs(turnDeg(wayAt(side * near), wayAt(side * (near + half + 1)))));
  return beside.every((own) => own <= roundedCorner.mostBeside * whole);
}

/** Places of an outline where it turns sharply. @param arm so far to either side the turn is seen, in places. */
export function cornersOf(points: readonly Point[], arm: number): number[] {
  const count = points.length;
  const at = (place: number) => points[(place + count) % count]!;
  const turns = points.map((point, place) => Math.abs(turnDeg(between(at(place - arm), point), between(point, at(place + arm)))));
  const corners: number[] = [];
  for (let place = 0; place < count; place++) {
    if (turns[place]! < cornerDeg && !isRoundedCorner(points, place, arm, turns[place]!)) continue;
    let isSharpest = true;
    for (let step = -arm; step <= arm && isSharpest; step++) {
      const other = turns[(place + step + count) % count]!;
      if (other > turns[place]! || (other === turns[place]! && step < 0)) isSharpest = false;
    }
    if (isSharpest) corners.push(place);
  }
  return corners;
}
