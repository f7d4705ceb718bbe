import { useState } from 'react';
import type { Card, CardSpread } from '#model/card';
import type { DrawerItem } from '#model/drawer';
import type { Make } from '#model/make';
import { colourwaysOfSpread } from '#core/card/colourways-of-spread';
import { moreImpressions } from '#core/card/more-impressions';
import { shapeOfPiece, usualSpread } from '#core/card/motifs-of-card';
import { imageName, needsOfMake } from '#core/card/needs-of-make';
import { counted } from '#core/make/counted';
import { fussyCut } from '#core/outline/fussy-cut';
import type { Spread } from '#core/spread/spread-motifs';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import { Button } from '#ui/controls/button.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { Counter } from '#ui/controls/counter.tsx';
import type { MakeStore } from '../../document/make-store';
import type { Desk } from '../station';
import { type CardEdit, changeCard } from './card-acts';
import type { CardDeskState } from './card-desk';
import { cardInHand } from './card-in-hand';
import { FrontToBack } from './front-to-back';
import { layAsSpread } from './layout/layout-acts';
import { useBeside } from './layout/use-card-look';
import { SpreadSizes } from './spread-sizes';

type Props = { useMake: MakeStore; make: Make; useDesk: Desk<CardDeskState> };
const noItems: DrawerItem[] = [];

/** Where pieces lie on a panel, and which lies in front of which. */
export function PlacePanel({ useMake, make, useDesk }: Props) {
  const { cardId, spread: laid, set } = useDesk();
  const drawer = useDrawer((state) => state.drawer)?.items ?? noItems;
  const inHand = cardInHand(make, cardId);
  if (!inHand) return <p className="bg-paper p-4">Nothing lies on a card yet. Say it at “What is needed”.</p>;
  const filled = (make.cards ?? []).filter(({ pieces }) => pieces.length > 0);
  return (
    <div className="space-y-6">
      {filled.length > 1 && (
        <ChoiceButtons
          label="Which card"
          choices={filled.map(({ id, name }) => ({ id, name }))}
          chosen={inHand.card.id}
          onChoose={(id) => set({ cardId: id })}
        />
      )}
      {laid.problem && <p role="alert">{laid.problem}</p>}
      <PlacedCard
        key={inHand.card.id}
        {...{ useMake, make, drawer, ...inHand }}
        onLaid={() => set({ step: 'layout', itemId: null, view: 'front' })}
        isSettled={laid.isSettled}
        found={laid.isSettled ? (laid.answers?.[0] ?? null) : null}
      />
    </div>
  );
}

type CardProps = Omit<Props, 'useDesk'> & {
  drawer: readonly DrawerItem[];
  card: Card;
  spread: CardSpread;
  found: Spread | null;
  isSettled: boolean;
  /** Told when the pieces lie so on the card. */
  onLaid: () => void;
};

function PlacedCard({ useMake, make, drawer, card, spread, found, isSettled, onLaid }: CardProps) {
  const beside = useBeside();
  const edit = useMake((state) => state.edit);
  const [asked, setAsked] = useState<string | null>(null);
  const change = (next: (spread: CardSpread) => CardSpread) =>
    edit(changeCard(card.id, (own) => ({ ...own, spread: next(own.spread ?? usualSpread(own)) })));
  /** An edit of the pieces, and what it asks for besides. */
  const editPieces = (own: CardEdit) => {
    const before = needsOfMake(useMake.getState().make ?? make);
    edit(own);
    setAsked(moreImpressions(before, needsOfMake(useMake.getState().make ?? make)));
  };
  const nameOf = (id: string) => {
    const piece = card.pieces.find((own) => own.id === id);
    return (piece && imageName(make, piece)) || 'A piece';
  };
  const colourways = found && colourwaysOfSpread(make, card, spread, found);
  const byHand = card.pieces.flatMap((piece) => {
    const shape = piece.cut.by === 'hand' ? shapeOfPiece(make, drawer, piece) : null;
    return shape ? [{ id: piece.id, name: nameOf(piece.id), ...fussyCut(shape.outline) }] : [];
  });
  const leftOut = [...new Set(found?.leftOut ?? [])];
  return (
    <section aria-label={`Panel of ${card.name}`} className="space-y-3" data-settled={isSettled} data-motifs={found?.motifs.length}>
      <h3 className="text-lg">{card.name}</h3>
      <FrontToBack {...{ make, drawer, card, spread, editPieces, change }} />
      {asked && (
        <p role="status" className="bg-paper px-3 py-2" data-asked>
          {asked}
        </p>
      )}
      {leftOut.length > 0 && (
        <p role="alert">
          There is no room for {leftOut.map((id) => `${found?.leftOut.filter((own) => own === id).length} × ${nameOf(id)}`).join(', ')}: a
          larger panel, less between them, or fewer.
        </p>
      )}
      <SpreadSizes {...{ spread, change }} />
      <div className="flex flex-wrap items-center gap-3">
        <Button disabled={!found} onClick={() => found && edit(layAsSpread(card.id, beside, spread, found)) && onLaid()}>
          Lay them so on the card
        </Button>
        <Button onClick={() => change((own) => ({ ...own, seed: (own.seed + 1) % 1_000_000 }))}>Spread them anew</Button>
        <span>Colourways among them</span>
        <Counter
          label={`colourway of ${card.name}`}
          value={spread.kinds ?? 1}
          least={1}
          most={12}
          onValue={(value) => change(({ kinds: _, ...own }) => (value < 2 ? own : { ...own, kinds: value }))}
        />
      </div>
      {colourways?.groups.map(({ name, counts, pairs, alike }) => (
        <p key={name} data-shared={name ?? ''} data-alike={alike}>
          {name === null ? '' : `${name} in its colourways: `}
          {counts.map((count, kind) => `${kind + 1}: ${count} ×`).join(', ')}.{' '}
          {alike === 0
            ? 'No two neighbours are alike.'
            : `${alike} of ${counted(pairs, 'pair')} of neighbours are alike: one colourway more, or more room, parts them.`}
        </p>
      ))}
      {byHand.map(({ id, name, lengthMm, tight, inner }) => (
        <p key={id} className="text-sm" data-fussy={name}>
          {name} is fussy cut: {Math.round(lengthMm / 10)} cm round, {counted(tight, 'tight corner')}
          {inner > 0 && `, ${inner} of them inwards`}.
        </p>
      ))}
    </section>
  );
}
