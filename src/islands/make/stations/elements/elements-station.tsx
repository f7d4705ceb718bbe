import { useId, useMemo } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { Make } from '#model/make';
import type { ColouredElement, ColouredPicture } from '#model/coloured-picture';
import { suggestedNames } from '#core/make/element-names';
import { progressOfPicture } from '#core/make/progress';
import type { IndexedTable } from '#core/make/region-tables';
import type { OpenInside } from '#core/picture/open-inside';
import { measureElement } from '#core/technique/nib';
import { useListedMakes } from '#islands/shared/use-fetched.ts';
import { StepTabs } from '#ui/controls/step-tabs.tsx';
import { gatherLike, hasAreas, nameElement, patchElement, removeElement, showNextWhite, stillToName, whiteLike } from './elements-acts';
import { type ElementsDesk, elementsSteps } from './elements-desk';
import type { MakeStore } from '../../document/make-store';
import type { Raster } from '../../picture/use-raster';
import { BodiesPanel } from './bodies-panel';
import { type ElementActs, ElementRow } from './element-row';
import { FrontsPanel } from './fronts-panel';
import { GatherHead, OpenInsideNotice } from './gather-head';
import { Proposals } from './proposals';
import { SpotsPanel } from './spots-panel';
import { useLastInput, useLettersToName } from './letters-to-name';
import { WhitePanel } from './white-panel';
import { StationHeading } from '../station-heading';

type Props = {
  useMake: MakeStore;
  useElements: ElementsDesk;
  make: Make;
  picture: ColouredPicture;
  table: IndexedTable | undefined;
  raster: Raster;
  /** Null while it is not known. */
  openInside: OpenInside | null;
  onMend: () => void;
};

/** The Elements station: what is what in the picture, what hangs together, what lies in front, and what was overlooked. */
export function ElementsStation(props: Props) {
  const { useMake, useElements, picture, table, openInside, onMend } = props;
  const { step, said, set } = useElements(useShallow((state) => ({ step: state.step, said: state.said, set: state.set })));
  const { hand, takeInHand } = useMake(useShallow((state) => ({ hand: state.hand, takeInHand: state.takeInHand })));
  const { whiteRegions } = progressOfPicture(picture);
  const steps = elementsSteps.map(({ id, name }) => ({ id, name, open: id === 'white' ? String(whiteRegions) : undefined }));
  return (
    <section aria-labelledby="elements-heading" className="space-y-3">
      <StationHeading id="elements-heading">What is what?</StationHeading>
      <StepTabs
        label="Work on the elements"
        steps={steps}
        current={step}
        onGo={(id) => {
          set({ step: id, said: '', bodyAt: null, bodyAct: 'choose', frontsOf: null, blink: null, asks: null, showing: null });
          // What was in hand for another step would be drawn on.
          const isSpot = hand.kind === 'element' && picture.elements.find((element) => element.id === hand.elementId)?.spot !== undefined;
          if ((id === 'spots') !== isSpot && hand.kind !== 'nothing') takeInHand({ kind: 'nothing' });
        }}
      >
        {said !== '' && (
          <p role="status" className="border-l-8 border-accent bg-paper px-4 py-2" data-elements-said>
            {said}
          </p>
        )}
        {step === 'gather' && (
          <>
            <GatherHead
              {...{ picture, hand }}
              onPutDown={() => takeInHand({ kind: 'nothing' })}
              onNextWhite={table ? () => showNextWhite(useMake, useElements, picture, table) : null}
            />
            <OpenInsideNotice openInside={openInside} onMend={onMend} />
            {table && <Proposals {...{ useMake, useElements, picture, table }} />}
            <ElementList {...props} />
          </>
        )}
        {step === 'bodies' && table && <BodiesPanel {...{ useMake, useElements, picture, table }} />}
        {step === 'fronts' && table && <FrontsPanel {...{ useMake, useElements, picture, table, labels: props.raster.labels }} />}
        {step === 'spots' && (
          <>
            <SpotsPanel {...{ useMake, useElements, picture }} />
            <ElementList {...props} isShown={({ spot }) => spot !== undefined} />
          </>
        )}
        {step === 'white' && (
          <>
            <OpenInsideNotice openInside={openInside} onMend={onMend} />
            <WhitePanel {...{ useMake, useElements, picture, table }} />
          </>
        )}
      </StepTabs>
    </section>
  );
}

/** Names of elements in the maker's other makes; they are only offered, so that none is no trouble. */
function useOwnNames(make: Make, picture: ColouredPicture): readonly string[] {
  const makes = useListedMakes();
  return useMemo(
    () => [
      ...make.pictures.filter(({ id }) => id !== picture.id).flatMap(({ elements }) => elements.map(({ name }) => name)),
      ...makes.flatMap(({ summary }) => summary.ladders.map(({ element }) => element)),
    ],
    [make.pictures, picture.id, makes],
  );
}

type ListProps = Props & { /** Default: all. */ isShown?: (element: ColouredElement) => boolean };

function ElementList({ useMake, useElements, make, picture, table, raster, isShown = () => true }: ListProps) {
  const { hand, undo, takeInHand, walkOn } = useMake(
    useShallow((state) => ({
      hand: state.hand,
      undo: state.undo,
      takeInHand: state.takeInHand,
      walkOn: state.walkOn,
    })),
  );
  const namesId = useId();
  const own = useOwnNames(make, picture);
  const names = useMemo(() => suggestedNames(picture, own), [picture, own]);
  const others = picture.elements.filter(hasAreas).map(({ name }) => name);
  const { labels } = raster;
  const tell = (said: string) => useElements.getState().set({ said });
  const acts: ElementActs = {
    onTake: (elementId) => takeInHand(elementId === null ? { kind: 'nothing' } : { kind: 'element', elementId }),
    onKind: (id, kind) => patchElement(useMake, picture.id, id, { kind }),
    onName: (id, name) => tell(nameElement(useMake, picture.id, id, name).said),
    onRemove: (id) => removeElement(useMake, picture.id, id),
    onNamed: (goesOn) => {
      const [next, ...toName] = goesOn ? stillToName(useMake, picture.id, useElements.getState().toName) : [];
      useElements.getState().set({ toName });
      takeInHand(next === undefined ? { kind: 'nothing' } : { kind: 'element', elementId: next });
      walkOn();
    },
    onUndo: () => {
      takeInHand({ kind: 'nothing' });
      undo();
      walkOn();
    },
    onShowLike: (elementId) =>
      useElements.getState().set({
        showing:
          elementId && table && labels
            ? [
                ...(picture.elements.find(({ id }) => id === elementId)?.regionIds ?? []),
                ...whiteLike(make, { pictureId: picture.id, elementId, table, labels }),
              ]
            : null,
      }),
    onLike: table && labels ? (elementId) => tell(gatherLike(useMake, { pictureId: picture.id, elementId, table, labels })) : null,
  };
  useLettersToName(hand);
  const lastInput = useLastInput();
  return (
    <>
      <datalist id={namesId}>
        {others.map((name) => (
          <option key={`to ${name}`} value={name} label={`to ${name}`} />
        ))}
        {names.map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      <ul className="divide-y divide-edge border-y border-edge">
        {picture.elements.map((element, index) => {
          if (!isShown(element)) return null;
          const isHeld = hand.kind === 'element' && hand.elementId === element.id;
          return (
            <ElementRow
              key={element.id}
              {...acts}
              {...{ element, index, isHeld, names, namesId, lastInput }}
              others={others.filter((name) => name !== element.name)}
              measure={measureElement(element, table)}
            />
          );
        })}
      </ul>
    </>
  );
}
