/** A label map with what is asked of it again and again. */
export type PictureParts = {
  labels: Uint16Array;
  width: number;
  height: number;
  /** Left, top, right, bottom of every label in px, inclusive, four numbers a label; -1 where it is not there. */
  bounds: Int32Array;
  /** Labels that touch each label along an edge of a pixel; not the paper. */
  touching: ReadonlyMap<number, ReadonlySet<number>>;
};

/** Looks a label map over once: where each label lies and which touch. @param labels row-major, 0 = paper. */
export function partsOfPicture(labels: Uint16Array, width: number, height: number): PictureParts {
  let most = 0;
  for (let i = 0; i < labels.length; i++) if (labels[i]! > most) most = labels[i]!;
  const bounds = new Int32Array(4 * (most + 1)).fill(-1);
  const touching = new Map<number, Set<number>>();
  const touch = (first: number, second: number) => {
    const own = touching.get(first);
    if (own) own.add(second);
    else touching.set(first, new Set([second]));
  };
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
      const right = column + 1 < width ? labels[start + column + 1]! : label;
      const below = row + 1 < height ? labels[start + column + width]! : label;
      for (const other of [right, below]) {
        if (other === label || other === 0 || label === 0) continue;
        touch(label, other);
        touch(other, label);
      }
    }
  }
  return { labels, width, height, bounds, touching };
}

/** A set of labels that hang together. */
export type Part = { labels: number[]; bounds: [number, number, number, number] };

/** Parts a set of labels into those that hang together; labels that are not in the picture are left out. Each in rising order. */
export function connectedParts({ bounds, touching }: PictureParts, labels: readonly number[]): Part[] {
  const open = new Set(labels.filter((label) => label > 0 && 4 * label < bounds.length && bounds[4 * label]! >= 0));
  const parts: Part[] = [];
  for (const first of [...open].sort((a, b) => a - b)) {
    if (!open.delete(first)) continue;
    const own = [first];
    for (const label of own) for (const other of touching.get(label) ?? []) if (open.delete(other)) own.push(other);
    own.sort((a, b) => a - b);
    const side = (offset: number, pick: (...values: number[]) => number) =>
      own.map((label) => bounds[4 * label + offset]!).reduce((a, b) => pick(a, b));
    parts.push({ labels: own, bounds: [side(0, Math.min), side(1, Math.min), side(2, Math.max), side(3, Math.max)] });
  }
  return parts;
}
