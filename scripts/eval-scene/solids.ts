/**
 * Signed distance functions of simple solids: negative inside, lengths in half widths of the picture, x right, y down, z to the viewer.
 * Source of the functions: general knowledge of distance fields; that of the ellipsoid and of the smooth union are bounds, not exact distances.
 */
export type Distance = (x: number, y: number, z: number) => number;
export type Point = readonly [number, number, number];

export const sphere =
  ([cx, cy, cz]: Point, radius: number): Distance =>
  (x, y, z) =>
    Math.hypot(x - cx, y - cy, z - cz) - radius;

/** Turned by so many degrees in the picture (clockwise), about its centre. */
export function turned(distance: Distance, [cx, cy]: Point, degrees: number): Distance {
  const sin = Math.sin((-degrees * Math.PI) / 180);
  const cos = Math.cos((-degrees * Math.PI) / 180);
  return (x, y, z) => distance(cx + (x - cx) * cos - (y - cy) * sin, cy + (x - cx) * sin + (y - cy) * cos, z);
}

/** Tipped by so many degrees about the picture's x axis: the upper side comes to the viewer where positive. */
export function tipped(distance: Distance, [, cy, cz]: Point, degrees: number): Distance {
  const sin = Math.sin((degrees * Math.PI) / 180);
  const cos = Math.cos((degrees * Math.PI) / 180);
  return (x, y, z) => distance(x, cy + (y - cy) * cos - (z - cz) * sin, cz + (y - cy) * sin + (z - cz) * cos);
}

/** Swung by so many degrees about the picture's y axis. */
export function swung(distance: Distance, [cx, , cz]: Point, degrees: number): Distance {
  const sin = Math.sin((degrees * Math.PI) / 180);
  const cos = Math.cos((degrees * Math.PI) / 180);
  return (x, y, z) => distance(cx + (x - cx) * cos - (z - cz) * sin, y, cz + (x - cx) * sin + (z - cz) * cos);
}

export const ellipsoid =
  ([cx, cy, cz]: Point, [rx, ry, rz]: Point): Distance =>
  (x, y, z) => {
    const [px, py, pz] = [x - cx, y - cy, z - cz];
    const scaled = Math.hypot(px / rx, py / ry, pz / rz);
    const slope = Math.hypot(px / rx ** 2, py / ry ** 2, pz / rz ** 2);
    return slope < 1e-9 ? -Math.min(rx, ry, rz) : (scaled * (scaled - 1)) / slope;
  };

/** A limb from one point to another, with a radius at each. */
export function capsule(from: Point, to: Point, radius: number, endRadius = radius): Distance {
  const along: Point = [to[0] - from[0], to[1] - from[1], to[2] - from[2]];
  const lengthSquared = along[0] ** 2 + along[1] ** 2 + along[2] ** 2;
  return (x, y, z) => {
    const [px, py, pz] = [x - from[0], y - from[1], z - from[2]];
    const t = Math.max(0, Math.min(1, (px * along[0] + py * along[1] + pz * along[2]) / lengthSquared));
    return Math.hypot(px - t * along[0], py - t * along[1], pz - t * along[2]) - (radius + t * (endRadius - radius));
  };
}

/** A ring whose axis is the picture's upright: a scarf, a brim; tip it to see it from above. */
export const ring =
  ([cx, cy, cz]: Point, radius: number, thickness: number): Distance =>
  (x, y, z) =>
    Math.hypot(Math.hypot(x - cx, z - cz) - radius, y - cy) - thickness;

/** A cone or tube about the picture's upright from `top` to `bottom` (y), its radii there; rounded by `edge`. */
export function tube(centreX: number, centreZ: number, top: number, bottom: number, topRadius: number, bottomRadius: number, edge = 0.015) {
  const slope = (bottomRadius - topRadius) / (bottom - top);
  const lean = 1 / Math.hypot(1, slope);
  const distance: Distance = (x, y, z) => {
    const radius = topRadius + slope * (Math.max(top, Math.min(bottom, y)) - top);
    const side = (Math.hypot(x - centreX, z - centreZ) - radius + edge) * lean;
    const cap = Math.max(top - y, y - bottom) + edge;
    return Math.min(Math.max(side, cap), 0) + Math.hypot(Math.max(side, 0), Math.max(cap, 0)) - edge;
  };
  return distance;
}

export function box([cx, cy, cz]: Point, [hx, hy, hz]: Point, edge = 0.02): Distance {
  return (x, y, z) => {
    const [qx, qy, qz] = [Math.abs(x - cx) - hx + edge, Math.abs(y - cy) - hy + edge, Math.abs(z - cz) - hz + edge];
    return Math.hypot(Math.max(qx, 0), Math.max(qy, 0), Math.max(qz, 0)) + Math.min(Math.max(qx, qy, qz), 0) - edge;
  };
}

export const both =
  (...all: readonly Distance[]): Distance =>
  (x, y, z) =>
    Math.min(...all.map((one) => one(x, y, z)));

export const without =
  (solid: Distance, hole: Distance): Distance =>
  (x, y, z) =>
    Math.max(solid(x, y, z), -hole(x, y, z));
