/** A label map with what is asked of it again and again. */
export type PictureParts = {
  labels: Uint16Array;
  width: number;
  height: number;
  /** Left, top, right, bottom of every label in px, inclusive, four numbers a label; -1 where it is not there. */
  bounds: Int32Array;
  /** Edges of pixels round each label, in px. */
  rimsPx: Float64Array;
};

/** Looks a label map over once: where each label lies, and how long its outline is. @param labels row-major, 0 = paper. */
export function partsOfPicture(labels: Uint16Array, width: number, height: number): PictureParts {
  let most = 0;
  for (let i = 0; i < labels.length; i++) if (labels[i]! > most) most = labels[i]!;
  const bounds = new Int32Array(4 * (most + 1)).fill(-1);
  const rimsPx = new Float64Array(most + 1);
  for (let row = 0; row < height; row++) {
    const start = row * width;
    for (let column = 0; column < width; column++) {
      const label = labels[start + column]!;
      const place = 4 * label;
      const [east, south] = [
        column + 1 < width ? labels[start + column + 1]! : -1,
        row + 1 < height ? labels[start + width + column]! : -1,
      ];
      if (east !== label) {
        rimsPx[label]!++;
        if (east >= 0) rimsPx[east]!++;
      }
      if (south !== label) {
        rimsPx[label]!++;
        if (south >= 0) rimsPx[south]!++;
      }
      if (column === 0) rimsPx[label]!++;
      if (row === 0) rimsPx[label]!++;
      if (bounds[place]! < 0) bounds.set([column, row, column, row], place);
      else {
        if (column < bounds[place]!) bounds[place] = column;
        if (column > bounds[place + 2]!) bounds[place + 2] = column;
        bounds[place + 3] = row;
      }
    }
  }
  return { labels, width, height, bounds, rimsPx };
}
