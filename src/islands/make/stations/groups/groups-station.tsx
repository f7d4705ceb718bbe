import { useEffect } from 'react';
import { idSchema } from '#model/id';
import { useShallow } from 'zustand/react/shallow';
import { StepTabs } from '#ui/controls/step-tabs.tsx';
import { groupsSteps, nothingTried } from './groups-desk';
import type { GroupsProps } from './groups-props';
import { KeptPanel } from './kept-panel';
import { InsteadPanel } from './instead-panel';
import { LaddersPanel } from './ladders-panel';
import { PalettePanel } from './palette-panel';
import { PartingPanel } from './parting-panel';
import { PullPanel } from './pull-panel';
import { SharePanel } from './share-panel';

/** The Groups station: a light-to-dark ladder for each element, and what they are together. */
export function GroupsStation(props: GroupsProps) {
  const { useMake, useGroups, picture, parting } = props;
  const { step, said, set } = useGroups(useShallow((state) => ({ step: state.step, said: state.said, set: state.set })));
  // What was tried on one picture is nothing to another; what is only shown ends with the station.
  useEffect(() => {
    const desk = useGroups.getState();
    if (desk.pictureId !== picture.id) desk.set({ ...nothingTried, pictureId: picture.id });
    return () => useGroups.getState().set({ preview: null });
  }, [picture.id, useGroups]);
  // Whoever comes from a kept recipe finds it here, once.
  useEffect(() => {
    const address = new URL(window.location.href);
    const asked = idSchema.safeParse(address.searchParams.get('lay'));
    if (!asked.success) return;
    useGroups.getState().set({ step: 'kept', keptId: asked.data });
    address.searchParams.delete('lay');
    window.history.replaceState(null, '', address);
  }, [useGroups]);
  const steps = groupsSteps.map(({ id, name }) => ({
    id,
    name,
    open: id === 'parting' && parting.pairs && parting.pairs.length > 0 ? String(parting.pairs.length) : undefined,
  }));
  return (
    <section aria-labelledby="groups-heading" className="flex min-h-full flex-col">
      <h2 id="groups-heading" className="sr-only">
        Groups
      </h2>
      <StepTabs
        label="Work on the groups"
        steps={steps}
        current={step}
        fills
        onGo={(id) => {
          set({ step: id, said: '', preview: null, pointedPair: null, rungId: null });
          // There the whole picture is looked at.
          if (id === 'parting' || id === 'palette') useMake.getState().takeInHand({ kind: 'nothing' });
        }}
      >
        {step === 'ladders' && <LaddersPanel {...props} />}
        {step === 'parting' && <PartingPanel {...props} />}
        {step === 'palette' && <PalettePanel {...props} />}
        {step === 'share' && <SharePanel {...props} />}
        {step === 'instead' && <InsteadPanel {...props} />}
        {step === 'kept' && <KeptPanel {...props} />}
        {step === 'pull' && <PullPanel {...props} />}
        <p role="status" className="empty:hidden" data-groups-said>
          {said}
        </p>
      </StepTabs>
    </section>
  );
}
