import type { Make } from '#model/make';
import { drawnById } from '#core/card/needs-of-make';
import { boundsMm, turned } from '#core/outline/outline';
import type { LaidDie } from '#core/passes/die-passes';
import { outlinePath } from '#ui/outline/outline-path.ts';

const pxPerMm = 1.35;

/** A plate with its dies as they lie on it, each with the image it cuts. */
export function PassDrawing({ make, plate, pass }: { make: Make; plate: { widthMm: number; heightMm: number }; pass: readonly LaidDie[] }) {
  return (
    <svg
      width={plate.widthMm * pxPerMm}
      height={plate.heightMm * pxPerMm}
      viewBox={`0 0 ${plate.widthMm} ${plate.heightMm}`}
      className="max-w-full bg-paper shadow-[0_0_0_2px_var(--color-ink)]"
      role="img"
      aria-label={`Plate with ${pass.map(({ id }) => drawnById(make, 'die', id)?.name ?? 'a die').join(', ')}`}
    >
      {pass.map(({ id, xMm, yMm, turnedDeg }) => {
        const die = drawnById(make, 'die', id);
        if (!die) return null;
        const bounds = boundsMm(turned(die.outline, turnedDeg));
        const picture = make.pictures.find(({ original }) => original.sha256 === die.imageSha256);
        return (
          <g key={id} transform={`translate(${xMm - bounds.xMm} ${yMm - bounds.yMm}) rotate(${turnedDeg})`} data-die={die.name}>
            {picture && (
              <image
                href={`/api/blobs/${picture.grey.sha256}`}
                width={picture.widthMm}
                height={picture.heightMm}
                clipPath={`path("${outlinePath(die.outline)}")`}
                preserveAspectRatio="none"
              />
            )}
            <path
              d={outlinePath(die.outline)}
              className="fill-none stroke-ink"
              strokeWidth={0.9}
              {...(die.does === 'scores' ? { strokeDasharray: '3 2' } : {})}
            />
          </g>
        );
      })}
    </svg>
  );
}
