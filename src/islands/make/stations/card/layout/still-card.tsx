import type { ReactNode } from 'react';
import type { Make } from '#model/make';
import { drawnCard } from '#core/layout/drawn';
import { lampOfCard } from '#core/layout/light-agrees';
import { LaidDrawing } from './laid-drawing';
import type { CardLook } from './use-card-look';

type Props = {
  make: Make;
  look: CardLook;
  label: string;
  /** Things that stand out, the others faded; null: none does. */
  onlyIds?: ReadonlySet<string> | null;
  /** Over the things, in mm of the front. */
  children?: ReactNode;
};

/** The front of a card as it lies, to be looked at. */
export function StillCard({ make, look, label, onlyIds = null, children }: Props) {
  const { front, laid, heights, beside, card } = look;
  const drawn = drawnCard(laid, { supplies: beside.supplies, lamp: lampOfCard(make, card), heights });
  const isOnFront = new Set(laid.filter((own) => !own.isInside).map(({ item }) => item.id));
  const edge = Math.max(front.widthMm, front.heightMm) / 16;
  return (
    <svg
      viewBox={`${-edge} ${-edge} ${front.widthMm + 2 * edge} ${front.heightMm + 2 * edge}`}
      className="min-h-0 w-full flex-1"
      role="img"
      aria-label={label}
    >
      <rect
        width={front.widthMm}
        height={front.heightMm}
        className="stroke-ink"
        strokeWidth={0.4}
        fill={beside.supplies.find(({ kind, name }) => kind === 'paper' && name === front.paper)?.hex ?? '#ffffff'}
      />
      {drawn
        .filter(({ itemId }) => isOnFront.has(itemId))
        .map((own) => (
          <LaidDrawing key={own.itemId} makeId={make.id} drawn={own} isFaded={onlyIds !== null && !onlyIds.has(own.itemId)} />
        ))}
      {children}
    </svg>
  );
}
