import { useMemo } from 'react';
import type { Card } from '#model/card';
import type { Make } from '#model/make';
import { assemblyOrder } from '#core/assembly/assembly-order';
import { assemblyTasks } from '#core/assembly/tasks';
import { totalThicknessMm } from '#core/layout/heights';
import { thicknessOf } from '#core/layout/laid';
import { supportOf } from '#core/layout/support';
import type { MakeStore } from '../../../document/make-store';
import type { Desk } from '../../station';
import type { CardDeskState } from '../card-desk';
import { AssemblyList } from './assembly-list';
import { CardLikes } from './card-likes';
import { LayoutOnPaper } from './layout-on-paper';
import { SupportList } from './support-list';
import { cardToLay, useCardLook } from './use-card-look';

type Props = { useMake: MakeStore; make: Make; useDesk: Desk<CardDeskState> };

/** How everything is held, and in which order the card is put together until it can be posted. */
export function TogetherPanel(props: Props) {
  const card = cardToLay(
    props.make,
    props.useDesk((state) => state.cardId),
  );
  if (!card) return <p className="bg-paper p-4">Nothing lies on a card yet. Say it at “What is needed”, or cut its papers at “Paper”.</p>;
  return <CardTogether key={card.id} {...props} card={card} />;
}

function CardTogether({ useMake, make, useDesk, card }: Props & { card: Card }) {
  const look = useCardLook(make, card);
  const { beside, laid, heights, front } = look;
  const likes = make.cardPlan?.likes;
  const support = useMemo(() => supportOf(laid, heights, front, likes), [laid, heights, front, likes]);
  const order = useMemo(
    () => assemblyOrder(assemblyTasks({ make, card, beside, laid, support }), card.placings),
    [make, card, beside, laid, support],
  );
  const total = totalThicknessMm(laid, heights, thicknessOf(front.paper, beside.supplies));
  return (
    <div className="space-y-5">
      <p className="bg-paper px-3 py-2" data-thick={total.toFixed(2)}>
        {card.name} is {total.toFixed(1)} mm thick.
      </p>
      <AssemblyList {...{ useMake, useDesk, card, order }} />
      <SupportList support={support} />
      <CardLikes {...{ useMake, make }} />
      <LayoutOnPaper {...{ make, card }} />
    </div>
  );
}
