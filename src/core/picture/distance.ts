const farthest = 65535;
/** Chamfer steps: straight, diagonal, knight's move. Five of them are one px. */
export const chamferUnitsPerPx = 5;
const straight = 5;
const diagonal = 7;
const knight = 11;
/** Width of the frame that is laid round the raster, so that no neighbour lies outside. */
const frame = 2;

/**
 * One pass over a framed raster, forwards (step 1) or backwards (step -1): every pixel takes the least of its own distance and
 * those of the eight neighbours already seen plus the step from there.
 */
function pass(distance: Uint16Array, width: number, height: number, step: 1 | -1): void {
  const pitch = width + 2 * frame;
  const firstRow = step === 1 ? frame : height + frame - 1;
  const firstColumn = step === 1 ? frame : width + frame - 1;
  const up = -step * pitch;
  for (let row = 0; row < height; row++) {
    let i = (firstRow + step * row) * pitch + firstColumn;
    let before = distance[i - step] as number;
    for (let column = 0; column < width; column++, i += step) {
      let best = distance[i] as number;
      if (best > straight) {
        if (before + straight < best) best = before + straight;
        let other = (distance[i + up] as number) + straight;
        if (other < best) best = other;
        other = (distance[i + up - 1] as number) + diagonal;
        if (other < best) best = other;
        other = (distance[i + up + 1] as number) + diagonal;
        if (other < best) best = other;
        other = (distance[i + up - 2] as number) + knight;
        if (other < best) best = other;
        other = (distance[i + up + 2] as number) + knight;
        if (other < best) best = other;
        other = (distance[i + 2 * up - 1] as number) + knight;
        if (other < best) best = other;
        other = (distance[i + 2 * up + 1] as number) + knight;
        if (other < best) best = other;
        distance[i] = best;
      }
      before = best;
    }
  }
}

/** The same pass for few pixels that are no source: with the distance goes the label of the neighbour it came from. */
function passWithLabels(distance: Uint16Array, labels: Uint16Array | Int32Array, width: number, height: number, step: 1 | -1): void {
  const pitch = width + 2 * frame;
  const up = -step * pitch;
  const offsets = [-step, up, up - 1, up + 1, up - 2, up + 2, 2 * up - 1, 2 * up + 1];
  const costs = [straight, straight, diagonal, diagonal, knight, knight, knight, knight];
  for (let row = 0; row < height; row++) {
    let i = ((step === 1 ? row : height - 1 - row) + frame) * pitch + (step === 1 ? frame : width + frame - 1);
    for (let column = 0; column < width; column++, i += step) {
      const own = distance[i] as number;
      if (own === 0) continue;
      let best = own;
      let from = 0;
      for (let neighbour = 0; neighbour < 8; neighbour++) {
        const candidate = (distance[i + (offsets[neighbour] as number)] as number) + (costs[neighbour] as number);
        if (candidate >= best) continue;
        best = candidate;
        from = offsets[neighbour] as number;
      }
      if (best === own) continue;
      distance[i] = best;
      labels[i] = labels[i + from] as number;
    }
  }
}

/**
 * Chamfer 5-7-11 distance to the nearest pixel for which `isSource` is 1, in fifths of a px, at most 65535.
 * With `labels`, every pixel that is no source takes the label of its nearest source (labels is changed in place).
 * Borgefors (1986), Distance transformations in digital images, Computer Vision, Graphics and Image Processing 34.
 */
export function chamferDistance(isSource: Uint8Array, width: number, height: number, labels?: Uint16Array | Int32Array): Uint16Array {
  const pitch = width + 2 * frame;
  const framed = new Uint16Array(pitch * (height + 2 * frame)).fill(farthest);
  const framedLabels = labels ? new (labels.constructor as typeof Int32Array | typeof Uint16Array)(framed.length) : null;
  for (let row = 0; row < height; row++) {
    const target = (row + frame) * pitch + frame;
    for (let column = 0; column < width; column++) if (isSource[row * width + column]) framed[target + column] = 0;
    if (labels && framedLabels) framedLabels.set(labels.subarray(row * width, (row + 1) * width), target);
  }
  for (const step of [1, -1] as const) {
    if (framedLabels) passWithLabels(framed, framedLabels, width, height, step);
    else pass(framed, width, height, step);
  }
  const distance = new Uint16Array(width * height);
  for (let row = 0; row < height; row++) {
    const start = (row + frame) * pitch + frame;
    distance.set(framed.subarray(start, start + width), row * width);
    if (labels && framedLabels) labels.set(framedLabels.subarray(start, start + width), row * width);
  }
  return distance;
}
