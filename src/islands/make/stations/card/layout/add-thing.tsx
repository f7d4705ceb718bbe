import type { LaidOf } from '#model/card-layout';
import type { Make } from '#model/make';
import { Button } from '#ui/controls/button.tsx';
import type { MakeStore } from '../../../document/make-store';
import type { Desk } from '../../station';
import type { CardDeskState } from '../card-desk';
import { layDown } from './layout-acts';
import type { CardLook } from './use-card-look';

/** What is laid on a card beside its papers and pieces, in its usual size. From memory. */
const things: readonly { name: string; of: LaidOf }[] = [
  { name: 'twine', of: { kind: 'tie', sort: 'twine', way: 'across', widthMm: 1, turns: 3, turnUnderMm: 15 } },
  { name: 'ribbon', of: { kind: 'tie', sort: 'ribbon', way: 'across', widthMm: 10, turns: 1, turnUnderMm: 15 } },
  { name: 'raised drop', of: { kind: 'accent', sort: 'drop', sizeMm: 4 } },
  { name: 'gem', of: { kind: 'accent', sort: 'gem', sizeMm: 4 } },
  { name: 'sequin', of: { kind: 'accent', sort: 'sequin', sizeMm: 6 } },
  { name: 'place kept free for words', of: { kind: 'free', widthMm: 60, heightMm: 18 } },
];

/** Twine, ribbon, accents, and a place for words that are not chosen yet. */
export function AddThing({ useMake, useDesk, look }: { useMake: MakeStore; make: Make; useDesk: Desk<CardDeskState>; look: CardLook }) {
  const edit = useMake((state) => state.edit);
  const { set } = useDesk();
  const { card, beside, front, layout } = look;
  const add = (of: LaidOf) => {
    const id = crypto.randomUUID();
    // One beside the other, not all in one place.
    const others = layout.items.filter((item) => item.of.kind === of.kind).length;
    const at = [
      front.widthMm / 2 + (of.kind === 'accent' ? 8 * (others % 5) - 16 : 0),
      front.heightMm * 0.7 + (of.kind === 'accent' ? 6 * Math.floor(others / 5) : 0),
    ] as const;
    if (edit(layDown(card.id, beside, of, at, id))) set({ itemId: id, view: 'front' });
  };
  return (
    <section aria-label="Lay more on the card">
      <h3 className="text-lg">Lay on it</h3>
      <p className="mt-1 flex flex-wrap gap-1">
        {things.map(({ name, of }) => (
          <Button key={name} className="px-3!" aria-label={`Lay a ${name} on the card`} onClick={() => add(of)}>
            {name}
          </Button>
        ))}
      </p>
      {layout.items.some(({ of }) => of.kind === 'accent') && (
        <p className="mt-2 border-l-8 border-ink bg-paper px-4 py-2 text-sm">
          Small parts: gems, sequins and beads can choke a small child. Not on a card for one.
        </p>
      )}
    </section>
  );
}
