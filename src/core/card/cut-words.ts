import type { CutStep } from '#core/cutting/cut-list';
import { type CutNode, piecesOf } from '#core/cutting/cut-tree';
import { lengthInBoth, type LengthUnit } from './lengths';
import type { PaperNeed } from './paper-plan';

/** Names of pieces by their keys; the card is said where there are several. */
export function pieceNames(needs: readonly PaperNeed[]): Map<string, string> {
  const isOfSeveral = new Set(needs.map(({ cardName }) => cardName)).size > 1;
  return new Map(needs.map(({ key, name, cardName }) => [key, isOfSeveral ? `${name}, ${cardName}` : name]));
}

/** A cut as it is told: what is cut, where from, and what it gives. */
export function cutInWords(
  { node, part, axis, fromMm, isSet, makes }: CutStep,
  names: ReadonlyMap<string, string>,
  unit: LengthUnit,
): string {
  const made = (own: CutNode | undefined, letter: string | null) => {
    if (!own || own.widthMm === 0 || own.heightMm === 0) return 'nothing';
    if (own.piece !== undefined) return names.get(own.piece) ?? 'a piece';
    return letter ? `part ${letter}` : 'a rest';
  };
  const where = `${lengthInBoth(fromMm, unit)} from its ${axis === 'x' ? 'left' : 'top'}`;
  const [one, other] = node.cut?.parts ?? [];
  return `Part ${part}: ${where}${isSet ? ', the stop stands there' : ''}. Gives ${made(one, makes[0])} and ${made(other, makes[1])}.`;
}

/** The score lines of what comes out of a sheet, as they are told. */
export function scoresInWords(tree: CutNode, needs: readonly PaperNeed[], names: ReadonlyMap<string, string>, unit: LengthUnit): string[] {
  const there = new Set(piecesOf(tree).map(({ piece }) => piece));
  return needs.flatMap(({ key, scores }) =>
    there.has(key)
      ? scores.map(
          ({ axis, atMm }) => `Score each ${names.get(key)} ${lengthInBoth(atMm, unit)} from its ${axis === 'x' ? 'left' : 'top'}.`,
        )
      : [],
  );
}
