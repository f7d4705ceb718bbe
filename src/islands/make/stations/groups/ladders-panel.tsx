import { byId as rowsById } from '#core/make/by-id';
import { GripVertical } from 'lucide-react';
import { type SubmitEvent, useMemo, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { Ladder as LadderModel } from '#model/ladder';
import type { ColouredElement } from '#model/coloured-picture';
import type { RackMarker } from '#model/marker';
import { ladderReasons } from '#core/markers/ladder-reasons';
import { ladderWarnings } from '#core/markers/ladder-warnings';
import { readOn } from '#core/markers/readings';
import { markerNames } from '#core/markers/marker-name';
import { noteLookup } from '#core/markers/pair-notes';
import { Button } from '#ui/controls/button.tsx';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';
import { DragChip } from '#ui/ladder/drag-chip.tsx';
import { Field } from '#ui/controls/field.tsx';
import type { RungWork } from '#ui/ladder/rail-rungs.tsx';
import { ValueRail } from '#ui/ladder/value-rail.tsx';
import { elementAt } from '../../picture/element-at';
import { type GroupsStores, addTowards, giveLadder, layMarker, rungAtLightness, stepTowards, takeRungOut, wouldGive } from './groups-acts';
import { ladderWords, rungsToShow } from '../ladder-words';
import { readOnWords } from '../read-on-words';
import type { ShownRack } from '../../document/make-store';
import { MarkerMinds } from '#islands/shared/marker-minds.tsx';
import { readTypedLadder } from './typed-ladder';
import type { GroupsProps } from './groups-props';
import { LadderSuggestions } from './ladder-suggestions';
import { OrderOfLadder } from './order-of-ladder';
import { RungBar } from './rung-bar';
import { nameOfColouring } from '#core/make/coloured';

/** Keys on a rung: as the rung moves on the rail, up is paler. */
const keyTowards = { ArrowUp: 'paler', ArrowDown: 'darker' } as const;

/** Ladders of all elements on the rail, worked on directly; codes that are typed, and what the rack suggests. */
export function LaddersPanel(props: GroupsProps) {
  const { useMake, useGroups, make, picture, shown, table, raster } = props;
  const { rack, hand, takeInHand } = useMake(useShallow((state) => ({ rack: state.rack, hand: state.hand, takeInHand: state.takeInHand })));
  const { rungId, set } = useGroups(useShallow((state) => ({ rungId: state.rungId, set: state.set })));
  const stores = { useMake, useGroups, of: nameOfColouring(picture) };
  const chosen = hand.kind === 'element' ? picture.elements.find(({ id }) => id === hand.elementId) : undefined;
  const columns = useColumns(shown.elements, rack);
  const inHand = chosen?.ladder?.rungs.findIndex(({ markerId }) => markerId === rungId) ?? -1;

  const dropAt = (clientX: number, clientY: number, onElement: (elementId: string) => void) => {
    const elementId = elementAt(clientX, clientY, { picture, table, labels: raster.labels });
    if (elementId) onElement(elementId);
    else set({ said: 'Nothing lies there: drop it on an element of the picture or the rail.' });
  };

  const chosenRungs = chosen?.ladder?.rungs ?? [];
  const work: RungWork | undefined = chosen && {
    inHand: inHand >= 0 ? inHand : null,
    onTake: (rung) => set({ rungId: chosenRungs[rung]?.markerId ?? null }),
    onMoveTo: (rung, lightnessL, settles) => {
      const markerId = chosenRungs[rung]?.markerId ?? '';
      const moved = rungAtLightness(stores, chosen.id, markerId, lightnessL);
      const done = moved && 'ladder' in moved ? moved : null;
      if (!settles) return set({ preview: done && wouldGive(stores.of, chosen.id, done.ladder) });
      if (done) giveLadder(stores, chosen.id, done.ladder);
      set({ preview: null, rungId: done?.markerId ?? markerId });
    },
    onKey: (rung, key, isHeld) => {
      const markerId = chosenRungs[rung]?.markerId ?? '';
      if (key === 'ArrowUp' || key === 'ArrowDown') stepTowards(stores, chosen.id, markerId, keyTowards[key], isHeld);
      else if (key === '+') addTowards(stores, chosen.id, 'darker');
      else if (key === '-') addTowards(stores, chosen.id, 'paler');
      else if (key === 'Delete') takeRungOut(stores, chosen.id, markerId);
      else return false;
      return true;
    },
  };
  const choose = (elementId: string, rung: number | null) => {
    // With a ladder in hand a tap gives it.
    if (hand.kind === 'ladder') return giveLadder(stores, elementId, hand.ladder);
    const isChosen = elementId === chosen?.id && rung === null;
    takeInHand(isChosen ? { kind: 'nothing' } : { kind: 'element', elementId });
    const ladder = picture.elements.find(({ id }) => id === elementId)?.ladder;
    set({ rungId: rung === null ? null : (ladder?.rungs[rung]?.markerId ?? null) });
  };

  return (
    <div className="flex flex-1 flex-col gap-2">
      <TypedCodes
        {...{ rack, chosen, dropAt }}
        stores={stores}
        onHand={(ladder) => takeInHand({ kind: 'ladder', ladder, elementId: null })}
      />
      {hand.kind === 'ladder' && (
        <p className="border-l-8 border-ink bg-paper px-4 py-2">
          <strong className="font-code">{ladderWords(hand.ladder)}</strong> is in hand: tap where it goes, on an element or on white areas.{' '}
          <Button weight="quiet" onClick={() => takeInHand({ kind: 'nothing' })}>
            Put it down
          </Button>
        </p>
      )}
      {chosen && (
        // One height, whatever stands in it: the rail does not move under the hand that picks a rung up.
        <div className="h-52 shrink-0 overflow-y-auto">
          {chosen.ladder && rungId !== null && inHand >= 0 ? (
            <RungBar {...{ stores, rack, picture, element: chosen, make }} rung={inHand} />
          ) : (
            <LadderSuggestions key={chosen.id} {...{ stores, make, picture, table, rack, element: chosen, dropAt }} />
          )}
        </div>
      )}
      {picture.elements.length === 0 ? (
        <p>No element yet. Take a ladder in hand and tap the areas it is for, or gather the elements first.</p>
      ) : (
        <ValueRail
          columns={columns}
          chosenId={chosen?.id ?? null}
          onChoose={choose}
          work={work}
          grip={
            chosen?.ladder && (
              <DragChip
                label={`Share the ladder of ${chosen.name}: drag it onto another element, or press to take it in hand`}
                ghost={<span className="block bg-paper px-2 py-1 font-code text-sm">{ladderWords(chosen.ladder)}</span>}
                className="absolute right-0 top-1 flex size-6 items-center justify-center bg-paper hover:bg-wall"
                onDropAt={(x, y) => dropAt(x, y, (elementId) => chosen.ladder && giveLadder(stores, elementId, chosen.ladder))}
                onPress={() => chosen.ladder && takeInHand({ kind: 'ladder', ladder: chosen.ladder, elementId: null })}
              >
                <GripVertical size={18} aria-hidden="true" />
              </DragChip>
            )
          }
        />
      )}
      {chosen?.ladder && (
        <LadderWords
          element={chosen}
          rack={rack}
          paper={picture.colouring.paper}
          onGive={(ladder) => giveLadder(stores, chosen.id, ladder)}
        />
      )}
    </div>
  );
}

function useColumns(elements: readonly ColouredElement[], rack: ShownRack) {
  return useMemo(() => {
    const noteOf = noteLookup(rack.pairNotes);
    const byId = rowsById(rack.markers);
    return elements.map(({ id, name, ladder, light }) => ({
      id,
      name,
      rungs: rungsToShow(ladder, rack.markers),
      keepsPaper: light?.highlight !== undefined,
      warnings: ladderWarnings(
        (ladder?.rungs ?? []).map(({ markerId }) => byId.get(markerId)),
        noteOf,
      ),
    }));
  }, [elements, rack]);
}

type DropAt = (clientX: number, clientY: number, onElement: (elementId: string) => void) => void;
type TypedProps = {
  stores: GroupsStores;
  rack: ShownRack;
  chosen: ColouredElement | undefined;
  dropAt: DropAt;
  onHand: (ladder: NonNullable<ColouredElement['ladder']>) => void;
};

/** Codes as they are typed: given to the chosen element, taken in hand, or dragged one by one onto what they are for. */
function TypedCodes({ stores, rack, chosen, dropAt, onHand }: TypedProps) {
  const [typed, setTyped] = useState('');
  const [tried, setTried] = useState(false);
  const reading = readTypedLadder(typed, rack);
  const problem = reading.kind === 'problem' ? reading.problem : undefined;
  const onSubmit = (event: SubmitEvent) => {
    event.preventDefault();
    setTried(true);
    if (reading.kind !== 'ladder') return;
    if (chosen) giveLadder(stores, chosen.id, reading.ladder);
    else onHand(reading.ladder);
    setTyped('');
    setTried(false);
  };
  return (
    <>
      <form onSubmit={onSubmit} className="flex flex-wrap items-end gap-x-3 gap-y-1">
        <Field
          label="Codes, in any order"
          code
          className="min-w-48 flex-1"
          placeholder="88b.gold, 62b.gold, 36b.gold"
          value={typed}
          autoComplete="off"
          spellCheck={false}
          problem={tried && problem ? problem.message : undefined}
          onChange={(event) => setTyped(event.target.value)}
        />
        <Button type="submit" weight="main">
          {chosen ? 'Give it' : 'Take it in hand'}
        </Button>
      </form>
      {problem && problem.closest.length > 0 && (
        <DidYouMean rack={rack} markers={problem.closest} onChoose={(name) => setTyped(problem.replaceWith(name))} />
      )}
      {reading.kind === 'ladder' && (
        <div className="flex flex-wrap items-center gap-2" role="status">
          {reading.markers.map(({ id, lab, code }) => (
            <DragChip
              key={id}
              label={chosen ? `Add ${code} to ${chosen.name}` : `${code}: drag it onto an element`}
              ghost={<DoubleChip lab={lab} code={code} />}
              className="min-h-8 bg-paper hover:shadow-[inset_0_-4px_0_var(--color-ink)]"
              onDropAt={(x, y) => dropAt(x, y, (elementId) => layMarker(stores, elementId, id))}
              onPress={() => {
                if (chosen) layMarker(stores, chosen.id, id);
                else stores.useGroups.getState().set({ said: `Choose an element first, or drag ${code} onto one.` });
              }}
            >
              <DoubleChip lab={lab} code={code} />
            </DragChip>
          ))}
          <MarkerMinds rack={rack} markers={reading.ladder.rungs} />
        </div>
      )}
    </>
  );
}

type DidYouMeanProps = { rack: ShownRack; markers: readonly RackMarker[]; onChoose: (name: string) => void };

/** Close misses of a typed code, each with its line where two lines have it. */
function DidYouMean({ rack, markers, onChoose }: DidYouMeanProps) {
  const nameOf = useMemo(() => markerNames(rack), [rack]);
  return (
    <p className="flex flex-wrap items-center gap-2">
      <span>Did you mean</span>
      {markers.map(({ id, code, lab }) => {
        const name = nameOf({ markerId: id, code });
        return (
          <button key={id} type="button" className="min-h-11 rounded-sm border-2 border-ink bg-paper" onClick={() => onChoose(name)}>
            <DoubleChip lab={lab} code={name} />
          </button>
        );
      })}
      <span>?</span>
    </p>
  );
}

/** The steps of a given ladder in words, with what the maker noted about its pairs. */
function LadderWords({
  element,
  rack,
  paper,
  onGive,
}: {
  element: ColouredElement;
  rack: ShownRack;
  /** That of the colouring, where it was said. */
  paper: string | undefined;
  onGive: (ladder: LadderModel | null) => void;
}) {
  const own = element.ladder?.rungs ?? [];
  const rungs = own.map(({ markerId }) => rack.markers.find(({ id }) => id === markerId)).filter((marker) => marker !== undefined);
  return (
    <>
      <ul aria-label="Steps of this ladder" className="space-y-1 text-sm">
        {ladderReasons(rungs, noteLookup(rack.pairNotes)).map((reason) => (
          <li key={reason}>{reason}</li>
        ))}
      </ul>
      {paper !== undefined && rungs.length > 0 && (
        <p className="text-sm text-soft" data-read-on>
          {readOnWords(readOn(rungs, paper), paper)}
        </p>
      )}
      <MarkerMinds rack={rack} markers={own} />
      {element.ladder && <OrderOfLadder ladder={element.ladder} rack={rack} onGive={onGive} />}
      <Button weight="quiet" className="self-start" onClick={() => onGive(null)}>
        Take the ladder off {element.name}
      </Button>
    </>
  );
}
