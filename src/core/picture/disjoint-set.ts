/** Disjoint sets over numbers from 0, growing. Tarjan (1975), Efficiency of a good but not linear set union algorithm. */
export class DisjointSet {
  private readonly parents: number[] = [];

  add(): number {
    this.parents.push(this.parents.length);
    return this.parents.length - 1;
  }

  get size(): number {
    return this.parents.length;
  }

  find(member: number): number {
    let root = member;
    while (this.parents[root] !== root) root = this.parents[root] as number;
    let walker = member;
    while (this.parents[walker] !== root) {
      const next = this.parents[walker] as number;
      this.parents[walker] = root;
      walker = next;
    }
    return root;
  }

  /** Joins the set of `second` into that of `first`; answers the root that is kept. */
  join(first: number, second: number): number {
    const root = this.find(first);
    this.parents[this.find(second)] = root;
    return root;
  }
}
