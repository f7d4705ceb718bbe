import { useMemo } from 'react';
import type { Card, CardSpread } from '#model/card';
import type { DrawerItem } from '#model/drawer';
import type { Make } from '#model/make';
import { shapeOfPiece, spreadRequest, usualSpread } from '#core/card/motifs-of-card';
import { imageName } from '#core/card/needs-of-make';
import { counted } from '#core/make/counted';
import { fussyCut } from '#core/outline/fussy-cut';
import { shareOut } from '#core/sharing/share-out';
import type { Spread } from '#core/spread/spread-motifs';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import { Button } from '#ui/controls/button.tsx';
import { Counter } from '#ui/controls/counter.tsx';
import { LengthField } from '#ui/controls/length-field.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';
import type { MakeStore } from '../../document/make-store';
import { changeCard } from './card-acts';
import { SpreadDrawing } from './spread-drawing';
import { useSpreads } from './use-laid-out';

type Props = { useMake: MakeStore; make: Make };

/** Where pieces lie on a panel: spread over all of it, or round a free middle as a wreath. */
export function PlacePanel({ useMake, make }: Props) {
  const drawer = useDrawer((state) => state.drawer)?.items ?? noItems;
  const cards = (make.cards ?? []).filter(({ pieces }) => pieces.length > 0);
  const spreads = cards.map((card) => ({ card, spread: card.spread ?? usualSpread(card) }));
  const requests = useMemo(() => spreads.map(({ card, spread }) => spreadRequest(make, drawer, card, spread)), [make, drawer, spreads]);
  const { answers, isSettled, problem } = useSpreads(requests);
  if (cards.length === 0) return <p className="bg-paper p-4">Nothing lies on a card yet. Say it at “What is needed”.</p>;
  return (
    <div className="space-y-6">
      {problem && <p role="alert">{problem}</p>}
      {spreads.map(({ card, spread }, place) => (
        <SpreadCard key={card.id} {...{ useMake, make, drawer, card, spread, isSettled }} found={answers?.[place] ?? null} />
      ))}
    </div>
  );
}
const noItems: DrawerItem[] = [];

type CardProps = Props & { drawer: readonly DrawerItem[]; card: Card; spread: CardSpread; found: Spread | null; isSettled: boolean };

function SpreadCard({ useMake, make, drawer, card, spread, found, isSettled }: CardProps) {
  const edit = useMake((state) => state.edit);
  const change = (next: (spread: CardSpread) => CardSpread) =>
    edit(changeCard(card.id, (own) => ({ ...own, spread: next(own.spread ?? usualSpread(own)) })));
  const nameOf = (id: string) => {
    const piece = card.pieces.find((own) => own.id === id);
    return (piece && imageName(make, piece)) || 'A piece';
  };
  const { kinds } = spread;
  const shared = useMemo(() => {
    if (!found || kinds === undefined) return null;
    return shareOut({ neighbours: found.neighbours, count: found.motifs.length, kinds, seed: spread.seed });
  }, [found, kinds, spread.seed]);
  const byHand = card.pieces.flatMap((piece) => {
    const shape = piece.cut.by === 'hand' ? shapeOfPiece(make, drawer, piece) : null;
    return shape ? [{ id: piece.id, name: nameOf(piece.id), ...fussyCut(shape.outline) }] : [];
  });
  const leftOut = [...new Set(found?.leftOut ?? [])];
  return (
    <section aria-label={`Panel of ${card.name}`} className="space-y-3" data-settled={isSettled} data-motifs={found?.motifs.length}>
      <h3 className="text-lg">{card.name}</h3>
      <div className="flex flex-wrap items-end gap-3">
        <LengthField
          when="left"
          label="Panel wide"
          className="w-28"
          mm={spread.widthMm}
          onMm={(mm) => isPanel(mm) && change((own) => ({ ...own, widthMm: mm }))}
        />
        <LengthField
          when="left"
          label="Panel high"
          className="w-28"
          mm={spread.heightMm}
          onMm={(mm) => isPanel(mm) && change((own) => ({ ...own, heightMm: mm }))}
        />
        <LengthField
          when="left"
          label="Between them"
          className="w-28"
          mm={spread.gapMm}
          onMm={(mm) => mm !== null && mm <= 50 && change((own) => ({ ...own, gapMm: mm }))}
        />
        <ToggleChip
          isOn={spread.free !== undefined}
          onTurn={() =>
            change(({ free, ...own }) =>
              free ? own : { ...own, free: { widthMm: Math.round(own.widthMm * 0.5), heightMm: Math.round(own.heightMm * 0.4) } },
            )
          }
        >
          Round a free middle
        </ToggleChip>
        {spread.free && (
          <>
            <LengthField
              when="left"
              label="Middle wide"
              className="w-28"
              mm={spread.free.widthMm}
              onMm={(mm) => isPanel(mm) && change((own) => ({ ...own, free: { widthMm: mm, heightMm: own.free?.heightMm ?? mm } }))}
            />
            <LengthField
              when="left"
              label="Middle high"
              className="w-28"
              mm={spread.free.heightMm}
              onMm={(mm) => isPanel(mm) && change((own) => ({ ...own, free: { heightMm: mm, widthMm: own.free?.widthMm ?? mm } }))}
            />
          </>
        )}
      </div>
      <fieldset className="flex flex-wrap items-center gap-2" aria-label="What lies on it">
        {card.pieces.map(({ id, count }) => {
          const isOn = spread.pieceIds.includes(id);
          const ids = isOn ? spread.pieceIds.filter((own) => own !== id) : [...spread.pieceIds, id];
          return (
            <ToggleChip key={id} isOn={isOn} onTurn={() => ids.length > 0 && change((own) => ({ ...own, pieceIds: ids }))}>
              {count} × {nameOf(id)}
            </ToggleChip>
          );
        })}
      </fieldset>
      <div className="flex flex-wrap items-center gap-3">
        <Button onClick={() => change((own) => ({ ...own, seed: (own.seed + 1) % 1_000_000 }))}>Spread them anew</Button>
        <span>Colourways among them</span>
        <Counter
          label={`colourway of ${card.name}`}
          value={kinds ?? 1}
          least={1}
          most={12}
          onValue={(value) => change(({ kinds: _, ...own }) => (value < 2 ? own : { ...own, kinds: value }))}
        />
      </div>
      {!found && <p role="status">Laying them down …</p>}
      {found && <SpreadDrawing {...{ make, drawer, card, spread, found }} kinds={shared && !('problem' in shared) ? shared : null} />}
      {shared && 'problem' in shared && <p role="alert">{shared.problem}</p>}
      {shared && !('problem' in shared) && (
        <p data-shared>
          {Array.from({ length: kinds ?? 0 }, (_, kind) => `${kind + 1}: ${shared.filter((own) => own === kind).length} ×`).join(', ')}. No
          two neighbours are alike.
        </p>
      )}
      {leftOut.length > 0 && (
        <p role="alert">
          There is no room for {leftOut.map((id) => `${found?.leftOut.filter((own) => own === id).length} × ${nameOf(id)}`).join(', ')}: a
          larger panel, less between them, or fewer.
        </p>
      )}
      {byHand.map(({ id, name, lengthMm, tight, inner }) => (
        <p key={id} className="text-sm" data-fussy={name}>
          {name} is fussy cut: {Math.round(lengthMm / 10)} cm round, {counted(tight, 'tight corner')}
          {inner > 0 && `, ${inner} of them inwards`}.
        </p>
      ))}
    </section>
  );
}

const isPanel = (mm: number | null): mm is number => mm !== null && mm >= 10 && mm <= 1000;
