import { lengthInBoth, type LengthUnit } from '#core/card/lengths';
import type { ScoreLine } from '#core/card/paper-pieces';
import type { CutStep } from '#core/cutting/cut-list';
import { type CutNode, piecesOf } from '#core/cutting/cut-tree';
import { counted } from '#core/make/counted';

type Props = {
  inHand: { tree: CutNode; steps: readonly CutStep[] };
  ticked: number;
  names: ReadonlyMap<string, string>;
  unit: LengthUnit;
  title: string;
  /** Sheets that come after this one. */
  others: number;
  scores: readonly (ScoreLine & { key: string })[];
  onTick: (cuts: number) => void;
};

/** The cuts of a sheet as they are made, each ticked when it is done; then the score lines of what came out of it. */
export function CutList({ inHand: { tree, steps }, ticked, names, unit, title, others, scores, onTick }: Props) {
  const inBoth = (mm: number) => lengthInBoth(mm, unit);
  const made = (part: CutNode | undefined, letter: string | null | undefined): string => {
    if (!part || part.widthMm === 0 || part.heightMm === 0) return 'nothing';
    if (part.piece !== undefined) return names.get(part.piece) ?? 'a piece';
    return letter ? `part ${letter}` : 'a rest';
  };
  const there = piecesOf(tree);
  const lines = scores.filter(({ key }) => there.some(({ piece }) => piece === key));
  return (
    <>
      <p>
        {title}, {inBoth(tree.widthMm)} × {inBoth(tree.heightMm)}
        {others > 0 && `; then ${counted(others, 'more', 'more')}`}
      </p>
      <ol className="divide-y divide-edge bg-paper" aria-label={`Cuts of ${title}`}>
        {steps.map(({ node, part, axis, fromMm, isSet, makes }, place) => (
          <li key={`${node.xMm} ${node.yMm} ${node.widthMm} ${node.heightMm}`} data-cut={place < ticked ? 'done' : 'open'}>
            <label className="flex min-h-11 items-center gap-3 px-3 py-1">
              <input
                type="checkbox"
                className="size-6 shrink-0 accent-ink"
                checked={place < ticked}
                disabled={place > ticked || place < ticked - 1}
                onChange={() => onTick(place < ticked ? place : place + 1)}
              />
              <span className={place < ticked ? 'text-soft line-through' : ''}>
                <strong className="font-code">{place + 1}</strong> Part {part}: {inBoth(fromMm)} from its {axis === 'x' ? 'left' : 'top'}
                {isSet && ', the stop stands there'}. Gives {made(node.cut?.parts[0], makes[0])} and {made(node.cut?.parts[1], makes[1])}.
              </span>
            </label>
          </li>
        ))}
        {steps.length === 0 && <li className="px-3 py-2">No cut: the sheet is the piece.</li>}
      </ol>
      {lines.length > 0 && (
        <ul aria-label="Score lines" className="bg-paper px-3 py-2 text-sm">
          {lines.map(({ key, axis, atMm }) => (
            <li key={`${key} ${axis} ${atMm}`}>
              Score each {names.get(key)} {inBoth(atMm)} from its {axis === 'x' ? 'left' : 'top'}.
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
