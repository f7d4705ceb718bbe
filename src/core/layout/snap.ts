import type { BoundsMm } from '#core/outline/outline';

/** A line to which something lies: where, and what it is. */
export type Guide = { axis: 'x' | 'y'; atMm: number; words: string };
export type Snapped = { xMm: number; yMm: number; guides: Guide[] };

/** Nearer than this a thing is drawn to a line. */
export const usualReachMm = 1.5;

type Line = { moved: number; atMm: number; words: string };

/** Lines along one side to which a box of that length may be drawn, and where its middle would then lie. */
function linesOf(length: number, ground: number, others: readonly { from: number; length: number }[], along: 'x' | 'y'): Line[] {
  const [first, last] = along === 'x' ? ['left', 'right'] : ['top', 'bottom'];
  const lines: Line[] = [{ moved: ground / 2, atMm: ground / 2, words: 'in the middle of the card' }];
  for (const { from, length: own } of others) {
    const to = from + own;
    lines.push({ moved: from + own / 2, atMm: from + own / 2, words: 'in the middle of what is there' });
    lines.push({ moved: from + length / 2, atMm: from, words: `${first} edges in line` });
    lines.push({ moved: to - length / 2, atMm: to, words: `${last} edges in line` });
  }
  return lines;
}

/**
 * Where a box comes to lie when it is let go near a line: the middle of the card, the middle or an edge of what is there, or a border equal to the one on its other axis.
 * @param box as the hand holds it. @param ground size of the face. @param others boxes of what lies there.
 * @param reachMm nearer than this it is drawn to a line. Default 1.5; 0: to none.
 * @returns the middle of the box, and the lines that hold it.
 */
export function snap(
  box: BoundsMm,
  ground: { widthMm: number; heightMm: number },
  others: readonly BoundsMm[],
  { reachMm = usualReachMm }: { reachMm?: number } = {},
): Snapped {
  let [xMm, yMm] = [box.xMm + box.widthMm / 2, box.yMm + box.heightMm / 2];
  const guides: Guide[] = [];
  if (reachMm <= 0) return { xMm, yMm, guides };
  const nearest = (lines: readonly Line[], at: number) =>
    lines.reduce<Line | null>((best, line) => {
      const off = Math.abs(line.moved - at);
      return off <= reachMm && (!best || off < Math.abs(best.moved - at)) ? line : best;
    }, null);
  const byX = nearest(
    linesOf(
      box.widthMm,
      ground.widthMm,
      others.map((own) => ({ from: own.xMm, length: own.widthMm })),
      'x',
    ),
    xMm,
  );
  const byY = nearest(
    linesOf(
      box.heightMm,
      ground.heightMm,
      others.map((own) => ({ from: own.yMm, length: own.heightMm })),
      'y',
    ),
    yMm,
  );
  if (byX) {
    xMm = byX.moved;
    guides.push({ axis: 'x', atMm: byX.atMm, words: byX.words });
  }
  if (byY) {
    yMm = byY.moved;
    guides.push({ axis: 'y', atMm: byY.atMm, words: byY.words });
  }
  // A border as wide as the one beside it: where one side is free, it follows the nearest border of the other.
  const borders = bordersOf({ ...box, xMm: xMm - box.widthMm / 2, yMm: yMm - box.heightMm / 2 }, ground);
  if (!byY) {
    const beside = Math.min(borders.left, borders.right);
    const moved = [beside + box.heightMm / 2, ground.heightMm - beside - box.heightMm / 2];
    const own = nearest(
      moved.map((at, last) => ({ moved: at, atMm: last === 0 ? beside : ground.heightMm - beside, words: 'equal borders' })),
      yMm,
    );
    if (own && beside > 0) {
      yMm = own.moved;
      guides.push({ axis: 'y', atMm: own.atMm, words: own.words });
    }
  } else if (!byX) {
    const below = Math.min(borders.top, borders.bottom);
    const moved = [below + box.widthMm / 2, ground.widthMm - below - box.widthMm / 2];
    const own = nearest(
      moved.map((at, last) => ({ moved: at, atMm: last === 0 ? below : ground.widthMm - below, words: 'equal borders' })),
      xMm,
    );
    if (own && below > 0) {
      xMm = own.moved;
      guides.push({ axis: 'x', atMm: own.atMm, words: own.words });
    }
  }
  return { xMm, yMm, guides };
}

/** What is left between a box and the edges of its face, in mm; less than 0 where it hangs over. */
export function bordersOf(box: BoundsMm, ground: { widthMm: number; heightMm: number }) {
  return {
    left: box.xMm,
    right: ground.widthMm - box.xMm - box.widthMm,
    top: box.yMm,
    bottom: ground.heightMm - box.yMm - box.heightMm,
  };
}
