import { useShallow } from 'zustand/react/shallow';
import { frontId } from '#model/front';
import type { ColouredPicture } from '#model/coloured-picture';
import { counted } from '#core/make/counted';
import type { IndexedTable } from '#core/make/region-tables';
import { Button } from '#ui/controls/button.tsx';
import type { ElementsDesk } from './elements-desk';
import { frontWords, regionName, shownFronts } from './elements-overlay';
import type { MakeStore } from '../../document/make-store';
import { turnRound } from './turn-round';

type Props = { useMake: MakeStore; useElements: ElementsDesk; picture: ColouredPicture; table: IndexedTable; labels: Uint16Array | null };

/** Most borders listed; the arrows on the picture show all. */
const mostListed = 40;

/** What lies in front at each border: proposed for all, shown where it matters, turned round by a tap. */
export function FrontsPanel({ useMake, useElements, picture, table, labels }: Props) {
  const { frontsOf, set } = useElements(useShallow((state) => ({ frontsOf: state.frontsOf, set: state.set })));
  const shown = shownFronts(picture, table, frontsOf);
  const gone = picture.fronts.filter(({ between }) => !between.every((id) => table.byId.has(id))).length;
  const of = frontsOf === null ? null : regionName(picture, table, frontsOf);
  return (
    <div className="space-y-3">
      <p>
        An arrow points from what lies in front to what lies behind it: there the dark goes. Tap an arrow to turn it round; tap an area to
        see all of its borders.
      </p>
      {gone > 0 && (
        <p role="status" className="border-l-8 border-ink bg-paper px-4 py-2" data-fronts-lost>
          {counted(gone, 'border')} that you turned {gone === 1 ? 'is' : 'are'} not in the newest reading. What you said of{' '}
          {gone === 1 ? 'it' : 'them'} is kept, and counts again when the areas come back.
        </p>
      )}
      <h3 className="flex flex-wrap items-center gap-x-4 font-display text-lg font-semibold">
        {of === null
          ? `${counted(shown.length, 'border')} to look at: the drawing tells little there, or you changed them`
          : `${counted(shown.length, 'border')} of ${of}`}
        {of !== null && (
          <Button weight="quiet" className="text-base" onClick={() => set({ frontsOf: null })}>
            Show those to look at
          </Button>
        )}
      </h3>
      <ul className="divide-y divide-edge border-y border-edge">
        {shown.slice(0, mostListed).map((front) => (
          <li key={frontId(...front.between)} className="flex items-center gap-2 pl-2">
            <span className="min-w-0 flex-1 py-1">
              {frontWords(picture, table, front)}
              <span className="ml-2 text-sm text-soft">
                {front.source}, {front.lengthMm.toFixed(0)} mm
              </span>
            </span>
            <Button
              weight="quiet"
              aria-label={`Turn round: ${frontWords(picture, table, front)}`}
              onClick={() => set({ said: turnRound(useMake, { picture, table, labels }, front.between) })}
            >
              Turn round
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}
