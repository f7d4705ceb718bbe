import { useMemo, useState } from 'react';
import type { Make } from '#model/make';
import type { ColouredElement, ColouredPicture } from '#model/coloured-picture';
import { besideElement, elementBorders } from '#core/groups/element-borders';
import { areaMm2Of } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import type { HueId } from '#core/markers/hues';
import { rungsForArea, type SuggestedLadder, suggestLadders } from '#core/markers/suggest';
import { Choice } from '#ui/controls/choice.tsx';
import { DragChip } from '#ui/ladder/drag-chip.tsx';
import { Sideways } from '#ui/controls/sideways.tsx';
import { Ladder } from '#ui/ladder/ladder.tsx';
import { type GroupsStores, giveSuggested } from './groups-acts';
import type { ShownRack } from '../../document/make-store';
import { HueChoice } from './hue-choice';
import { useTakenBefore } from './use-taken-before';

type Props = {
  stores: GroupsStores;
  make: Make;
  picture: ColouredPicture;
  table: IndexedTable | undefined;
  element: ColouredElement;
  rack: ShownRack;
  dropAt: (clientX: number, clientY: number, onElement: (elementId: string) => void) => void;
};

const counts = [1, 2, 3, 4, 5, 6] as const;

/** Ladders that suit the chosen element, by its kind and name, its size and what lies beside it; given by a tap or dragged. */
export function LadderSuggestions({ stores, make, picture, table, element, rack, dropAt }: Props) {
  const areaMm2 = areaMm2Of(element, table);
  const usual = rungsForArea(areaMm2);
  const [wished, setWished] = useState<(typeof counts)[number] | null>(null);
  const [hue, setHue] = useState<HueId | null>(null);
  const rungs = wished ?? usual;
  const takenBefore = useTakenBefore(make, picture.id);
  const ladders = useMemo(() => {
    const labOf = new Map(rack.markers.map(({ id, lab }) => [id, lab]));
    const others = picture.elements.filter(({ id, ladder }) => id !== element.id && ladder);
    const besides = besideElement(elementBorders(picture, table), element.id);
    return suggestLadders(rack.markers, {
      element: { name: element.name, kind: element.kind, areaMm2 },
      rungs,
      hue: hue ?? undefined,
      beside: besides.flatMap(({ elementId, lengthMm }) => {
        const ladder = others.find(({ id }) => id === elementId)?.ladder;
        return ladder ? [{ rungs: ladder.rungs.flatMap(({ markerId }) => labOf.get(markerId) ?? []), lengthMm }] : [];
      }),
      out: new Set(others.flatMap(({ ladder }) => ladder?.rungs.map(({ markerId }) => markerId) ?? [])),
      taken: takenBefore(element.name),
      only: make.onlyMarkers && new Set(make.onlyMarkers.map(({ markerId }) => markerId)),
      pairNotes: rack.pairNotes,
    });
  }, [rack, picture, table, element, areaMm2, rungs, hue, takenBefore, make.onlyMarkers]);
  return (
    <section aria-labelledby="suggestions-heading">
      <div className="flex flex-wrap items-center gap-x-3">
        <h3 id="suggestions-heading" className="text-base">
          For {element.name}
        </h3>
        <Choice
          label="Markers in it"
          isSmall
          options={counts.map((count) => ({ value: count, name: String(count) }))}
          value={rungs}
          onChoose={setWished}
        />
        <span className="text-sm text-soft">
          {(areaMm2 / 100).toFixed(1)} cm²: {usual} as a rule
        </span>
      </div>
      <HueChoice markers={rack.markers} chosen={hue} onChoose={setHue} />
      {ladders.length === 0 ? (
        <p>
          {hue
            ? `Your rack has no ladder of ${rungs} in ${hue} that can be trusted. Try fewer markers, or another hue.`
            : `No family in your rack has ${rungs} markers that step from light to dark. Try fewer.`}
        </p>
      ) : (
        <Sideways>
          <ul className="flex gap-1">
            {ladders.map((ladder) => (
              <Suggestion key={ladder.rungs.map(({ id }) => id).join(' ')} {...{ stores, element, ladder, wanted: rungs, dropAt }} />
            ))}
          </ul>
        </Sideways>
      )}
    </section>
  );
}

type SuggestionProps = Pick<Props, 'stores' | 'element' | 'dropAt'> & { ladder: SuggestedLadder; wanted: number };

function Suggestion({ stores, element, ladder, wanted, dropAt }: SuggestionProps) {
  const codes = ladder.rungs.map(({ code }) => code).join(', ');
  const note = ladder.isTakenBefore
    ? `you took it for ${element.name}`
    : ladder.fadesIntoPaper
      ? 'fades into paper'
      : ladder.rungs.length < wanted
        ? `only ${ladder.rungs.length} seen apart`
        : '';
  const drawn = <Ladder rungs={ladder.rungs} height={96} withRoles={false} keepsPaper={ladder.fadesIntoPaper} />;
  return (
    <li className="shrink-0" title={[...ladder.hues, ...ladder.reasons].join('\n')}>
      <DragChip
        label={`Give ${codes} to ${element.name}${note ? ` (${note})` : ''}`}
        ghost={<span className="block bg-paper p-1">{drawn}</span>}
        className="block bg-paper px-1.5 py-1 text-left hover:shadow-[inset_0_-4px_0_var(--color-ink)]"
        onPress={() => giveSuggested(stores, element.id, ladder)}
        onDropAt={(x, y) => dropAt(x, y, (elementId) => giveSuggested(stores, elementId, ladder))}
      >
        {drawn}
        {note && <span className="block max-w-40 text-sm leading-tight text-soft">{note}</span>}
      </DragChip>
    </li>
  );
}
