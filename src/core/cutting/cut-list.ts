import type { CutNode } from './cut-tree';

/** One cut as it is made. `part`: what is cut, by its letter; `fromMm`: from that part's left or top edge, against the stop. `isSet`: the stop stands there from the cut before. */
export type CutStep = {
  node: CutNode;
  part: string;
  axis: 'x' | 'y';
  fromMm: number;
  isSet: boolean;
  /** Letters of the two parts that it makes; null: a part that is lost, or a piece that is done. */
  makes: [string | null, string | null];
};

/** A, B, ..., Z, AA, ... */
function letter(place: number): string {
  return (place >= 26 ? letter(Math.floor(place / 26) - 1) : '') + String.fromCharCode(65 + (place % 26));
}

/**
 * The cuts of a sheet in an order in which they can be made: each part is there before it is cut, and cuts with the same measure follow each other where they can, so that the stop is set once.
 * Every part is measured from its own left or top edge, which is a cut edge or that of the sheet.
 */
export function cutSteps(tree: CutNode): CutStep[] {
  const steps: CutStep[] = [];
  let letters = 0;
  const ready: { node: CutNode; part: string }[] = tree.cut ? [{ node: tree, part: letter(letters++) }] : [];
  const fromOf = ({ cut, xMm, yMm }: CutNode) => (cut ? cut.atMm - (cut.axis === 'x' ? xMm : yMm) : 0);
  while (ready.length > 0) {
    const last = steps.at(-1);
    const same = last ? ready.findIndex(({ node }) => node.cut?.axis === last.axis && Math.abs(fromOf(node) - last.fromMm) < 1e-3) : -1;
    // Else what came last from the sheet: its edges are still in hand.
    const [next] = ready.splice(same >= 0 ? same : ready.length - 1, 1);
    if (!next?.node.cut) break;
    const { axis, parts } = next.node.cut;
    const makes = parts.map((part) => {
      if (!part.cut) return null;
      const own = letter(letters++);
      ready.push({ node: part, part: own });
      return own;
    }) as [string | null, string | null];
    steps.push({ node: next.node, part: next.part, axis, fromMm: fromOf(next.node), isSet: same >= 0, makes });
  }
  return steps;
}

/** What a sheet has come to after so many of its cuts: the parts that are there. */
export function partsAfter(tree: CutNode, steps: readonly CutStep[], done: number): CutNode[] {
  const cut = new Set(steps.slice(0, done).map(({ node }) => node));
  const open: CutNode[] = [];
  const visit = (node: CutNode) => {
    if (node.cut && cut.has(node)) for (const part of node.cut.parts) visit(part);
    else if (node.widthMm > 0 && node.heightMm > 0) open.push(node);
  };
  visit(tree);
  return open;
}
