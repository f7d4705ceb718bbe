import type { CutNode } from './cut-tree';
import { type Piece, toMm } from './cut-request';

/** A part of a sheet while it is planned, in units: whole, a piece, or cut in two. */
export type Part = {
  x: number;
  y: number;
  width: number;
  height: number;
  piece?: Piece;
  isTurned?: boolean;
  axis?: 'x' | 'y';
  parts?: readonly [Part, Part];
};

export const wholePart = (width: number, height: number): Part => ({ x: 0, y: 0, width, height });

/** Cuts a part so that its first half is so long; what is narrower than the blade is lost with it. @returns both halves. */
export function cutPart(part: Part, axis: 'x' | 'y', length: number, blade: number): readonly [Part, Part] {
  const along = axis === 'x' ? part.width : part.height;
  const start = Math.min(along, length + blade);
  const { x, y, width, height } = part;
  const halves: readonly [Part, Part] =
    axis === 'x'
      ? [
          { x, y, width: length, height },
          { x: x + start, y, width: along - start, height },
        ]
      : [
          { x, y, width, height: length },
          { x, y: y + start, width, height: along - start },
        ];
  part.axis = axis;
  part.parts = halves;
  return halves;
}

/**
 * Cuts a piece out of the left top of a part that holds it: one or two cuts, or none where it is as large.
 * @param first which cut goes through all of the part.
 * @returns what is left of the part, what has a size.
 */
export function cutOut(part: Part, piece: Piece, isTurned: boolean, first: 'x' | 'y', blade: number): Part[] {
  const [width, height] = isTurned ? [piece.height, piece.width] : [piece.width, piece.height];
  const rests: Part[] = [];
  let own = part;
  for (const axis of first === 'x' ? (['x', 'y'] as const) : (['y', 'x'] as const)) {
    const length = axis === 'x' ? width : height;
    if ((axis === 'x' ? own.width : own.height) === length) continue;
    const [one, rest] = cutPart(own, axis, length, blade);
    if (rest.width > 0 && rest.height > 0) rests.push(rest);
    own = one;
  }
  own.piece = piece;
  if (isTurned) own.isTurned = true;
  return rests;
}

/** The tree of a planned sheet in mm. @param idOf of the kind of a piece. */
export function toTree({ x, y, width, height, piece, isTurned, axis, parts }: Part, idOf: (kind: number) => string): CutNode {
  const node = { xMm: toMm(x), yMm: toMm(y), widthMm: toMm(width), heightMm: toMm(height) };
  if (axis && parts) {
    const [one, other] = parts;
    const atMm = toMm(axis === 'x' ? one.x + one.width : one.y + one.height);
    return { ...node, cut: { axis, atMm, parts: [toTree(one, idOf), toTree(other, idOf)] } };
  }
  return piece ? { ...node, piece: idOf(piece.kind), ...(isTurned ? { turned: true } : {}) } : node;
}

/** How many cuts a planned sheet takes, and how large its largest offcut is, in square units. */
export function worthOfPart(part: Part): { cuts: number; largest: number } {
  if (!part.parts) return { cuts: 0, largest: part.piece ? 0 : part.width * part.height };
  const [one, other] = part.parts.map(worthOfPart) as [ReturnType<typeof worthOfPart>, ReturnType<typeof worthOfPart>];
  return { cuts: 1 + one.cuts + other.cuts, largest: Math.max(one.largest, other.largest) };
}
