import { inBoth, netAreaMm2, notIn, unitedWithHoles } from '#core/outline/clipped';
import { boundsMm, movedMm, type OutlineMm } from '#core/outline/outline';
import { namedOutline } from '#core/outline/named-shapes';
import { isThere } from './heights';
import { type Laid, solidOf } from './laid';

type Solid = Pick<Laid, 'outline' | 'holes'>;
type Face = { widthMm: number; heightMm: number };

/** What of a thing hangs over the edges of a face: how far at the most in mm, and its area. */
export function overhang(own: Solid, face: Face): { mostMm: number; areaMm2: number } {
  const { xMm, yMm, widthMm, heightMm } = boundsMm(own.outline);
  const mostMm = Math.max(0, -xMm, -yMm, xMm + widthMm - face.widthMm, yMm + heightMm - face.heightMm);
  if (mostMm === 0) return { mostMm, areaMm2: 0 };
  return { mostMm, areaMm2: netAreaMm2(notIn(unitedWithHoles(solidOf(own)), [namedOutline('rectangle', face.widthMm, face.heightMm)])) };
}

/** Share of a thing that others cover, 0 to 1. */
export function coveredShare(own: Solid, others: readonly Solid[]): number {
  const solid = unitedWithHoles(solidOf(own));
  const area = netAreaMm2(solid);
  return area > 0 ? netAreaMm2(inBoth(solid, unitedWithHoles(others.flatMap(solidOf)))) / area : 0;
}

/** What a thing lies on as it is seen from the front, the nearest first, each with the share of the thing that it is under; `own` null: the base. */
export function seenUnder(own: Laid, laid: readonly Laid[]): { own: Laid | null; share: number }[] {
  let open = unitedWithHoles(solidOf(own));
  const area = netAreaMm2(open);
  const found: { own: Laid | null; share: number }[] = [];
  for (const other of laid.slice(0, laid.indexOf(own)).reverse()) {
    if (!isThere(other) || other.isInside !== own.isInside) continue;
    const solid = unitedWithHoles(solidOf(other));
    const under = netAreaMm2(inBoth(open, solid));
    if (under <= 0) continue;
    found.push({ own: other, share: under / area });
    open = notIn(open, solid);
  }
  const left = netAreaMm2(open) / area;
  return left > 0.001 ? [...found, { own: null, share: left }] : found;
}

/** What of a quarter of a face nothing covers, by its corner. */
export type CornerRoom = { corner: 'upper left' | 'upper right' | 'lower left' | 'lower right'; freeMm2: number; share: number };

/** How much of each quarter of a face is free of what lies there. */
export function cornerRooms(things: readonly Solid[], { widthMm, heightMm }: Face): CornerRoom[] {
  const covered = unitedWithHoles(things.flatMap(solidOf));
  const quarter = namedOutline('rectangle', widthMm / 2, heightMm / 2);
  const area = (widthMm * heightMm) / 4;
  const corners = [
    ['upper left', 0, 0],
    ['upper right', widthMm / 2, 0],
    ['lower left', 0, heightMm / 2],
    ['lower right', widthMm / 2, heightMm / 2],
  ] as const;
  return corners.map(([corner, dx, dy]) => {
    const freeMm2 = area - netAreaMm2(inBoth([movedMm(quarter, dx, dy)], covered));
    return { corner, freeMm2, share: freeMm2 / area };
  });
}

/** The largest circle of a face that nothing lies in, to 0.5 mm: its middle and its size. */
export function largestRoom(outlines: readonly OutlineMm[], { widthMm, heightMm }: Face): { xMm: number; yMm: number; sizeMm: number } {
  const segments = outlines.flatMap((outline) => outline.map((from, place) => [from, outline[(place + 1) % outline.length]!] as const));
  const distance = (x: number, y: number): number => {
    let least = Math.min(x, y, widthMm - x, heightMm - y);
    for (const [[ax, ay], [bx, by]] of segments) {
      const [dx, dy] = [bx - ax, by - ay];
      const along = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
      least = Math.min(least, Math.hypot(x - ax - along * dx, y - ay - along * dy));
    }
    if (least <= 0) return least;
    // Inside a thing there is no room.
    let inside = 0;
    for (const [[ax, ay], [bx, by]] of segments) {
      if (ay > y === by > y || x >= ax + ((y - ay) / (by - ay)) * (bx - ax)) continue;
      inside += by > ay ? 1 : -1;
    }
    return inside === 0 ? least : -least;
  };
  // Cells that cannot hold a larger circle than the best are left (the quadtree way of finding the pole of inaccessibility).
  const size = Math.min(widthMm, heightMm) / 4;
  let cells: { x: number; y: number; half: number; own: number }[] = [];
  const cell = (x: number, y: number, half: number) => ({ x, y, half, own: distance(x, y) });
  for (let x = size / 2; x < widthMm + size / 2; x += size)
    for (let y = size / 2; y < heightMm + size / 2; y += size) cells.push(cell(x, y, size / 2));
  let best = cells[0]!;
  while (cells.length > 0) {
    for (const own of cells) if (own.own > best.own) best = own;
    cells = cells
      .filter(({ own, half }) => own + half * Math.SQRT2 > best.own + 0.25)
      .flatMap(({ x, y, half }) => {
        const next = half / 2;
        return [
          cell(x - next, y - next, next),
          cell(x + next, y - next, next),
          cell(x - next, y + next, next),
          cell(x + next, y + next, next),
        ];
      });
  }
  return { xMm: best.x, yMm: best.y, sizeMm: Math.max(0, 2 * best.own) };
}
