/** A way that strokes follow on one piece: from where they start to where they lift off, in px of the picture. */
export type StrokeWay = readonly (readonly [x: number, y: number])[];

/** How the strokes of an element lie: `outwards`: round one centre, as petals do. */
export type StrokeWays = { ways: StrokeWay[]; isOutwards: boolean };

/** One piece of an element: its pixels in a map, and where it begins. */
export type Piece = {
  pixels: readonly number[];
  /** Of them those that lie against another element. */
  touching: readonly number[];
  /** Of them those of the deepest band. */
  deepest: readonly number[];
};

export type StrokeWaysGiven = {
  width: number;
  pieces: readonly Piece[];
  /** Hair falls from its parting, whatever it lies against. */
  fallsDown: boolean;
};

/** Places along a way. */
const waySteps = 5;
/** Pieces are petals when at least so many stand round one middle, their long axes pointing at it within so many degrees, at their median. */
const [leastPetals, mostOffDeg] = [3, 25] as const;
/** A piece grows out of what it lies against along a share of its outline of this to that. */
const [leastRoot, mostRoot] = [0.02, 0.4] as const;
/** So much of a piece, at the side where it begins, is its root. */
const rootShare = 0.12;

type Axis = { x: number; y: number; dx: number; dy: number; ratio: number };

/** Middle and long axis of pixels, from their second moments. @returns `ratio`: how many times as long as wide. */
function axisOf(pixels: readonly number[], width: number): Axis {
  let [x, y] = [0, 0];
  for (const i of pixels) {
    x += i % width;
    y += Math.floor(i / width);
  }
  x /= pixels.length;
  y /= pixels.length;
  let [xx, xy, yy] = [0, 0, 0];
  for (const i of pixels) {
    const [dx, dy] = [(i % width) - x, Math.floor(i / width) - y];
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  const half = Math.hypot((xx - yy) / 2, xy);
  const [long, short] = [(xx + yy) / 2 + half, Math.max(1e-9, (xx + yy) / 2 - half)];
  return { x, y, dx: Math.cos(angle), dy: Math.sin(angle), ratio: Math.sqrt(long / short) };
}

/** The middle round which pieces stand as petals do; null: they do not. The nearest place to all their long axes, by least squares. */
function petalMiddle(axes: readonly Axis[]): readonly [number, number] | null {
  if (axes.length < leastPetals) return null;
  let [a, b, c, px, py] = [0, 0, 0, 0, 0];
  for (const { x, y, dx, dy } of axes) {
    const [nx, ny] = [-dy, dx];
    const along = nx * x + ny * y;
    a += nx * nx;
    b += nx * ny;
    c += ny * ny;
    px += nx * along;
    py += ny * along;
  }
  const determinant = a * c - b * b;
  if (Math.abs(determinant) < 1e-6) return null;
  const [mx, my] = [(c * px - b * py) / determinant, (a * py - b * px) / determinant];
  const off = axes
    .map(({ x, y, dx, dy }) => Math.acos(Math.min(1, Math.abs((x - mx) * dx + (y - my) * dy) / (Math.hypot(x - mx, y - my) || 1))))
    .sort((one, other) => one - other);
  if ((off[off.length >> 1]! * 180) / Math.PI > mostOffDeg) return null;
  // Round it: they do not all stand on one side.
  const sum = axes.reduce<[number, number]>(
    ([sx, sy], { x, y }) => {
      const away = Math.hypot(x - mx, y - my) || 1;
      return [sx + (x - mx) / away, sy + (y - my) / away];
    },
    [0, 0],
  );
  return Math.hypot(...sum) < 0.85 * axes.length ? [mx, my] : null;
}

function nearestTo(pixels: readonly number[], of: (i: number) => number): number[] {
  const order = [...pixels].sort((one, other) => of(one) - of(other));
  return order.slice(0, Math.max(1, Math.ceil(rootShare * pixels.length)));
}

/** Steps from the root within a piece: breadth first, over eight neighbours. */
function stepsFrom(pixels: readonly number[], root: readonly number[], width: number): Map<number, number> {
  const inside = new Set(pixels);
  const steps = new Map(root.map((i) => [i, 0]));
  let ring = [...root];
  for (let step = 1; ring.length > 0; step++) {
    const next: number[] = [];
    for (const i of ring) {
      for (const j of [i - 1, i + 1, i - width, i + width, i - width - 1, i - width + 1, i + width - 1, i + width + 1]) {
        if (!inside.has(j) || steps.has(j)) continue;
        steps.set(j, step);
        next.push(j);
      }
    }
    ring = next;
  }
  return steps;
}

/** Each place but the ends half way to the middle of its neighbours. */
function smoothed(way: StrokeWay): StrokeWay {
  return way.map((place, index) => {
    const [before, after] = [way[index - 1], way[index + 1]];
    if (!before || !after) return place;
    return [(place[0] + (before[0] + after[0]) / 2) / 2, (place[1] + (before[1] + after[1]) / 2) / 2] as const;
  });
}

/** The way through a piece from its root: middles of what lies equally far from it. */
function wayFrom(pixels: readonly number[], root: readonly number[], width: number): StrokeWay {
  const steps = stepsFrom(pixels, root, width);
  const farthest = Math.max(...steps.values());
  if (farthest < waySteps) return [];
  const sums = Array.from({ length: waySteps }, () => ({ count: 0, x: 0, y: 0 }));
  for (const [i, step] of steps) {
    const sum = sums[Math.min(waySteps - 1, Math.floor((step / (farthest + 1)) * waySteps))]!;
    sum.count++;
    sum.x += i % width;
    sum.y += Math.floor(i / width);
  }
  return smoothed(sums.flatMap(({ count, x, y }) => (count === 0 ? [] : [[x / count, y / count] as const])));
}

/**
 * Which way flicks and feathered strokes go: petals from their common middle outwards; hair down from its parting; what grows out of something else from there to
 * its tip; everything else from its deepest place to its light.
 * @returns ways in px of the map.
 */
export function strokeWays({ width, pieces, fallsDown }: StrokeWaysGiven): StrokeWays {
  const whole = pieces.filter(({ pixels }) => pixels.length >= 2 * waySteps);
  const axes = whole.map(({ pixels }) => axisOf(pixels, width));
  const middle = fallsDown ? null : petalMiddle(axes);
  const row = (i: number) => Math.floor(i / width);
  const ways = whole.map(({ pixels, touching, deepest }) => {
    if (middle)
      return wayFrom(
        pixels,
        nearestTo(pixels, (i) => Math.hypot((i % width) - middle[0], row(i) - middle[1])),
        width,
      );
    if (fallsDown) return wayFrom(pixels, nearestTo(pixels, row), width);
    const around = Math.sqrt(pixels.length) * 4;
    const isRooted = touching.length > leastRoot * around && touching.length < mostRoot * around;
    const root = isRooted ? touching : deepest.length > 0 ? deepest : nearestTo(pixels, (i) => -row(i));
    return wayFrom(pixels, root, width);
  });
  return { ways: ways.filter(({ length }) => length > 1), isOutwards: middle !== null };
}
