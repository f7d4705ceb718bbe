/** A label map with what is asked of it again and again. */
export type PictureParts = {
  labels: Uint16Array;
  width: number;
  height: number;
  /** Left, top, right, bottom of every label in px, inclusive, four numbers a label; -1 where it is not there. */
  bounds: Int32Array;
};

/** Looks a label map over once: where each label lies. @param labels row-major, 0 = paper. */
export function partsOfPicture(labels: Uint16Array, width: number, height: number): PictureParts {
  let most = 0;
  for (let i = 0; i < labels.length; i++) if (labels[i]! > most) most = labels[i]!;
  const bounds = new Int32Array(4 * (most + 1)).fill(-1);
  for (let row = 0; row < height; row++) {
    const start = row * width;
    for (let column = 0; column < width; column++) {
      const label = labels[start + column]!;
      const place = 4 * label;
      if (bounds[place]! < 0) bounds.set([column, row, column, row], place);
      else {
        if (column < bounds[place]!) bounds[place] = column;
        if (column > bounds[place + 2]!) bounds[place + 2] = column;
        bounds[place + 3] = row;
      }
    }
  }
  return { labels, width, height, bounds };
}
