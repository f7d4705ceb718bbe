import type { Make } from '#model/make';
import { findingsOf } from '#core/layout/findings';
import { useLengthUnit } from '#islands/shared/length-unit.ts';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import type { MakeStore } from '../../../document/make-store';
import type { Desk } from '../../station';
import { AddThing } from './add-thing';
import { BaseSize } from './base-size';
import type { CardDeskState } from '../card-desk';
import { CardFindings } from './card-findings';
import { CardLight } from './card-light';
import { GapFillers } from './gap-fillers';
import { LayoutVersions } from './layout-versions';
import { SaveCardPicture } from './save-card-picture';
import { ThingsList } from './things-list';
import { cardToLay, useCardLook } from './use-card-look';

type Props = { useMake: MakeStore; make: Make; useDesk: Desk<CardDeskState> };

/** Where everything lies on the card, what a good eye finds, and the light on it. */
export function LayoutPanel(props: Props) {
  const card = cardToLay(
    props.make,
    props.useDesk((state) => state.cardId),
  );
  if (!card) return <p className="bg-paper p-4">Nothing lies on a card yet. Say it at “What is needed”, or cut its papers at “Paper”.</p>;
  return <CardLaidOut key={card.id} {...props} card={card} />;
}

function CardLaidOut({ useMake, make, useDesk, card }: Props & { card: NonNullable<ReturnType<typeof cardToLay>> }) {
  const look = useCardLook(make, card);
  const unit = useLengthUnit((state) => state.unit);
  const { tones, room, set } = useDesk();
  const { front, laid, heights, beside } = look;
  const findings = findingsOf({ make, card, beside, front, laid, heights, tones, unit });
  const others = (make.cards ?? []).filter(({ pieces, papers = [] }) => pieces.length > 0 || papers.length > 0);
  return (
    <div className="space-y-5" data-findings={findings.open.length}>
      {others.length > 1 && (
        <ChoiceButtons
          label="Which card"
          choices={others.map(({ id, name }) => ({ id, name }))}
          chosen={card.id}
          onChoose={(id) => set({ cardId: id, itemId: null, room: null, besideId: null })}
        />
      )}
      {front.baseId === null && <BaseSize {...{ useMake, look }} />}
      <CardFindings {...{ useMake, make, useDesk, look, findings }} />
      {room && <GapFillers {...{ useMake, make, useDesk, look, room }} />}
      <ThingsList {...{ useMake, make, useDesk, look }} />
      <AddThing {...{ useMake, make, useDesk, look }} />
      <LayoutVersions {...{ useMake, useDesk, look }} />
      {front.baseId !== null && <BaseSize {...{ useMake, look }} />}
      <CardLight {...{ useMake, make, look }} />
      <SaveCardPicture {...{ make, look }} />
    </div>
  );
}
