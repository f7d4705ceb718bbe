import type { CardPiece } from '#model/card';
import type { Make } from '#model/make';
import { drawnById } from '#core/card/needs-of-make';
import { atMiddleOf, boundsMm } from '#core/outline/outline';
import { outlinePath } from '#ui/outline/outline-path.ts';

/** A piece, small: its image as it is coloured, or the shape of its die. */
export function PieceDrawing({ make, piece: { image, cut } }: { make: Make; piece: Pick<CardPiece, 'image' | 'cut'> }) {
  if (image.kind === 'picture') {
    const asked = new URLSearchParams({ picture: image.pictureId, ...(image.colouringId ? { colouring: image.colouringId } : {}) });
    return <img src={`/api/makes/${make.id}/thumbnail?${asked}`} alt="" className="size-16 bg-paper object-contain" loading="lazy" />;
  }
  const die = cut.by === 'die' || cut.by === 'window' ? drawnById(make, 'die', cut.drawnId) : undefined;
  if (image.kind === 'words' || !die)
    return (
      <span className="flex size-16 items-center justify-center border border-edge font-display text-2xl" aria-hidden="true">
        {image.kind === 'words' ? 'Aa' : ''}
      </span>
    );
  const { xMm, yMm, widthMm, heightMm } = boundsMm(die.outline);
  const edge = Math.max(widthMm, heightMm) / 20;
  return (
    <svg viewBox={`${xMm - edge} ${yMm - edge} ${widthMm + 2 * edge} ${heightMm + 2 * edge}`} className="size-16" aria-hidden="true">
      <path d={outlinePath(die.outline)} className="fill-bench stroke-ink" strokeWidth={edge / 2} />
      {(cut.by === 'die' ? (cut.through ?? []) : []).map((one, place) => {
        const further = drawnById(make, 'die', one.drawnId);
        return (
          further && (
            <path
              // biome-ignore lint/suspicious/noArrayIndexKey: a further die is its place in the list.
              key={place}
              d={outlinePath(atMiddleOf(further.outline, die.outline, one.xMm, one.yMm))}
              className="fill-paper stroke-ink"
              strokeWidth={edge / 2}
            />
          )
        );
      })}
    </svg>
  );
}
