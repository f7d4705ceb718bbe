/** A shape on a test's label map, asked at the middle of every pixel. */
export type Shape = (x: number, y: number) => boolean;

export const disk =
  (centreX: number, centreY: number, radius: number): Shape =>
  (x, y) =>
    Math.hypot(x - centreX, y - centreY) < radius;

export const box =
  (left: number, top: number, right: number, bottom: number): Shape =>
  (x, y) =>
    x > left && x < right && y > top && y < bottom;

/** A shape turned by an angle in radians and scaled, about the origin, then moved. */
export const placed =
  (shape: Shape, [x0, y0]: readonly [number, number], turn: number, scale: number): Shape =>
  (x, y) => {
    const [dx, dy] = [(x - x0) / scale, (y - y0) / scale];
    return shape(dx * Math.cos(turn) + dy * Math.sin(turn), -dx * Math.sin(turn) + dy * Math.cos(turn));
  };

/** A label map: the first shape that holds a pixel gives its label, from 1; 0 where none does. */
export function labelMap(width: number, height: number, shapes: readonly Shape[]): Uint16Array {
  const labels = new Uint16Array(width * height);
  for (let i = 0; i < labels.length; i++) {
    const [x, y] = [(i % width) + 0.5, Math.floor(i / width) + 0.5];
    labels[i] = shapes.findIndex((shape) => shape(x, y)) + 1;
  }
  return labels;
}
