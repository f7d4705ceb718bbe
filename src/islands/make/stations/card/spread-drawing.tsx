import type { Card, CardSpread } from '#model/card';
import type { DrawerItem } from '#model/drawer';
import type { Make } from '#model/make';
import type { SpreadColourways } from '#core/card/colourways-of-spread';
import { shapeOfPiece } from '#core/card/motifs-of-card';
import { boundsMm, turned } from '#core/outline/outline';
import type { Spread } from '#core/spread/spread-motifs';
import { outlinePath } from '#ui/outline/outline-path.ts';

type Props = {
  make: Make;
  drawer: readonly DrawerItem[];
  card: Card;
  spread: CardSpread;
  found: Spread;
  colourways: SpreadColourways | null;
};

/** A panel with what is spread over it; colourways as numbers. */
export function SpreadDrawing({ make, drawer, card, spread: { widthMm, heightMm, free }, found, colourways }: Props) {
  return (
    <svg
      viewBox={`-1 -1 ${widthMm + 2} ${heightMm + 2}`}
      className="h-full max-h-[84dvh] w-full"
      role="img"
      aria-label={`${card.name}: ${found.motifs.length} pieces on a panel`}
    >
      <rect width={widthMm} height={heightMm} className="fill-paper stroke-ink" strokeWidth={0.4} />
      {free && (
        <ellipse
          cx={widthMm / 2}
          cy={heightMm / 2}
          rx={free.widthMm / 2}
          ry={free.heightMm / 2}
          className="fill-none stroke-edge"
          strokeWidth={0.4}
          strokeDasharray="2 2"
        />
      )}
      {found.motifs.map(({ id, xMm, yMm, turnedDeg }, place) => {
        const piece = card.pieces.find((own) => own.id === id);
        const shape = piece && shapeOfPiece(make, drawer, piece);
        if (!shape) return null;
        const bounds = boundsMm(turned(shape.outline, turnedDeg));
        const middle = boundsMm(shape.outline);
        const kind = colourways?.kinds[place] ?? null;
        return (
          <g
            // biome-ignore lint/suspicious/noArrayIndexKey: a motif is its place in the spread.
            key={place}
            transform={`translate(${xMm - bounds.xMm} ${yMm - bounds.yMm}) rotate(${turnedDeg})`}
            data-motif={id}
            data-kind={kind ?? undefined}
          >
            {shape.picture && (
              <image
                href={`/api/blobs/${shape.picture.sha256}`}
                width={shape.picture.widthMm}
                height={shape.picture.heightMm}
                clipPath={`path("${outlinePath(shape.outline)}")`}
                preserveAspectRatio="none"
              />
            )}
            <path d={outlinePath(shape.outline)} className="fill-none stroke-ink" strokeWidth={shape.picture ? 0.25 : 0.6} />
            {kind !== null && (
              <text
                x={middle.xMm + middle.widthMm / 2}
                y={middle.yMm + middle.heightMm / 2}
                transform={`rotate(${-turnedDeg} ${middle.xMm + middle.widthMm / 2} ${middle.yMm + middle.heightMm / 2})`}
                textAnchor="middle"
                dominantBaseline="central"
                fontSize={6}
                className="fill-ink stroke-paper font-code"
                strokeWidth={1.6}
                paintOrder="stroke"
              >
                {kind + 1}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
