import { polygonHull } from 'd3';

export type Point = readonly [number, number];
type Line = readonly [Point, Point];

const turn = ([ax, ay]: Point, [bx, by]: Point, [cx, cy]: Point) => (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);

/** Convex hull of points, clockwise on a picture (y down), without points on its sides; fewer than three points as they are. */
export function convexHull(points: readonly Point[]): Point[] {
  const hull = polygonHull(points.map(([x, y]): [number, number] => [x, y]));
  return hull?.reverse() ?? points.toSorted(([ax, ay], [bx, by]) => ax - bx || ay - by);
}

/** Where two lines, each through two points, meet; null when they run side by side. */
export function meeting([[ax, ay], [bx, by]]: Line, [[cx, cy], [dx, dy]]: Line): Point | null {
  const across = (bx - ax) * (dy - cy) - (by - ay) * (dx - cx);
  if (Math.abs(across) < 1e-9) return null;
  const share = ((cx - ax) * (dy - cy) - (cy - ay) * (dx - cx)) / across;
  return [ax + share * (bx - ax), ay + share * (by - ay)];
}

/** The line with the least sum of squared distances to the points (the first principal axis), as two points on it. */
export function fitLine(points: readonly Point[]): [Point, Point] {
  const middleX = points.reduce((sum, [x]) => sum + x, 0) / points.length;
  const middleY = points.reduce((sum, [, y]) => sum + y, 0) / points.length;
  let [xx, xy, yy] = [0, 0, 0];
  for (const [x, y] of points) {
    xx += (x - middleX) ** 2;
    xy += (x - middleX) * (y - middleY);
    yy += (y - middleY) ** 2;
  }
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  return [
    [middleX, middleY],
    [middleX + Math.cos(angle), middleY + Math.sin(angle)],
  ];
}

/**
 * A quadrilateral round a convex hull: sides of the hull are given up one after the other, always the one without which the least is
 * added when its neighbours are drawn out until they meet.
 * @returns its corners in the order of the hull; null for a hull of fewer than four corners.
 */
export function quadrilateralRound(hull: readonly Point[]): [Point, Point, Point, Point] | null {
  let corners = [...hull];
  while (corners.length > 4) {
    let best: { side: number; at: Point; added: number } | null = null;
    for (let side = 0; side < corners.length; side++) {
      const corner = (step: number) => corners[(side + step + corners.length) % corners.length] as Point;
      const at = meeting([corner(-1), corner(0)], [corner(1), corner(2)]);
      // It lies beyond the side, on the other hand than the hull does.
      const added = at ? -turn(corner(0), corner(1), at) : -1;
      if (at && added >= 0 && (!best || added < best.added)) best = { side, at, added };
    }
    if (!best) return null;
    const { side, at } = best;
    const next = (side + 1) % corners.length;
    corners = corners.map((own, index) => (index === side ? at : own)).filter((_, index) => index !== next);
  }
  return corners.length === 4 ? (corners as [Point, Point, Point, Point]) : null;
}
