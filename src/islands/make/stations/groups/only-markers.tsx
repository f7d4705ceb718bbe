import { type SubmitEvent, useState } from 'react';
import type { Make } from '#model/make';
import { allColoured } from '#core/make/coloured';
import { counted } from '#core/make/counted';
import { Button } from '#ui/controls/button.tsx';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';
import { Field } from '#ui/controls/field.tsx';
import { readTypedCodes } from './typed-ladder';
import type { GroupsProps } from './groups-props';

type Held = NonNullable<Make['onlyMarkers']>;

/** Markers that the ladders of a make use, each once. */
function markersOut(make: Make): Held {
  const rungs = allColoured(make).flatMap(({ elements }) => elements.flatMap(({ ladder }) => ladder?.rungs ?? []));
  return [...new Map(rungs.map((rung) => [rung.markerId, rung])).values()];
}

/** A set of markers that the make is held to: suggestions, palettes and steps keep to it. */
export function OnlyMarkers({ useMake, make }: GroupsProps) {
  const rack = useMake((state) => state.rack);
  const edit = useMake((state) => state.edit);
  const [typed, setTyped] = useState('');
  const [isOpen, setOpen] = useState(false);
  const [tried, setTried] = useState(false);
  const held = make.onlyMarkers;
  const hold = (change: (newest: Make) => Held | null) =>
    edit((newest) => {
      const next = change(newest);
      return [{ kind: 'patch', entity: 'make', fields: { onlyMarkers: next && next.length > 0 ? next : null } }];
    });
  const reading = readTypedCodes(typed, rack);
  const onSubmit = (event: SubmitEvent) => {
    event.preventDefault();
    setTried(true);
    if (reading.kind !== 'markers') return;
    const added = reading.markers.map(({ id, code }) => ({ markerId: id, code }));
    hold(({ onlyMarkers = [] }) => [...new Map([...onlyMarkers, ...added].map((rung) => [rung.markerId, rung])).values()]);
    setTyped('');
    setTried(false);
  };
  const ids = new Set(held?.map(({ markerId }) => markerId));
  const outside = held ? markersOut(make).filter(({ markerId }) => !ids.has(markerId)) : [];
  const out = markersOut(make);
  return (
    <section aria-label="Only these markers" className="space-y-2 bg-paper px-3 py-2">
      <p className="flex flex-wrap items-center gap-x-3">
        <strong>{held ? `Held to ${counted(held.length, 'marker')}` : 'The whole rack is open'}</strong>
        <Button weight="quiet" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {held ? 'Change them' : 'Only some markers'}
        </Button>
        {held && (
          <Button weight="quiet" onClick={() => hold(() => null)}>
            Open the whole rack
          </Button>
        )}
      </p>
      {outside.length > 0 && (
        <p className="text-sm">
          ▲ In use, but not among them: <span className="font-code">{outside.map(({ code }) => code).join(', ')}</span>. “Instead” finds
          what is.
        </p>
      )}
      {isOpen && (
        <>
          <form onSubmit={onSubmit} className="flex flex-wrap items-end gap-2">
            <Field
              label="Only these codes"
              code
              className="min-w-40 flex-1"
              value={typed}
              autoComplete="off"
              spellCheck={false}
              problem={tried && reading.kind === 'problem' ? reading.problem.message : undefined}
              onChange={(event) => setTyped(event.target.value)}
            />
            <Button type="submit">Add them</Button>
            {!held && out.length > 0 && <Button onClick={() => hold(markersOut)}>The {out.length} in use</Button>}
          </form>
          {held && (
            <ul className="flex flex-wrap gap-1" aria-label="Markers it is held to">
              {held.map(({ markerId, code }) => (
                <li key={markerId} className="flex items-center bg-bench">
                  <DoubleChip lab={rack.markers.find(({ id }) => id === markerId)?.lab} code={code} />
                  <button
                    type="button"
                    aria-label={`${code} may not be used`}
                    className="size-8 hover:bg-wall"
                    onClick={() => hold(({ onlyMarkers = [] }) => onlyMarkers.filter((own) => own.markerId !== markerId))}
                  >
                    ×
                  </button>
                </li>
              ))}
            </ul>
          )}
        </>
      )}
    </section>
  );
}
