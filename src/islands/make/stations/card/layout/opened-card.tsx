import type { Make } from '#model/make';
import { outlinePath } from '#ui/outline/outline-path.ts';
import type { MakeStore } from '../../../document/make-store';
import type { Desk } from '../../station';
import type { CardDeskState } from '../card-desk';
import { CardStage } from './card-stage';
import type { CardLook } from './use-card-look';

const marginMm = 6;

/** The card opened and drawn flat: the inside of its front with its openings as they are seen from behind, and the page on which it is written. */
export function OpenedCard({
  useMake,
  make,
  look,
  useDesk,
}: {
  useMake: MakeStore;
  make: Make;
  look: CardLook;
  useDesk: Desk<CardDeskState>;
}) {
  const { front, laid, card } = look;
  const isTop = front.fold === 'top';
  const [wide, high] = isTop ? [front.widthMm, 2 * front.heightMm] : [2 * front.widthMm, front.heightMm];
  const page = isTop ? [0, front.heightMm] : [front.widthMm, 0];
  const windows = laid.filter(({ sort }) => sort === 'window');
  return (
    <figure className="flex min-h-0 flex-1 flex-col">
      {/* biome-ignore lint/a11y/useSemanticElements: a drawing holds no fieldset. */}
      <svg
        viewBox={`${-marginMm} ${-marginMm} ${wide + 2 * marginMm} ${high + 2 * marginMm}`}
        className="min-h-0 w-full flex-1 touch-none"
        role="group"
        aria-label={`${card.name} opened: the inside of its front, and the page inside with ${laid.filter(({ isInside }) => isInside).length} things on it`}
      >
        <rect width={front.widthMm} height={front.heightMm} className="fill-paper stroke-ink" strokeWidth={0.4} />
        {windows.map(({ item, outline }) => (
          <path
            key={item.id}
            d={outlinePath(outline)}
            // From behind left and right change places; a card folded at its top is turned over its top edge.
            transform={isTop ? `matrix(1 0 0 -1 0 ${front.heightMm})` : `matrix(-1 0 0 1 ${front.widthMm} 0)`}
            className="fill-soft stroke-ink"
            strokeWidth={0.4}
            data-opening={item.id}
          />
        ))}
        <g transform={`translate(${page[0]} ${page[1]})`}>
          <CardStage {...{ useMake, make, look, useDesk, marginMm }} isInside />
          {windows.map(({ item, outline }) => (
            <path
              key={item.id}
              d={outlinePath(outline)}
              className="pointer-events-none fill-none stroke-soft"
              strokeWidth={0.3}
              strokeDasharray="1.5 1.5"
            />
          ))}
        </g>
        <line
          {...(isTop
            ? { x1: 0, x2: wide, y1: front.heightMm, y2: front.heightMm }
            : { x1: front.widthMm, x2: front.widthMm, y1: 0, y2: high })}
          className="stroke-ink"
          strokeWidth={0.6}
          strokeDasharray="4 2 1 2"
        />
      </svg>
      <figcaption className="text-center text-sm">
        The inside of the front, and the page inside
        {laid.some(({ isInside }) => isInside) ? '.' : ': lay a writing panel, words or a small image there with “Inside the card”.'}
      </figcaption>
    </figure>
  );
}
