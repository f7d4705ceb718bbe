/**
 * Someone who has the words of a place and the outlines of the drawing, and nothing else: marks where they would lay the marker. Knows the names
 * of things, sides and ends; of the light nothing.
 */
export type Outlines = {
  sizePx: number;
  /** Px of the thing that is coloured. */
  own: readonly number[];
  /** Px of a thing by its name. */
  named: (name: string) => ReadonlySet<number>;
  pxPerMm: number;
};

const rings = [0.2, 0.4, 0.6, 0.8, 1];
const ways = Array.from({ length: 24 }, (_, turn) => [Math.cos((turn * Math.PI) / 12), Math.sin((turn * Math.PI) / 12)] as const);

/** So much of a thing a side of it is taken to be; so near to another is under or beside it, in mm. */
const sideShare = 0.3;
const besideMm = 2.5;

const toSides: readonly (readonly [RegExp, readonly [number, number]])[] = [
  [/(lower right)/, [0.7, 0.7]],
  [/(lower left)/, [-0.7, 0.7]],
  [/(upper right)/, [0.7, -0.7]],
  [/(upper left)/, [-0.7, -0.7]],
  [/(lower edge|low down|at the foot)/, [0, 1]],
  [/(upper edge|high up|at the top)/, [0, -1]],
  [/(right edge|on the right|right end)/, [1, 0]],
  [/(left edge|on the left|left end)/, [-1, 0]],
];

function most(pixels: readonly number[], of: (i: number) => number): number[] {
  const order = [...pixels].sort((one, other) => of(other) - of(one));
  return order.slice(0, Math.ceil(sideShare * pixels.length));
}

/** Px that the words are taken to mean. */
export function readPlace(words: string, { sizePx, own, named, pxPerMm }: Outlines): Set<number> {
  const mean = (of: (i: number) => number) => own.reduce((sum, i) => sum + of(i), 0) / own.length;
  const [x, y] = [(i: number) => i % sizePx, (i: number) => Math.floor(i / sizePx)];
  const [cx, cy] = [mean(x), mean(y)];
  const marked = new Set<number>();
  const parts = words.split(/, | and (?=(?:under|below|above|behind|beside) )/);
  for (const part of parts) {
    const neighbour = /^(under|below|above|behind|beside) (?:the )?(.+)$/.exec(part)?.[2];
    if (neighbour) {
      const theirs = named(neighbour);
      const reach = Math.round(besideMm * pxPerMm);
      const away = (i: number): number =>
        rings.find((far) =>
          ways.some(([dx, dy]) => theirs.has((y(i) + Math.round(dy * far * reach)) * sizePx + x(i) + Math.round(dx * far * reach))),
        ) ?? 2;
      const near = new Map(own.map((i) => [i, away(i)]));
      for (const i of most(own, (i) => -near.get(i)!)) if (near.get(i)! <= 1) marked.add(i);
      continue;
    }
    if (/both sides|both ends/.test(part)) for (const i of most(own, (i) => Math.abs(x(i) - cx))) marked.add(i);
    else if (/at the top and the foot|upper and the lower edge/.test(part))
      for (const i of most(own, (i) => Math.abs(y(i) - cy))) marked.add(i);
    else if (/in the middle/.test(part)) for (const i of most(own, (i) => -Math.hypot(x(i) - cx, y(i) - cy))) marked.add(i);
    else if (/all round|round the outside/.test(part)) for (const i of most(own, (i) => Math.hypot(x(i) - cx, y(i) - cy))) marked.add(i);
    else {
      const side = toSides.find(([sign]) => sign.test(part))?.[1];
      if (!side) throw new Error(`A reader does not know where “${part}” is.`);
      for (const i of most(own, (i) => (x(i) - cx) * side[0] + (y(i) - cy) * side[1])) marked.add(i);
    }
  }
  return marked;
}
