import type { Card, CardSpread } from '#model/card';
import type { DrawerItem } from '#model/drawer';
import type { Make } from '#model/make';
import { masksOfCard } from '#core/card/masks-of-card';
import { imageName } from '#core/card/needs-of-make';
import { boundsMm, type OutlineMm } from '#core/outline/outline';
import { usualMaskInsetMm } from '#core/outline/mask';
import { Button } from '#ui/controls/button.tsx';
import { Counter } from '#ui/controls/counter.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';
import { outlinePath } from '#ui/outline/outline-path.ts';
import { type CardEdit, changePiece, movePiece } from './card-acts';

type Props = {
  make: Make;
  drawer: readonly DrawerItem[];
  card: Card;
  spread: CardSpread;
  editPieces: (edit: CardEdit) => void;
  change: (next: (spread: CardSpread) => CardSpread) => void;
};

/** The pieces of a card from the front to the back, each with the mask that keeps what is stamped behind it off it. */
export function FrontToBack({ make, drawer, card, spread, editPieces, change }: Props) {
  const seen = card.pieces.filter(({ cut }) => cut.by !== 'window');
  const masks = masksOfCard(make, drawer, card);
  return (
    <div className="space-y-2">
      <h4 className="font-semibold">From the front to the back</h4>
      <ol className="divide-y divide-edge bg-paper" aria-label="From the front to the back">
        {seen.map((piece, place) => {
          const name = imageName(make, piece) ?? 'An image that is gone';
          const isOn = spread.pieceIds.includes(piece.id);
          const ids = isOn ? spread.pieceIds.filter((own) => own !== piece.id) : [...spread.pieceIds, piece.id];
          return (
            <li key={piece.id} className="flex flex-wrap items-center gap-2 px-2 py-1" data-layer={name}>
              <span className="w-6 font-code text-lg">{place + 1}</span>
              <span className="flex w-20 gap-1">
                {masks
                  .filter(({ pieceId }) => pieceId === piece.id)
                  .map(({ isBack, outline }) => (
                    <MaskDrawing
                      key={String(isBack)}
                      outline={outline}
                      words={isBack ? `Mask of the back of ${name}, turned over` : `Mask of ${name}`}
                    />
                  ))}
              </span>
              <strong className="min-w-28 flex-1">{name}</strong>
              <ToggleChip isOn={isOn} onTurn={() => ids.length > 0 && change((own) => ({ ...own, pieceIds: ids }))}>
                Spread
              </ToggleChip>
              <Counter
                label={`of ${name} on the panel`}
                value={piece.count}
                least={1}
                most={200}
                times
                onValue={(count) => editPieces(changePiece(card.id, piece.id, (own) => ({ ...own, count })))}
              />
              <span className="flex">
                <Button
                  weight="quiet"
                  disabled={place === 0}
                  aria-label={`${name} further to the front`}
                  onClick={() => editPieces(movePiece(card.id, piece.id, -1))}
                >
                  ↑
                </Button>
                <Button
                  weight="quiet"
                  disabled={place === seen.length - 1}
                  aria-label={`${name} further to the back`}
                  onClick={() => editPieces(movePiece(card.id, piece.id, 1))}
                >
                  ↓
                </Button>
              </span>
            </li>
          );
        })}
      </ol>
      {masks.length > 0 && (
        <p className="text-sm text-soft">
          What lies in front is masked while what is behind it is stamped: {usualMaskInsetMm} mm within its outline, so that no white rim
          stays.
          {masks.some(({ isBack }) => isBack) && ' Turned over, a mask mirrors its outline, never the stamped image.'} They are printed at
          “Stamp and cut”.
        </p>
      )}
    </div>
  );
}

function MaskDrawing({ outline, words }: { outline: OutlineMm; words: string }) {
  const { xMm, yMm, widthMm, heightMm } = boundsMm(outline);
  return (
    <svg viewBox={`${xMm} ${yMm} ${widthMm} ${heightMm}`} className="h-9 w-9" role="img" aria-label={words}>
      <path d={outlinePath(outline)} className="fill-soft" />
    </svg>
  );
}
