import { useId, useMemo } from 'react';
import type { Card } from '#model/card';
import type { Make } from '#model/make';
import { assemblyTasks } from '#core/assembly/tasks';
import { supportOf } from '#core/layout/support';
import { outlinePath } from '#ui/outline/outline-path.ts';
import type { Desk } from '../../station';
import type { CardDeskState } from '../card-desk';
import { StillCard } from './still-card';
import { cardToLay, useCardLook } from './use-card-look';

type Props = { make: Make; useDesk: Desk<CardDeskState> };

/** In the picture's place: the card with its foam and glue; what the step in hand is about stands out. */
export function TogetherPlace({ make, useDesk }: Props) {
  const card = cardToLay(
    make,
    useDesk((state) => state.cardId),
  );
  return card ? <HeldCard key={card.id} {...{ make, useDesk, card }} /> : null;
}

function HeldCard({ make, useDesk, card }: Props & { card: Card }) {
  const look = useCardLook(make, card);
  const { taskId } = useDesk();
  const { beside, laid, heights, front, layout } = look;
  const hatch = useId();
  const support = useMemo(() => supportOf(laid, heights, front, make.cardPlan?.likes), [laid, heights, front, make.cardPlan?.likes]);
  const task = useMemo(
    () => (taskId === null ? undefined : assemblyTasks({ make, card, beside, laid, support }).find(({ id }) => id === taskId)),
    [taskId, make, card, beside, laid, support],
  );
  const onlyIds = task && task.itemIds.length > 0 ? new Set(task.itemIds) : null;
  return (
    <figure className="flex h-full flex-col p-2" data-together-place={layout.name}>
      <StillCard
        {...{ make, look, onlyIds }}
        label={`${card.name} with ${support.reduce((sum, { foam }) => sum + (foam?.foams.length ?? 0), 0)} pieces of foam`}
      >
        <pattern id={hatch} width={2} height={2} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width={2} height={2} className="fill-paper" fillOpacity={0.6} />
          <line y2={2} className="stroke-ink" strokeWidth={0.5} />
        </pattern>
        {support
          .filter(({ laid: own }) => onlyIds === null || onlyIds.has(own.item.id))
          .map(({ laid: own, foam, glue }) => (
            <g key={own.item.id}>
              {glue && <path d={glue.map(outlinePath).join('')} fillRule="evenodd" fill={`url(#${hatch})`} data-glue={own.name} />}
              {foam?.foams.map(({ xMm, yMm, sideMm }) => (
                <rect
                  key={`${xMm} ${yMm}`}
                  x={xMm - sideMm / 2}
                  y={yMm - sideMm / 2}
                  width={sideMm}
                  height={sideMm}
                  className="fill-paper stroke-ink"
                  fillOpacity={0.75}
                  strokeWidth={0.4}
                  data-foam={own.name}
                />
              ))}
            </g>
          ))}
      </StillCard>
      <figcaption className="text-center text-sm">
        {task ? task.name : 'White squares: foam behind what is raised. Hatched: where glue may go.'}
      </figcaption>
    </figure>
  );
}
