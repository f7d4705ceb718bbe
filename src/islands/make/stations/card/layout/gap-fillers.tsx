import type { Make } from '#model/make';
import { formatLength } from '#core/card/lengths';
import { moreImpressions } from '#core/card/more-impressions';
import { needsOfMake } from '#core/card/needs-of-make';
import { type Filler, fillGap } from '#core/layout/fill-gap';
import { useLengthUnit } from '#islands/shared/length-unit.ts';
import { useState } from 'react';
import { Button } from '#ui/controls/button.tsx';
import type { MakeStore } from '../../../document/make-store';
import type { Desk } from '../../station';
import type { CardDeskState } from '../card-desk';
import { layDown } from './layout-acts';
import type { CardLook } from './use-card-look';

type Props = { useMake: MakeStore; make: Make; useDesk: Desk<CardDeskState>; look: CardLook; room: NonNullable<CardDeskState['room']> };

/** What would fill the largest room of the card: what is there first, else one more impression. */
export function GapFillers({ useMake, make, useDesk, look, room }: Props) {
  const edit = useMake((state) => state.edit);
  const unit = useLengthUnit((state) => state.unit);
  const { set } = useDesk();
  const [asked, setAsked] = useState<string | null>(null);
  const { card, beside, layout } = look;
  const fillers = fillGap(make, card, beside, layout, room, unit);
  const lay = ({ of }: Filler) => {
    if (!of) return;
    const before = needsOfMake(useMake.getState().make ?? make);
    const id = crypto.randomUUID();
    if (!edit(layDown(card.id, beside, of, [room.xMm, room.yMm], id))) return;
    setAsked(moreImpressions(before, needsOfMake(useMake.getState().make ?? make)));
    set({ itemId: id });
  };
  return (
    <section aria-label="What would fill it" className="space-y-2 bg-paper px-3 py-2">
      <h3 className="text-lg">A room of {formatLength(room.sizeMm, unit)} across</h3>
      <ul>
        {fillers.map((filler) => (
          <li key={`${filler.name} ${filler.words}`} className="flex min-h-11 flex-wrap items-center gap-2" data-filler={filler.name}>
            <span className="flex-1">
              {filler.name} <span className="text-sm text-soft">{filler.words}</span>
            </span>
            {filler.of && (
              <Button className="px-3!" aria-label={`Lay ${filler.name} there`} onClick={() => lay(filler)}>
                Lay it there
              </Button>
            )}
          </li>
        ))}
        {fillers.length === 0 && <li>Nothing of this card fits there. Shift a piece, or leave the room: it rests the eye.</li>}
      </ul>
      {asked && (
        <p role="status" data-asked>
          {asked}
        </p>
      )}
      <Button weight="quiet" onClick={() => set({ room: null })}>
        Leave the room free
      </Button>
    </section>
  );
}
