import type { Make } from '#model/make';
import type { LaidOf } from '#model/card-layout';
import { laidItem, notLaid } from '#core/layout/laid';
import { Button } from '#ui/controls/button.tsx';
import type { MakeStore } from '../../../document/make-store';
import type { Desk } from '../../station';
import type { CardDeskState } from '../card-desk';
import { layAnew, layDown, sendItem } from './layout-acts';
import { ThingInHand } from './thing-in-hand';
import type { CardLook } from './use-card-look';

type Props = { useMake: MakeStore; make: Make; useDesk: Desk<CardDeskState>; look: CardLook };

/** All that lies on the card from the front to the back; one is taken in hand. What is not laid down yet stands below. */
export function ThingsList({ useMake, make, useDesk, look }: Props) {
  const edit = useMake((state) => state.edit);
  const { itemId, set } = useDesk();
  const { card, beside, layout, laid, front } = look;
  const waiting = notLaid(card, layout);
  const nameOf = (of: LaidOf) => laidItem(make, card, beside, { id: 'l', of, xMm: 0, yMm: 0 })?.name;
  const isWritingPanel = (of: LaidOf) => of.kind === 'paper' && card.papers?.find(({ id }) => id === of.paperId)?.sort === 'writing panel';
  const frontFirst = laid.toReversed();
  return (
    <section aria-label="What lies on the card" className="space-y-2">
      <h3 className="text-lg">From the front to the back</h3>
      <ol className="divide-y divide-edge bg-paper">
        {frontFirst.map((own) => {
          const { id } = own.item;
          const isHeld = itemId === id;
          const place = layout.items.findIndex((item) => item.id === id);
          return (
            <li key={id} data-thing={own.name} data-thing-id={id}>
              <div className="flex items-center gap-1 px-2">
                <button
                  type="button"
                  aria-expanded={isHeld}
                  className={`min-h-11 flex-1 px-1 text-left ${isHeld ? 'font-semibold' : ''}`}
                  onClick={() => set({ itemId: isHeld ? null : id })}
                >
                  {own.name}
                  <span className="ml-2 text-sm text-soft">
                    {[
                      own.isInside && 'inside',
                      own.turnedDeg > 0 && `turned ${Math.round(own.turnedDeg)}°`,
                      own.isMirrored && 'mirrored',
                      own.item.foamMm !== undefined && 'raised',
                    ]
                      .filter(Boolean)
                      .join(', ')}
                  </span>
                </button>
                {own.sort !== 'window' && (
                  <>
                    <Button
                      weight="quiet"
                      disabled={place >= layout.items.length - 1}
                      aria-label={`${own.name} forward`}
                      onClick={() => edit(sendItem(card.id, beside, id, 1))}
                    >
                      ↑
                    </Button>
                    <Button
                      weight="quiet"
                      disabled={place <= 0}
                      aria-label={`${own.name} back`}
                      onClick={() => edit(sendItem(card.id, beside, id, -1))}
                    >
                      ↓
                    </Button>
                  </>
                )}
              </div>
              {isHeld && <ThingInHand {...{ useMake, make, useDesk, look }} own={own} />}
            </li>
          );
        })}
        {laid.length === 0 && <li className="px-3 py-2">Nothing lies here.</li>}
      </ol>
      {waiting.length > 0 && (
        <ul aria-label="Not laid down yet" className="divide-y divide-edge border-y border-edge">
          {waiting.map(({ of, more }) => {
            const name = nameOf(of);
            if (!name) return null;
            return (
              <li key={JSON.stringify(of)} className="flex min-h-11 items-center gap-2 px-3" data-waiting={name}>
                <span className="flex-1">
                  {more} × {name}, not laid down
                </span>
                <Button
                  className="px-3!"
                  aria-label={`Lay ${name} down`}
                  onClick={() => {
                    const id = crypto.randomUUID();
                    const more1 = isWritingPanel(of) ? { face: 'inside' as const } : {};
                    if (edit(layDown(card.id, beside, of, [front.widthMm / 2, front.heightMm / 2], id, more1))) set({ itemId: id });
                  }}
                >
                  Lay it down
                </Button>
              </li>
            );
          })}
        </ul>
      )}
      <Button weight="quiet" onClick={() => edit(layAnew(card.id, beside))}>
        Lay all of it down anew
      </Button>
    </section>
  );
}
