import { useEffect } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { SceneLamp } from '#model/lamp';
import type { Make } from '#model/make';
import type { ColouredPicture } from '#model/coloured-picture';
import type { IndexedTable } from '#core/make/region-tables';
import type { ShownMarker } from '#core/markers/assumed-colour';
import { lampWords } from '#core/light/lamp-words';
import { StepTabs } from '#ui/controls/step-tabs.tsx';
import { type LightDesk, lightSteps } from './light-desk';
import type { MakeStore } from '../../document/make-store';
import type { Bands } from '../../plan/use-bands';
import type { Raster } from '../../picture/use-raster';
import { BandAreas } from './band-areas';
import { BesidePanel } from './beside-panel';
import { CutsPanel } from './cuts-panel';
import { HandPanel } from './hand-panel';
import { LampPanel } from './lamp-panel';
import { LightViews } from './light-views';
import { OutsidePanel } from './outside-panel';
import { WishesPanel } from './wishes-panel';
import { StationHeading } from '../station-heading';

type Props = {
  useMake: MakeStore;
  useLight: LightDesk;
  make: Make;
  picture: ColouredPicture;
  table: IndexedTable | undefined;
  raster: Raster;
  bands: Bands;
  markers: readonly ShownMarker[];
  lamp: SceneLamp;
  onGroups: () => void;
};

/** The Light station: one lamp for the whole scene, what each element makes of it, and the maker's own word. */
export function LightStation({ useMake, useLight, make, picture, table, raster, bands, markers, lamp, onGroups }: Props) {
  const { step, set } = useLight(useShallow((state) => ({ step: state.step, set: state.set })));
  const { hand, takeInHand, moveLamp, settleLamp } = useMake(
    useShallow((state) => ({
      hand: state.hand,
      takeInHand: state.takeInHand,
      moveLamp: state.moveLamp,
      settleLamp: state.settleLamp,
    })),
  );
  // What is moved ends with the station.
  useEffect(() => () => useLight.getState().set({ preview: null }), [useLight]);
  const lit = picture.elements.filter(({ id }) => bands.areasMm2.has(id));
  const steps = lightSteps.map(({ id, name }) => ({
    id,
    name,
    open: id === 'hand' && picture.colouring.strokes.length > 0 ? String(picture.colouring.strokes.length) : undefined,
  }));
  return (
    <section aria-labelledby="light-heading" className="space-y-4">
      <StationHeading id="light-heading">The light comes {lampWords(lamp)}</StationHeading>
      <LightViews useLight={useLight} />
      <StepTabs label="Work on the light" steps={steps} current={step} onGo={(id) => set({ step: id, said: '', preview: null })}>
        {step === 'lamp' && (
          <>
            <LampPanel
              {...{ useMake, useLight, picture, lamp }}
              hasMarks={(table?.table.cues.length ?? 0) > 0}
              onMove={moveLamp}
              onSettle={settleLamp}
            />
            {lit.length === 0 ? (
              <p>No element has a ladder yet: give one at Groups, and its bands will follow the lamp.</p>
            ) : (
              <BandAreas elements={lit} areasMm2={bands.areasMm2} {...{ markers, table }} />
            )}
          </>
        )}
        {step === 'elements' && (
          <WishesPanel
            {...{ useMake, useLight, picture, markers }}
            chosenId={hand.kind === 'element' ? hand.elementId : null}
            onChoose={(elementId) => takeInHand(elementId === null ? { kind: 'nothing' } : { kind: 'element', elementId })}
          />
        )}
        {step === 'cuts' && (
          <CutsPanel {...{ useMake, useLight, picture, bands }} chosenId={hand.kind === 'element' ? hand.elementId : null} />
        )}
        {step === 'outside' && <OutsidePanel {...{ useMake, useLight, picture, table, onGroups }} />}
        {step === 'hand' && <HandPanel {...{ useMake, useLight, picture }} />}
        {step === 'beside' && <BesidePanel {...{ useLight, make, picture, table, raster, markers, lamp, bands }} onSettle={settleLamp} />}
      </StepTabs>
    </section>
  );
}
