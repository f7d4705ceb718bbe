import { cutInWords, scoresInWords } from '#core/card/cut-words';
import { lengthInBoth, type LengthUnit } from '#core/card/lengths';
import type { PaperNeed } from '#core/card/paper-plan';
import type { CutStep } from '#core/cutting/cut-list';
import type { CutNode } from '#core/cutting/cut-tree';
import { counted } from '#core/make/counted';

type Props = {
  inHand: { tree: CutNode; steps: readonly CutStep[] };
  ticked: number;
  names: ReadonlyMap<string, string>;
  unit: LengthUnit;
  title: string;
  /** Sheets that come after this one. */
  others: number;
  needs: readonly PaperNeed[];
  onTick: (cuts: number) => void;
};

/** The cuts of a sheet as they are made, each ticked when it is done; then the score lines of what came out of it. */
export function CutList({ inHand: { tree, steps }, ticked, names, unit, title, others, needs, onTick }: Props) {
  const inBoth = (mm: number) => lengthInBoth(mm, unit);
  const lines = scoresInWords(tree, needs, names, unit);
  return (
    <>
      <p>
        {title}, {inBoth(tree.widthMm)} × {inBoth(tree.heightMm)}
        {others > 0 && `; then ${counted(others, 'more', 'more')}`}
      </p>
      <ol className="divide-y divide-edge bg-paper" aria-label={`Cuts of ${title}`}>
        {steps.map((step, place) => (
          <li
            key={`${step.node.xMm} ${step.node.yMm} ${step.node.widthMm} ${step.node.heightMm}`}
            data-cut={place < ticked ? 'done' : 'open'}
          >
            <label className="flex min-h-11 items-center gap-3 px-3 py-1">
              <input
                type="checkbox"
                className="size-6 shrink-0 accent-ink"
                checked={place < ticked}
                disabled={place > ticked || place < ticked - 1}
                onChange={() => onTick(place < ticked ? place : place + 1)}
              />
              <span className={place < ticked ? 'text-soft line-through' : ''}>
                <strong className="font-code">{place + 1}</strong> {cutInWords(step, names, unit)}
              </span>
            </label>
          </li>
        ))}
        {steps.length === 0 && <li className="px-3 py-2">No cut: the sheet is the piece.</li>}
      </ol>
      {lines.length > 0 && (
        <ul aria-label="Score lines" className="bg-paper px-3 py-2 text-sm">
          {lines.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
    </>
  );
}
