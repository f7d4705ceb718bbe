import { useEffect, useMemo } from 'react';
import type { Make } from '#model/make';
import { needsOfMake } from '#core/card/needs-of-make';
import { counted } from '#core/make/counted';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import { useSupplies } from '#islands/shared/supplies-store.ts';
import { StepTabs } from '#ui/controls/step-tabs.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import type { MakeStore } from '../../document/make-store';
import type { Desk } from '../station';
import { StationHeading } from '../station-heading';
import { type CardDeskState, cardSteps } from './card-desk';
import { DrawnAnew } from './drawn-anew';
import { LayoutPanel } from './layout/layout-panel';
import { TogetherPanel } from './layout/together-panel';
import { NeedsPanel } from './needs-panel';
import { PaperPanel } from './paper-panel';
import { PlacePanel } from './place-panel';
import { PassesPanel } from './passes-panel';

type Props = { useMake: MakeStore; make: Make; useDesk: Desk<CardDeskState> };

/** The Card station: what the cards need, and how it is stamped and cut. */
export function CardStation({ useMake, make, useDesk }: Props) {
  const { step, set } = useDesk();
  const { problem, load } = useDrawer();
  const loadSupplies = useSupplies((state) => state.load);
  useEffect(() => {
    void load();
    void loadSupplies();
  }, [load, loadSupplies]);
  const needs = useMemo(() => needsOfMake(make), [make]);
  return (
    <section aria-labelledby="card-heading" className="space-y-4">
      <StationHeading id="card-heading">{make.cards ? counted(needs.pieces, 'piece') : 'Card'}</StationHeading>
      {problem && <ProblemNotice problem={problem} />}
      <DrawnAnew {...{ useMake, make }} />
      <StepTabs label="Steps of the card" steps={cardSteps} current={step} onGo={(next) => set({ step: next })}>
        {step === 'needs' && <NeedsPanel {...{ useMake, make, needs, useDesk }} />}
        {step === 'paper' && <PaperPanel {...{ useMake, make, useDesk }} />}
        {step === 'place' && <PlacePanel {...{ useMake, make, useDesk }} />}
        {step === 'passes' && <PassesPanel {...{ useMake, make, needs }} />}
        {step === 'layout' && <LayoutPanel {...{ useMake, make, useDesk }} />}
        {step === 'together' && <TogetherPanel {...{ useMake, make, useDesk }} />}
      </StepTabs>
    </section>
  );
}
