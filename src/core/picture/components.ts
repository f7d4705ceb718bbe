import { assertRaster, type BinaryImage } from './image';

export type Components = {
  width: number;
  height: number;
  /** 0 where the image is 0, else 1..count in reading order. */
  labels: Int32Array;
  count: number;
  /** Area in px by label; entry 0 counts the pixels of the ground. */
  areasPx: Uint32Array;
};

export type ComponentOptions = {
  /** Whether pixels that touch only by a corner belong together. Default 4: they do not. */
  connectivity?: 4 | 8;
};

/** A set of numbers grown on demand, doubling: the runs of an image are not known before they are met. */
function grown(values: Int32Array): Int32Array<ArrayBuffer> {
  const larger = new Int32Array(values.length * 2);
  larger.set(values);
  return larger;
}

/** From this length on the engine's own fill() is faster than a loop. */
const longRunPx = 24;

/**
 * Connected components of the pixels that are 1. Rows are cut into runs; runs that touch one of the row above are joined (union by
 * least number, path halving), then runs are numbered and painted.
 * Wu, Otoo and Suzuki (2009), Optimizing two-pass connected-component labeling algorithms, Pattern Analysis and Applications 12.
 * @throws RangeError when the raster does not fit together.
 */
export function labelComponents(image: BinaryImage, options: ComponentOptions = {}): Components {
  assertRaster(image, 'labelComponents');
  const { connectivity = 4 } = options;
  if (connectivity !== 4 && connectivity !== 8) throw new RangeError(`labelComponents expects connectivity 4 or 8, got ${connectivity}`);
  const { width, height, data } = image;
  const reach = connectivity === 8 ? 1 : 0;
  let starts = new Int32Array(4096);
  let ends = new Int32Array(4096);
  let parents = new Int32Array(4096);
  const rowFirst = new Int32Array(height + 1);
  let runs = 0;

  for (let row = 0; row < height; row++) {
    rowFirst[row] = runs;
    const rowStart = row * width;
    const rowEnd = rowStart + width;
    let above = row === 0 ? 0 : (rowFirst[row - 1] as number);
    const aboveEnd = row === 0 ? 0 : runs;
    let i = rowStart;
    while (i < rowEnd) {
      while (i < rowEnd && data[i] === 0) i++;
      if (i === rowEnd) break;
      const start = i - rowStart;
      while (i < rowEnd && data[i] !== 0) i++;
      const end = i - rowStart;
      if (runs === starts.length) {
        starts = grown(starts);
        ends = grown(ends);
        parents = grown(parents);
      }
      starts[runs] = start;
      ends[runs] = end;
      let own = runs;
      parents[runs] = own;
      while (above < aboveEnd && (ends[above] as number) + reach <= start) above++;
      for (let other = above; other < aboveEnd && (starts[other] as number) < end + reach; other++) {
        let root = other;
        while (parents[root] !== root) {
          const grand = parents[parents[root] as number] as number;
          parents[root] = grand;
          root = grand;
        }
        if (root < own) {
          parents[own] = root;
          own = root;
        } else if (root > own) parents[root] = own;
      }
      runs++;
    }
  }
  rowFirst[height] = runs;

  // Parents come before their children: one walk in order numbers them all.
  let count = 0;
  for (let run = 0; run < runs; run++) {
    const parent = parents[run] as number;
    parents[run] = parent === run ? -++count : (parents[parent] as number);
  }
  const labels = new Int32Array(width * height);
  const areasPx = new Uint32Array(count + 1);
  let ground = width * height;
  for (let row = 0; row < height; row++) {
    const rowStart = row * width;
    for (let run = rowFirst[row] as number; run < (rowFirst[row + 1] as number); run++) {
      const label = -(parents[run] as number);
      const start = starts[run] as number;
      const end = ends[run] as number;
      if (end - start > longRunPx) labels.fill(label, rowStart + start, rowStart + end);
      else for (let i = rowStart + start; i < rowStart + end; i++) labels[i] = label;
      areasPx[label] = (areasPx[label] as number) + end - start;
      ground -= end - start;
    }
  }
  areasPx[0] = ground;
  return { width, height, labels, count, areasPx };
}
