import { useRef } from 'react';
import type { Card } from '#model/card';
import type { Make } from '#model/make';
import type { LampOver } from '#model/plan-source';
import { lampOfCard } from '#core/layout/light-agrees';
import { totalThicknessMm } from '#core/layout/heights';
import { thicknessOf } from '#core/layout/laid';
import { useLengthUnit } from '#islands/shared/length-unit.ts';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { Lamp } from '#ui/lamp/lamp.tsx';
import { useFit } from '#ui/size/use-fit.ts';
import type { MakeStore } from '../../../document/make-store';
import type { Desk } from '../../station';
import { changeCard } from '../card-acts';
import { type CardDeskState, cardViews } from '../card-desk';
import { CardStage } from './card-stage';
import { LightPatchDrawing } from './light-patch-drawing';
import { OpenedCard } from './opened-card';
import { SideView } from './side-view';
import { StillCard } from './still-card';
import { type CardLook, cardToLay, useCardLook, useTones } from './use-card-look';

type Props = { useMake: MakeStore; make: Make; useDesk: Desk<CardDeskState> };

/** Room round the card, in mm, where what hangs over is seen; and for the lamp, in CSS px. */
const [marginMm, lampPx] = [14, 34];

/** In the picture's place: the card as it is laid out. */
export function LayoutPlace(props: Props) {
  const card = cardToLay(
    props.make,
    props.useDesk((state) => state.cardId),
  );
  return card ? <LaidCard key={card.id} {...props} card={card} /> : null;
}

function LaidCard({ useMake, make, useDesk, card }: Props & { card: Card }) {
  const look = useCardLook(make, card);
  const { view, besideId, set } = useDesk();
  const unit = useLengthUnit((state) => state.unit);
  useTones(make, look.laid, (tones) => set({ tones }));
  const { front, laid, heights, beside } = look;
  const other = card.layouts?.find(({ id }) => id === besideId && id !== look.layout.id);
  return (
    <div className="flex h-full flex-col gap-2 p-2" data-layout-place={look.layout.name} data-view={view}>
      <div className="flex flex-wrap items-center gap-2">
        <ChoiceButtons label="What is seen of the card" choices={cardViews} chosen={view} onChoose={(next) => set({ view: next })} />
      </div>
      <div className="flex min-h-0 flex-1 gap-2">
        {view === 'front' && other ? (
          <>
            <FrontOf {...{ useMake, make, useDesk, look }} />
            <OtherLayout {...{ make, card }} layoutId={other.id} name={other.name} />
          </>
        ) : view === 'front' ? (
          <FrontOf {...{ useMake, make, useDesk, look }} />
        ) : view === 'opened' ? (
          <OpenedCard {...{ useMake, make, useDesk, look }} />
        ) : view === 'side' ? (
          <SideView {...{ look, unit }} totalMm={totalThicknessMm(laid, heights, thicknessOf(front.paper, beside.supplies))} />
        ) : (
          <LightPatchDrawing {...{ make, look }} />
        )}
      </div>
    </div>
  );
}

/** The front with its lamp beside it. */
function FrontOf({ useMake, make, useDesk, look }: Props & { look: CardLook }) {
  const { card, front, layout } = look;
  const edit = useMake((state) => state.edit);
  const place = useRef<HTMLDivElement>(null);
  const size = useFit(place, front.widthMm, front.heightMm, lampPx);
  const perMm = size.width / front.widthMm;
  const lamp = lampOfCard(make, card);
  const { lampInHand, set } = useLampInHand(useDesk);
  const shown: LampOver | null = lampInHand ?? (lamp.kind === 'distant' ? lamp : null);
  return (
    <div ref={place} className="flex min-w-0 flex-1 items-center justify-center">
      {size.width > 0 && (
        <div className="relative" style={size} data-lamp-deg={shown?.kind === 'distant' ? Math.round(shown.azimuthDeg) : undefined}>
          {/* biome-ignore lint/a11y/useSemanticElements: a drawing holds no fieldset. */}
          <svg
            className="touch-none"
            viewBox={`${-marginMm} ${-marginMm} ${front.widthMm + 2 * marginMm} ${front.heightMm + 2 * marginMm}`}
            style={{
              position: 'absolute',
              left: -marginMm * perMm,
              top: -marginMm * perMm,
              width: size.width + 2 * marginMm * perMm,
              height: size.height + 2 * marginMm * perMm,
            }}
            role="group"
            aria-label={`${card.name}, ${layout.name}: ${layout.items.length} things on it`}
          >
            <CardStage {...{ useMake, make, look, useDesk, marginMm }} isInside={false} />
          </svg>
          {shown && (
            <Lamp
              lamp={shown}
              width={size.width}
              height={size.height}
              widthMm={front.widthMm}
              onMove={(moved) => set(moved)}
              onSettle={(moved) => {
                set(null);
                if (moved.kind === 'distant') edit(changeCard(card.id, (own) => ({ ...own, lamp: moved })));
              }}
            />
          )}
        </div>
      )}
    </div>
  );
}

function useLampInHand(useDesk: Desk<CardDeskState>) {
  const { lampInHand, set } = useDesk();
  return { lampInHand, set: (moved: LampOver | null) => set({ lampInHand: moved }) };
}

function OtherLayout({ make, card, layoutId, name }: { make: Make; card: CardLook['card']; layoutId: string; name: string }) {
  const look = useCardLook(make, card, layoutId);
  return (
    <figure className="flex min-w-0 flex-1 flex-col" data-beside={name}>
      <StillCard {...{ make, look }} label={`${card.name}, ${name}, to compare`} />
      <figcaption className="text-center font-semibold">{name}</figcaption>
    </figure>
  );
}
