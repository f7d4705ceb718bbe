import type { Make } from '#model/make';
import { drawnById } from '#core/card/needs-of-make';
import { type PassGroup, partsOnPlate } from '#core/card/pass-groups';
import { boundsMm, turned } from '#core/outline/outline';
import type { LaidDie } from '#core/passes/die-passes';
import { outlinePath } from '#ui/outline/outline-path.ts';

const pxPerMm = 1.35;

type Props = { make: Make; plate: { widthMm: number; heightMm: number }; pass: readonly LaidDie[]; group: PassGroup };

/** A plate with its dies as they lie on it, each with the image it cuts, those taped within, or the piece it goes through. */
export function PassDrawing({ make, plate, pass, group }: Props) {
  return (
    <svg
      width={plate.widthMm * pxPerMm}
      height={plate.heightMm * pxPerMm}
      viewBox={`0 0 ${plate.widthMm} ${plate.heightMm}`}
      className="h-auto max-w-full bg-paper shadow-[0_0_0_2px_var(--color-ink)]"
      role="img"
      aria-label={`Plate with ${pass.map(({ id }) => drawnById(make, 'die', id)?.name ?? 'a die').join(', ')}`}
    >
      {pass.map(({ id, xMm, yMm, turnedDeg }) => {
        const laid = group.dies.find((own) => own.id === id);
        if (!laid) return null;
        const bounds = boundsMm(turned(laid.outline, turnedDeg));
        return (
          <g key={id} transform={`translate(${xMm - bounds.xMm} ${yMm - bounds.yMm}) rotate(${turnedDeg})`} data-die={laid.name}>
            {partsOnPlate(make, laid).map(({ dieId, outline, isCutAlready }) => {
              const die = drawnById(make, 'die', dieId);
              const picture = make.pictures.find(({ original }) => original.sha256 === die?.imageSha256);
              return (
                <g key={dieId} data-part={die?.name}>
                  {picture && (
                    <image
                      href={`/api/blobs/${picture.grey.sha256}`}
                      width={picture.widthMm}
                      height={picture.heightMm}
                      clipPath={`path("${outlinePath(outline)}")`}
                      preserveAspectRatio="none"
                    />
                  )}
                  <path
                    d={outlinePath(outline)}
                    className={isCutAlready ? 'fill-bench stroke-edge' : 'fill-none stroke-ink'}
                    strokeWidth={isCutAlready ? 0.5 : 0.9}
                    {...(die?.does === 'scores' ? { strokeDasharray: '3 2' } : {})}
                  />
                </g>
              );
            })}
          </g>
        );
      })}
    </svg>
  );
}
