import type { Make } from '#model/make';
import { lampOfCard } from '#core/layout/light-agrees';
import { lightPatch } from '#core/layout/light-patch';
import { StillCard } from './still-card';
import type { CardLook } from './use-card-look';

/** So many steps where no ink of the ground is named. */
const usualSteps = 3;

/** Where the ground is lightest under the lamp of the card, to blend by: steps of ink round it, the lightest within. */
export function LightPatchDrawing({ make, look }: { make: Make; look: CardLook }) {
  const { card, front, laid } = look;
  const inks = card.grounds?.find(({ how, inks: own }) => how === 'blended' && own)?.inks ?? [];
  const steps = inks.length || usualSteps;
  const patch = lightPatch(lampOfCard(make, card), laid, front, steps);
  const size = Math.max(3.5, front.heightMm / 30);
  return (
    <figure className="flex min-h-0 flex-1 flex-col" data-patch={`${patch.xMm.toFixed(1)} ${patch.yMm.toFixed(1)}`}>
      <StillCard
        {...{ make, look }}
        label={`${card.name}: its ground is lightest ${Math.round(patch.xMm)} mm from the left and ${Math.round(patch.yMm)} mm from the top`}
        onlyIds={new Set()}
      >
        <clipPath id="patch-front">
          <rect width={front.widthMm} height={front.heightMm} />
        </clipPath>
        <g clipPath="url(#patch-front)">
          {patch.steps.map(({ radiusXMm, radiusYMm }, step) => (
            <ellipse
              key={radiusXMm}
              cx={patch.xMm}
              cy={patch.yMm}
              rx={radiusXMm}
              ry={radiusYMm}
              className="fill-none stroke-ink"
              strokeWidth={0.3 + 0.25 * step}
              strokeDasharray="2 1.5"
            />
          ))}
          {patch.steps.map(({ radiusYMm }, step) => {
            const inner = step === 0 ? 0 : (patch.steps[step - 1]?.radiusYMm ?? 0);
            // Below the patch where the card has more room there, else above.
            const down = patch.yMm < front.heightMm / 2 ? 1 : -1;
            return (
              <text
                key={radiusYMm}
                x={patch.xMm}
                y={Math.max(
                  size,
                  Math.min(front.heightMm - size, patch.yMm + down * (step === 0 ? 0 : Math.min((inner + radiusYMm) / 2, inner + size))),
                )}
                textAnchor="middle"
                dominantBaseline="central"
                fontSize={size}
                className="fill-ink stroke-paper font-code"
                strokeWidth={1}
                paintOrder="stroke"
              >
                {inks[step] ?? (step === 0 ? '1 lightest' : step === steps - 1 ? `${step + 1} darkest` : step + 1)}
              </text>
            );
          })}
        </g>
      </StillCard>
      <figcaption className="text-center text-sm">
        Lightest ink first, over all; each next one begins at its line and goes to the edges.
      </figcaption>
    </figure>
  );
}
