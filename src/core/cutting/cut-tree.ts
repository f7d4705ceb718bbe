/** A cut that goes all the way through what it cuts. `x`: from top to bottom; `atMm`: from the sheet's left (x) or top (y). */
export type ThroughCut = { axis: 'x' | 'y'; atMm: number; parts: [CutNode, CutNode] };
/** A part of a sheet: cut once more, or a piece (`turned`: its sides swapped), or an offcut. Places are from the sheet's left top. */
export type CutNode = {
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
  piece?: string;
  turned?: boolean;
  cut?: ThroughCut;
};

/** Every part of a tree, those that are cut before what comes of them. */
export function* partsOf(node: CutNode): Generator<CutNode> {
  yield node;
  for (const part of node.cut?.parts ?? []) yield* partsOf(part);
}

export const areaOfNode = ({ widthMm, heightMm }: Pick<CutNode, 'widthMm' | 'heightMm'>): number => widthMm * heightMm;

export const piecesOf = (tree: CutNode): CutNode[] => [...partsOf(tree)].filter(({ piece }) => piece !== undefined);

/** Leaves that are no piece and have any size. */
export const offcutsOf = (tree: CutNode): CutNode[] =>
  [...partsOf(tree)].filter((node) => node.piece === undefined && node.cut === undefined && areaOfNode(node) > 0);

export const countCuts = (tree: CutNode): number => [...partsOf(tree)].filter(({ cut }) => cut !== undefined).length;
