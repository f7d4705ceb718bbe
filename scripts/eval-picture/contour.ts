/** Border pixels of a set of pixels in order, clockwise: Moore neighbour tracing, stopped when it comes back to its start. */
export function traceContour(
  isInside: (column: number, row: number) => boolean,
  start: [number, number],
  most: number,
): [number, number][] {
  const ring: [number, number][] = [
    [-1, 0],
    [-1, -1],
    [0, -1],
    [1, -1],
    [1, 0],
    [1, 1],
    [0, 1],
    [-1, 1],
  ];
  const contour: [number, number][] = [start];
  let here = start;
  let from = 0;
  while (contour.length < most) {
    let found = false;
    for (let turn = 1; turn <= 8; turn++) {
      const direction = (from + turn) % 8;
      const [dx, dy] = ring[direction] as [number, number];
      if (!isInside(here[0] + dx, here[1] + dy)) continue;
      here = [here[0] + dx, here[1] + dy];
      from = (direction + 5) % 8;
      found = true;
      break;
    }
    if (!found || (here[0] === start[0] && here[1] === start[1])) break;
    contour.push(here);
  }
  return contour;
}
