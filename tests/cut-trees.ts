import { type CutNode, partsOf } from '../src/core/cutting/cut-tree';
import type { CutPlan } from '../src/core/cutting/cut-plan';
import type { CutPlanRequest } from '../src/core/cutting/cut-request';

const isSame = (one: number, other: number) => Math.abs(one - other) < 1e-4;

/** What is wrong with a plan; empty: it is a true tree of through cuts with every piece in it as often as it was asked for. */
export function faultsOfPlan(plan: CutPlan, request: CutPlanRequest): string[] {
  if ('problem' in plan) return [plan.problem];
  const blade = request.bladeMm ?? 0;
  const faults: string[] = [];
  const seen = new Map<string, number>();
  const used = new Map<string, number>();
  const say = (node: CutNode, words: string) => faults.push(`${words} at ${node.xMm}, ${node.yMm} (${node.widthMm} x ${node.heightMm})`);
  for (const { sheet: id, tree } of plan.sheets) {
    const sheet = request.sheets.find((own) => own.id === id);
    used.set(id, (used.get(id) ?? 0) + 1);
    if (!sheet) faults.push(`${id} is no sheet`);
    else if (tree.xMm !== 0 || tree.yMm !== 0 || !isSame(tree.widthMm, sheet.widthMm) || !isSame(tree.heightMm, sheet.heightMm))
      say(tree, 'the tree is not its sheet');
    for (const node of partsOf(tree)) {
      if (node.widthMm < 0 || node.heightMm < 0) say(node, 'less than nothing');
      if (node.cut && node.piece !== undefined) say(node, 'a piece that is cut');
      if (node.cut) {
        const { axis, atMm, parts } = node.cut;
        const [one, other] = parts;
        const [start, length] = axis === 'x' ? [node.xMm, node.widthMm] : [node.yMm, node.heightMm];
        const end = start + length;
        const from = Math.min(end, atMm + blade);
        const sides = (part: CutNode) =>
          axis === 'x' ? [part.xMm, part.widthMm, part.yMm, part.heightMm] : [part.yMm, part.heightMm, part.xMm, part.widthMm];
        const across = axis === 'x' ? [node.yMm, node.heightMm] : [node.xMm, node.widthMm];
        const wanted = [
          [start, atMm - start, ...across],
          [from, end - from, ...across],
        ];
        for (const [place, part] of [one, other].entries())
          if (!sides(part).every((value, index) => isSame(value, wanted[place]![index]!))) say(part, `no half of a cut at ${atMm}`);
        if (!(atMm > start) || atMm > end) say(node, `a cut beside it, at ${atMm}`);
      }
      if (node.piece !== undefined) {
        const piece = request.pieces.find((own) => own.id === node.piece);
        seen.set(node.piece, (seen.get(node.piece) ?? 0) + 1);
        const [wide, high] = node.turned ? [piece?.heightMm, piece?.widthMm] : [piece?.widthMm, piece?.heightMm];
        if (!isSame(node.widthMm, wide ?? -1) || !isSame(node.heightMm, high ?? -1)) say(node, `not the size of ${node.piece}`);
        if (node.turned && piece?.mayTurn === false) say(node, `${node.piece} may not turn`);
      }
    }
  }
  for (const { id, count } of request.pieces)
    if ((seen.get(id) ?? 0) !== count) faults.push(`${id} ${seen.get(id) ?? 0} times, not ${count}`);
  for (const { id, count } of request.sheets) if (count !== undefined && (used.get(id) ?? 0) > count) faults.push(`${id} used too often`);
  return faults;
}

export const sheetsOf = (plan: CutPlan, request: CutPlanRequest): number =>
  'problem' in plan
    ? Number.POSITIVE_INFINITY
    : plan.sheets.filter(({ sheet }) => !request.sheets.find(({ id }) => id === sheet)?.offcut).length;

export type Laid = { x: number; y: number; width: number; height: number };

/** Whether through cuts can part what is laid, each piece from all others. */
export function isThroughCuttable(laid: readonly Laid[]): boolean {
  if (laid.length < 2) return true;
  for (const [at, size] of [
    ['x', 'width'],
    ['y', 'height'],
  ] as const) {
    for (const line of new Set(laid.map((own) => own[at] + own[size]))) {
      const before = laid.filter((own) => own[at] + own[size] <= line + 1e-9);
      const after = laid.filter((own) => own[at] >= line - 1e-9);
      if (before.length > 0 && after.length > 0 && before.length + after.length === laid.length)
        return isThroughCuttable(before) && isThroughCuttable(after);
    }
  }
  return false;
}
