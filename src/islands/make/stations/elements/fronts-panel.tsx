import { useShallow } from 'zustand/react/shallow';
import { frontId } from '#model/front';
import type { ColouredPicture } from '#model/coloured-picture';
import { counted } from '#core/make/counted';
import type { IndexedTable } from '#core/make/region-tables';
import { Button } from '#ui/controls/button.tsx';
import { How } from '#ui/words/how.tsx';
import type { ElementsDesk } from './elements-desk';
import { frontWords, regionName, shownFronts } from './elements-overlay';
import type { MakeStore } from '../../document/make-store';
import { turnRound } from './turn-round';

type Props = { useMake: MakeStore; useElements: ElementsDesk; picture: ColouredPicture; table: IndexedTable; labels: Uint16Array | null };

/** Most borders listed; the arrows on the picture show all. */
const mostListed = 40;

type ShownFront = ReturnType<typeof shownFronts>[number];

/** Borders by what is said of them: rows that say the same are one, and turn together. */
function sayingTheSame(fronts: readonly ShownFront[], wordsOf: (front: ShownFront) => string): Map<string, ShownFront[]> {
  const rows = new Map<string, ShownFront[]>();
  for (const front of fronts) rows.set(wordsOf(front), [...(rows.get(wordsOf(front)) ?? []), front]);
  return rows;
}

/** What lies in front at each border: proposed for all, shown where it matters, turned round by a tap. */
export function FrontsPanel({ useMake, useElements, picture, table, labels }: Props) {
  const { frontsOf, set } = useElements(useShallow((state) => ({ frontsOf: state.frontsOf, set: state.set })));
  const shown = shownFronts(picture, table, frontsOf);
  const gone = picture.fronts.filter(({ between }) => !between.every((id) => table.byId.has(id))).length;
  const of = frontsOf === null ? null : regionName(picture, table, frontsOf);
  return (
    <div className="space-y-3">
      <p>Each arrow points to what lies behind: there the dark goes. A tap turns it round.</p>
      <How>
        <p>
          A tap on an area shows all of its borders. Those shown here are the ones of which the drawing tells little, and those that you
          changed.
        </p>
        <p>A border that is left alone is as the drawing tells.</p>
      </How>
      {gone > 0 && (
        <p role="status" className="border-l-8 border-ink bg-paper px-4 py-2" data-fronts-lost>
          {counted(gone, 'border')} that you turned {gone === 1 ? 'is' : 'are'} not in the newest reading. What you said of{' '}
          {gone === 1 ? 'it' : 'them'} is kept, and counts again when the areas come back.
        </p>
      )}
      <h3 className="flex flex-wrap items-center gap-x-4 font-display text-lg font-semibold">
        {of === null ? `${counted(shown.length, 'border')} to look at` : `${counted(shown.length, 'border')} of ${of}`}
        {of !== null && (
          <Button weight="quiet" className="text-base" onClick={() => set({ frontsOf: null })}>
            Show those to look at
          </Button>
        )}
      </h3>
      <ul className="divide-y divide-edge border-y border-edge">
        {[...sayingTheSame(shown, (front) => frontWords(picture, table, front))].slice(0, mostListed).map(([words, fronts]) => (
          <li key={frontId(...(fronts[0] as ShownFront).between)} className="flex items-center gap-2 pl-2">
            <span className="min-w-0 flex-1 py-1">
              {words}
              {fronts.length > 1 && <span className="ml-2 text-sm text-soft">{fronts.length} times</span>}
              {fronts.some(({ source }) => source !== 'proposed') && <span className="ml-2 text-sm text-soft">as you said</span>}
            </span>
            <Button
              weight="quiet"
              aria-label={`Turn round: ${words}`}
              onClick={() => {
                const said = fronts.map(({ between }) => turnRound(useMake, { picture, table, labels }, between));
                set({ said: said.at(-1) ?? '' });
              }}
            >
              Turn round
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}
