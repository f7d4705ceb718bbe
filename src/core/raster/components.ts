import { assertRaster, type BinaryImage } from './image';
import { runEnd, wordsOf } from './runs';

export type Components = {
  width: number;
  height: number;
  /** 0 where the image is 0, else 1..count in reading order. */
  labels: Int32Array;
  count: number;
  /** Area in px by label; entry 0 counts the pixels of the ground. */
  areasPx: Uint32Array;
  /** First pixel in reading order by label; entry 0 is 0. */
  firstPx: Int32Array;
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
 * Connected components from runs: rows come from the top, the runs of a row from the left. Runs that touch one of the row above are
 * joined (union by least number, path halving), then runs are numbered and painted.
 * Wu, Otoo and Suzuki (2009), Optimizing two-pass connected-component labeling algorithms, Pattern Analysis and Applications 12.
 */
export class RunComponents {
  private starts = new Int32Array(4096);
  private ends = new Int32Array(4096);
  private parents = new Int32Array(4096);
  private rowFirst: Int32Array;
  private runs = 0;
  private row = -1;
  /** Run of the row above from which on the next run may touch. */
  private above = 0;
  private aboveEnd = 0;
  private reach: number;

  constructor(
    private width: number,
    private height: number,
    connectivity: 4 | 8,
  ) {
    this.rowFirst = new Int32Array(height + 1);
    this.reach = connectivity === 8 ? 1 : 0;
  }

  beginRow(): void {
    this.above = this.row < 0 ? 0 : (this.rowFirst[this.row] as number);
    this.aboveEnd = this.runs;
    this.row++;
    this.rowFirst[this.row] = this.runs;
  }

  /** Adds a run of the present row: its first column and the column after its last. */
  add(start: number, end: number): void {
    if (this.runs === this.starts.length) {
      this.starts = grown(this.starts);
      this.ends = grown(this.ends);
      this.parents = grown(this.parents);
    }
    const { starts, ends, parents, reach, aboveEnd } = this;
    let own = this.runs;
    starts[own] = start;
    ends[own] = end;
    parents[own] = own;
    let { above } = this;
    while (above < aboveEnd && (ends[above] as number) + reach <= start) above++;
    this.above = above;
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
    this.runs++;
  }

  label(): Components {
    const { width, height, starts, ends, parents, rowFirst, runs } = this;
    rowFirst.fill(runs, this.row + 1);
    // Parents come before their children: one walk in order numbers them all.
    let count = 0;
    for (let run = 0; run < runs; run++) {
      const parent = parents[run] as number;
      parents[run] = parent === run ? -++count : (parents[parent] as number);
    }
    const labels = new Int32Array(width * height);
    const areasPx = new Uint32Array(count + 1);
    const firstPx = new Int32Array(count + 1);
    let ground = width * height;
    for (let row = 0; row < height; row++) {
      const rowStart = row * width;
      const rowEnd = rowFirst[row + 1] as number;
      for (let run = rowFirst[row] as number; run < rowEnd; run++) {
        const label = -(parents[run] as number);
        const start = starts[run] as number;
        const end = ends[run] as number;
        if (end - start > longRunPx) labels.fill(label, rowStart + start, rowStart + end);
        else for (let i = rowStart + start; i < rowStart + end; i++) labels[i] = label;
        if (areasPx[label] === 0) firstPx[label] = rowStart + start;
        areasPx[label] = (areasPx[label] as number) + end - start;
        ground -= end - start;
      }
    }
    areasPx[0] = ground;
    return { width, height, labels, count, areasPx, firstPx };
  }
}

/**
 * Connected components of the pixels that are 1.
 * @throws RangeError when the raster does not fit together.
 */
export function labelComponents(image: BinaryImage, options: ComponentOptions = {}): Components {
  assertRaster(image, 'labelComponents');
  const { connectivity = 4 } = options;
  if (connectivity !== 4 && connectivity !== 8) throw new RangeError(`labelComponents expects connectivity 4 or 8, got ${connectivity}`);
  const { width, height, data } = image;
  const words = wordsOf(data);
  const components = new RunComponents(width, height, connectivity);
  for (let row = 0; row < height; row++) {
    components.beginRow();
    const rowStart = row * width;
    const rowEnd = rowStart + width;
    let start = runEnd(data, words, false, rowStart, rowEnd);
    while (start < rowEnd) {
      const end = runEnd(data, words, true, start, rowEnd);
      components.add(start - rowStart, end - rowStart);
      start = runEnd(data, words, false, end, rowEnd);
    }
  }
  return components.label();
}
