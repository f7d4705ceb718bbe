import { labelComponents } from '#core/raster/components';
import type { BinaryImage } from '#core/raster/image';

/** How far ink is followed along and across itself, in px. */
const longestPx = 40;
/** Ink at a narrow place is the side of a line when it goes on to either hand for at least this share of how deep it is. */
const sideToDepth = 0.8;

/**
 * Tells passages from breaks. A break lies between the ends of strokes, or an end and a line; a passage lies between the sides of two lines that
 * hang together nowhere: a button, an eye or a rivet beside an outline. Colour goes through a passage as it does for the eye.
 * @returns a test for a place midway between two lines, `radiusPx` from both. Unclear places are no passages.
 */
export function passageTest(lines: BinaryImage): (xPx: number, yPx: number, radiusPx: number) => boolean {
  const { width, height, data } = lines;
  // Asked for at the first narrow place only: many pictures have none.
  let components: Int32Array | null = null;
  const isInk = (x: number, y: number) => x >= 0 && y >= 0 && x < width && y < height && data[Math.floor(y) * width + Math.floor(x)] === 1;
  /** How far ink goes on from a place in a direction. */
  const reach = (x: number, y: number, dx: number, dy: number): number => {
    let along = 0;
    while (along < longestPx && isInk(x + along * dx, y + along * dy)) along += 0.5;
    return along;
  };

  type Contact = { x: number; y: number; dx: number; dy: number; component: number };
  const contacts = (xPx: number, yPx: number, radiusPx: number): [Contact, Contact] | null => {
    components ??= labelComponents(lines, { connectivity: 8 }).labels;
    const found: (Contact & { apart: number })[] = [];
    const window = Math.ceil(1.35 * radiusPx + 2);
    for (let row = Math.floor(yPx) - window; row <= Math.floor(yPx) + window; row++) {
      for (let column = Math.floor(xPx) - window; column <= Math.floor(xPx) + window; column++) {
        if (!isInk(column, row)) continue;
        const [x, y] = [column + 0.5, row + 0.5];
        const apart = Math.hypot(x - xPx, y - yPx);
        if (apart > window) continue;
        found.push({ x, y, dx: (x - xPx) / apart, dy: (y - yPx) / apart, component: components[row * width + column] as number, apart });
      }
    }
    found.sort((first, second) => first.apart - second.apart);
    const [first] = found;
    if (!first) return null;
    // Over on the other side: more than 110 degrees away.
    const second = found.find(({ dx, dy }) => dx * first.dx + dy * first.dy < -0.34);
    return second ? [first, second] : null;
  };

  const isSide = ({ x, y, dx, dy }: Contact): boolean => {
    const depth = reach(x, y, dx, dy);
    const inside = Math.min(depth / 2, 3);
    const [middleX, middleY] = [x + inside * dx, y + inside * dy];
    // To both hands: near the end of a stroke one of them is short.
    return Math.min(reach(middleX, middleY, -dy, dx), reach(middleX, middleY, dy, -dx)) >= sideToDepth * depth;
  };

  return (xPx, yPx, radiusPx) => {
    const pair = contacts(xPx, yPx, radiusPx);
    return pair !== null && pair[0].component !== pair[1].component && pair.every(isSide);
  };
}
