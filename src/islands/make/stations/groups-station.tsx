import { type SubmitEvent, useMemo, useState } from 'react';
import type { Ladder } from '#model/ladder';
import type { RackMarker } from '#model/marker';
import type { IndexedTable } from '#core/make/region-tables';
import { ladderReasons } from '#core/markers/ladder-reasons';
import { ladderWarnings } from '#core/markers/ladder-warnings';
import { markerNames } from '#core/markers/marker-name';
import { noteLookup } from '#core/markers/pair-notes';
import type { Picture } from '#model/picture';
import { Button } from '#ui/button.tsx';
import { DoubleChip } from '#ui/double-chip.tsx';
import { Field } from '#ui/field.tsx';
import { ValueRail } from '#ui/value-rail.tsx';
import { ladderWords, rungsToShow } from '../ladder-words';
import type { Hand, ShownRack } from '../make-store';
import { MarkerMinds } from '../marker-minds';
import { readTypedLadder } from '../typed-ladder';
import { LadderSuggestions } from './ladder-suggestions';

type Props = {
  picture: Picture;
  table: IndexedTable | undefined;
  rack: ShownRack;
  hand: Hand;
  onTake: (hand: Hand) => void;
  onGive: (elementId: string, ladder: Ladder | null) => void;
};

/** The Groups station: a light-to-dark ladder for each element, all on one value rail. */
export function GroupsStation({ picture, table, rack, hand, onTake, onGive }: Props) {
  const markers = rack.markers;
  const [typed, setTyped] = useState('');
  const [tried, setTried] = useState(false);
  const chosen = hand.kind === 'element' ? picture.elements.find(({ id }) => id === hand.elementId) : undefined;
  const reading = readTypedLadder(typed, rack);
  const problem = reading.kind === 'problem' ? reading.problem : undefined;

  const columns = useMemo(() => {
    const noteOf = noteLookup(rack.pairNotes);
    const byId = new Map(markers.map((marker) => [marker.id, marker]));
    return picture.elements.map(({ id, name, ladder }) => ({
      id,
      name,
      rungs: rungsToShow(ladder, markers),
      warnings: ladderWarnings(
        (ladder?.rungs ?? []).map(({ markerId }) => byId.get(markerId)),
        noteOf,
      ),
    }));
  }, [picture.elements, markers, rack.pairNotes]);

  const onSubmit = (event: SubmitEvent) => {
    event.preventDefault();
    setTried(true);
    if (reading.kind !== 'ladder') return;
    if (chosen) onGive(chosen.id, reading.ladder);
    else onTake({ kind: 'ladder', ladder: reading.ladder, elementId: null });
    setTyped('');
    setTried(false);
  };

  return (
    <section aria-labelledby="groups-heading" className="flex flex-col gap-3 lg:min-h-full">
      <form onSubmit={onSubmit} className="flex flex-wrap items-end gap-x-3 gap-y-1">
        <h2 id="groups-heading" className="w-full text-xl">
          {chosen ? `A ladder for ${chosen.name}` : 'A ladder for each element'}
        </h2>
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
        <p className="flex flex-wrap items-center gap-2" role="status">
          {reading.markers.map((marker) => (
            <DoubleChip key={marker.id} lab={marker.lab} code={marker.code} />
          ))}
        </p>
      )}
      {reading.kind === 'ladder' && <MarkerMinds rack={rack} markers={reading.ladder.rungs} />}
      {hand.kind === 'ladder' && (
        <p className="border-l-8 border-ink bg-paper px-4 py-2">
          <strong className="font-code">{ladderWords(hand.ladder)}</strong> is in hand: tap where it goes, on an element or on white areas.{' '}
          <Button weight="quiet" onClick={() => onTake({ kind: 'nothing' })}>
            Put it down
          </Button>
        </p>
      )}
      {chosen && (
        <LadderSuggestions
          key={chosen.id}
          picture={picture}
          table={table}
          element={chosen}
          rack={rack}
          onGive={(ladder) => onGive(chosen.id, ladder)}
        />
      )}
      {picture.elements.length === 0 ? (
        <p>No element yet. Take a ladder in hand and tap the areas it is for, or gather the elements first.</p>
      ) : (
        <ValueRail
          columns={columns}
          chosenId={chosen?.id ?? null}
          onChoose={(elementId) => onTake(elementId === chosen?.id ? { kind: 'nothing' } : { kind: 'element', elementId })}
        />
      )}
      {chosen?.ladder && <LadderWords ladder={chosen.ladder} rack={rack} />}
      {chosen?.ladder && (
        <Button weight="quiet" className="self-start" onClick={() => onGive(chosen.id, null)}>
          Take the ladder off {chosen.name}
        </Button>
      )}
    </section>
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
function LadderWords({ ladder, rack }: { ladder: Ladder; rack: ShownRack }) {
  const rungs = ladder.rungs.map(({ markerId }) => rack.markers.find(({ id }) => id === markerId)).filter((marker) => marker !== undefined);
  return (
    <>
      <ul aria-label="Steps of this ladder" className="space-y-1 text-sm">
        {ladderReasons(rungs, noteLookup(rack.pairNotes)).map((reason) => (
          <li key={reason}>{reason}</li>
        ))}
      </ul>
      <MarkerMinds rack={rack} markers={ladder.rungs} />
    </>
  );
}
