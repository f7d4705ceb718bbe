import { ChevronLeft, ChevronRight } from 'lucide-react';
import { isReadUpToDate } from '#core/make/reading-key';
import { openingsLeft } from '#core/picture/openings-left';
import { counted } from '#core/make/counted';
import type { IndexedTable } from '#core/make/region-tables';
import type { ColouredPicture } from '#model/coloured-picture';
import type { Opening } from '#model/region-table';
import { Button } from '#ui/controls/button.tsx';
import type { MakeStore } from '../../document/make-store';
import type { LiveReading } from '../../picture/use-reading';
import type { DeskStore } from './desk-store';
import { closeOpenings } from './mend-edits';

type Props = { useMake: MakeStore; useDesk: DeskStore; reading: LiveReading; picture: ColouredPicture; table: IndexedTable | undefined };

const lengthMm = ({ fromMm, toMm }: Opening) => Math.hypot(toMm[0] - fromMm[0], toMm[1] - fromMm[1]);

/** What the drawing leaves open: marks on the picture that a tap closes, one button for all that are sure, and a way from one to the next. */
export function Openings({ useMake, useDesk, reading, picture, table }: Props) {
  const marked = useDesk(({ markedOpening }) => markedOpening);
  const set = useDesk(({ set: own }) => own);
  const edit = useMake(({ edit: own }) => own);
  const proposed = table?.table.openings;
  const left = openingsLeft(proposed ?? [], picture.mends);
  // Closing one may leave another open: what is left is known when the lines have been read again.
  const isKnown = proposed !== undefined && isReadUpToDate(picture);
  const sure = left.filter(({ isSure }) => isSure);
  const close = (openings: readonly Opening[]) => {
    edit(() => closeOpenings(picture.id, openings));
    set({ markedOpening: null, said: `${counted(openings.length, 'opening')} closed.` });
  };
  const own = marked === null ? undefined : left[marked];
  const go = (step: 1 | -1) => {
    const next = marked === null ? (step === 1 ? 0 : left.length - 1) : (marked + step + left.length) % left.length;
    set({ markedOpening: next });
  };
  return (
    <div data-openings={proposed ? left.length : 'unknown'}>
      <h3 className="font-semibold">Openings the drawing leaves{proposed && ` (${left.length})`}</h3>
      {left.length === 0 && (
        <p className="text-soft">
          {isKnown
            ? 'None that would make an area.'
            : reading.finding && 'problem' in reading.finding
              ? 'Not looked for yet.'
              : 'Looking for them …'}
        </p>
      )}
      {left.length > 0 && (
        <>
          <p className="text-sm text-soft">Dashed on the picture: a tap closes one.</p>
          <div className="mt-2 flex flex-wrap items-center gap-2">
            {sure.length > 1 && (
              <Button weight="main" onClick={() => close(sure)}>
                Close the {sure.length} that are sure
              </Button>
            )}
            <Button aria-label="Opening before" onClick={() => go(-1)}>
              <ChevronLeft size={18} aria-hidden="true" />
            </Button>
            <span className="min-w-24 text-center" aria-live="polite">
              {own ? `${(marked as number) + 1} of ${left.length}, ${lengthMm(own).toFixed(1)} mm` : 'one by one'}
            </span>
            <Button aria-label="Next opening" onClick={() => go(1)}>
              <ChevronRight size={18} aria-hidden="true" />
            </Button>
            <Button disabled={!own} onClick={() => own && close([own])}>
              Close it
            </Button>
          </div>
        </>
      )}
    </div>
  );
}
