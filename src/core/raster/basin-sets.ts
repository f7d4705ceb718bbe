/** Disjoint sets of basins with their greatest depth and area, numbered from 1; numbers grow on demand. */
export class BasinSets {
  private parents: Int32Array;
  private peaks: Int32Array;
  private areas: Int32Array;
  /** First pixel of every basin in reading order. */
  private firsts: Int32Array;
  private count: number;

  constructor(count: number) {
    this.count = count + 1;
    const room = Math.max(1024, 2 * this.count);
    this.parents = Int32Array.from({ length: room }, (_, index) => index);
    this.peaks = new Int32Array(room);
    this.areas = new Int32Array(room);
    this.firsts = new Int32Array(room);
  }

  /** The number after the last. */
  get end(): number {
    return this.count;
  }

  add(peak: number, pixel: number): number {
    if (this.count === this.parents.length) this.grow();
    this.peaks[this.count] = peak;
    this.firsts[this.count] = pixel;
    return this.count++;
  }

  /** A basin whose area and peak are known. */
  set(basin: number, peak: number, area: number, first: number): void {
    this.peaks[basin] = peak;
    this.areas[basin] = area;
    this.firsts[basin] = first;
  }

  addPixel(basin: number, pixel: number): void {
    this.areas[basin] = (this.areas[basin] as number) + 1;
    if (pixel < (this.firsts[basin] as number)) this.firsts[basin] = pixel;
  }

  /** Tarjan (1975), Efficiency of a good but not linear set union algorithm; with path halving. */
  find(member: number): number {
    const { parents } = this;
    let root = member;
    while (parents[root] !== root) {
      const grand = parents[parents[root] as number] as number;
      parents[root] = grand;
      root = grand;
    }
    return root;
  }

  join(first: number, second: number): number {
    const [root, other] = this.area(first) >= this.area(second) ? [first, second] : [second, first];
    this.parents[other] = root;
    this.peaks[root] = Math.max(this.peak(first), this.peak(second));
    this.areas[root] = this.area(first) + this.area(second);
    this.firsts[root] = Math.min(this.first(first), this.first(second));
    return root;
  }

  peak(root: number): number {
    return this.peaks[root] as number;
  }

  first(root: number): number {
    return this.firsts[root] as number;
  }

  area(root: number): number {
    return this.areas[root] as number;
  }

  private grow(): void {
    const longer = (values: Int32Array, fresh: (index: number) => number) => {
      const result = Int32Array.from({ length: values.length * 2 }, (_, index) => fresh(index));
      result.set(values);
      return result;
    };
    this.parents = longer(this.parents, (index) => index);
    this.peaks = longer(this.peaks, () => 0);
    this.areas = longer(this.areas, () => 0);
    this.firsts = longer(this.firsts, () => 0);
  }
}
