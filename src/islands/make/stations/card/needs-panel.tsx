import type { Card } from '#model/card';
import type { Make } from '#model/make';
import { mostCards, mostCopies } from '#model/card';
import { imageName, type Needs, usualCardPlan } from '#core/card/needs-of-make';
import { counted } from '#core/make/counted';
import { freshName } from '#core/make/fresh-name';
import { Button } from '#ui/controls/button.tsx';
import { Counter } from '#ui/controls/counter.tsx';
import type { MakeStore } from '../../document/make-store';
import type { Desk } from '../station';
import { AddPiece } from './add-piece';
import { changeCard, changeCards, changePlan } from './card-acts';
import type { CardDeskState } from './card-desk';
import { NeedsTable } from './needs-table';
import { PieceRow } from './piece-row';

type Props = { useMake: MakeStore; make: Make; needs: Needs; useDesk: Desk<CardDeskState> };

/** A card of its own, and as often as it is made. */
const newCard = (names: readonly string[]): Card => ({
  id: crypto.randomUUID(),
  name: names.length === 0 ? 'The card' : freshName('Card', names, { most: 60, from: 2 }),
  copies: 1,
  pieces: [],
});

/** The cards with their pieces, and what they need at once. */
export function NeedsPanel({ useMake, make, needs, useDesk }: Props) {
  const edit = useMake((state) => state.edit);
  const cards = make.cards ?? [];
  const names = cards.map(({ name }) => name);
  const { spares } = make.cardPlan ?? usualCardPlan;
  const add = (card: Card) => edit(changeCards((now) => [...now, card]));
  return (
    <div className="space-y-5">
      {cards.length === 0 && (
        <p className="bg-paper p-4">
          Say what lies on the card: each image, how often, and what cuts it. How often it is stamped, coloured and cut, with twins and
          spares, is counted from that.
        </p>
      )}
      {cards.map((card) => (
        <CardSheet key={card.id} {...{ useMake, make, card, useDesk }} />
      ))}
      <p className="flex flex-wrap gap-2">
        <Button disabled={cards.length >= mostCards} weight={cards.length === 0 ? 'main' : 'plain'} onClick={() => add(newCard(names))}>
          {cards.length === 0 ? 'Begin with a card' : 'Another card'}
        </Button>
        {cards.length > 0 && (
          <Button
            disabled={cards.length >= mostCards}
            onClick={() =>
              edit(
                changeCards((now) => {
                  const last = now.at(-1);
                  if (!last) return [...now];
                  const own = {
                    id: crypto.randomUUID(),
                    name: freshName(
                      last.name,
                      now.map(({ name }) => name),
                      { most: 60, from: 2 },
                    ),
                  };
                  return [...now, { ...last, ...own, pieces: last.pieces.map((piece) => ({ ...piece, id: crypto.randomUUID() })) }];
                }),
              )
            }
          >
            One more like {cards.at(-1)?.name}
          </Button>
        )}
      </p>
      {needs.rows.length > 0 && (
        <>
          <div className="flex flex-wrap items-center gap-3">
            <span>Spares of each kind that is coloured</span>
            <Counter label="spare" value={spares} most={20} onValue={(value) => edit(changePlan((plan) => ({ ...plan, spares: value })))} />
          </div>
          <NeedsTable {...{ useMake, make, needs }} />
        </>
      )}
    </div>
  );
}

type SheetProps = Omit<Props, 'needs'> & { card: Card };

function CardSheet({ useMake, make, card, useDesk }: SheetProps) {
  const edit = useMake((state) => state.edit);
  const { openPiece, set } = useDesk();
  const named = card.pieces.map((piece) => imageName(make, piece) ?? '');
  return (
    <section className="bg-paper" aria-label={card.name} data-card={card.name}>
      <header className="flex flex-wrap items-center gap-3 border-b-2 border-ink px-3 py-2">
        <input
          aria-label="What the card is called"
          defaultValue={card.name}
          key={card.name}
          maxLength={60}
          className="min-h-11 min-w-0 flex-1 bg-transparent font-display text-xl font-semibold"
          onBlur={({ target }) => {
            const name = target.value.trim();
            if (name === '') target.value = card.name;
            else if (name !== card.name) edit(changeCard(card.id, (own) => ({ ...own, name })));
          }}
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        />
        <span>made</span>
        <Counter
          label={`of ${card.name}`}
          value={card.copies}
          most={mostCopies}
          times
          onValue={(copies) => edit(changeCard(card.id, (own) => ({ ...own, copies })))}
        />
        <Button weight="quiet" onClick={() => edit(changeCards((now) => now.filter(({ id }) => id !== card.id)))}>
          Take it away
        </Button>
      </header>
      <ul className="divide-y divide-edge">
        {card.pieces.map((piece, index) => {
          const key = `${card.id}/${piece.id}`;
          return (
            <li key={piece.id}>
              <PieceRow
                {...{ useMake, make, cardId: card.id, piece, name: named[index] ?? '' }}
                isOpen={openPiece === key}
                onOpen={() => set({ openPiece: openPiece === key ? null : key })}
              />
            </li>
          );
        })}
      </ul>
      <AddPiece {...{ useMake, make, card }} />
      {card.pieces.length > 0 && (
        <p className="px-3 pb-2 text-sm text-soft">
          {counted(
            card.pieces.reduce((sum, { count }) => sum + count, 0),
            'piece',
          )}{' '}
          on each
        </p>
      )}
    </section>
  );
}
