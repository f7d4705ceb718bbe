import { useState } from 'react';
import {
  type Lab,
  markerEventKinds,
  type MarkerEvent,
  type MarkerLine,
  markerStates,
  nibStates,
  type PairNote,
  pairReasons,
  pairVerdicts,
  type RackMarker,
} from '#model/marker';
import type { ShownMarker } from '#core/markers/assumed-colour';
import { hexOfLab, labOfHex } from '#core/colour/lab';
import { findMarker } from '#core/markers/find-marker';
import { markerWarnings, type RackFinding, undertone } from '#core/markers/rack-checks';
import { Button } from '#ui/button.tsx';
import { DoubleChip } from '#ui/double-chip.tsx';
import { ColourField } from '#ui/colour-field.tsx';
import { Field } from '#ui/field.tsx';
import { TakeOut } from './take-out';

type Props = {
  marker: RackMarker;
  shown: ShownMarker;
  all: readonly RackMarker[];
  lines: readonly MarkerLine[];
  notes: readonly PairNote[];
  findings: readonly RackFinding[];
  today: string;
  onSave: (marker: RackMarker) => void;
  onNote: (note: PairNote) => void;
  onFindLadder: () => void;
  onTakeOut: () => void;
};

const sourceWords = { measured: 'measured', picked: 'picked by hand', assumed: 'assumed from the code', none: 'no colour yet' };

function withEvent(marker: RackMarker, kind: MarkerEvent['kind'], on: string): RackMarker {
  const noted = { ...marker, events: [...(marker.events ?? []), { on, kind }] };
  if (kind === 'refilled') return { ...noted, state: 'good' };
  if (kind === 'ran dry') return { ...noted, state: 'dry' };
  if (kind === 'nib replaced') return { ...noted, nib: 'good' };
  if (kind === 'bought') return { ...noted, owned: true, count: (marker.count ?? 0) + 1, wanted: false };
  return noted;
}

/** One marker: what it is, how it is, what happened to it, with whom it blends. */
export function MarkerCard({ marker, shown, all, lines, notes, findings, today, onSave, onNote, onFindLadder, onTakeOut }: Props) {
  const warnings = markerWarnings(marker, findings, today);
  const tone = undertone(marker, all);
  return (
    <section aria-label={`Marker ${marker.code}`} className="space-y-4">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="font-code text-2xl">{marker.code}</h2>
        <DoubleChip lab={shown.lab} code={sourceWords[shown.shownSource]} />
      </div>
      <p className="text-sm text-soft">
        {[marker.family && `family ${marker.family}`, marker.group && `group ${marker.group}`, shown.lab && `L* ${Math.round(shown.lab.L)}`]
          .filter(Boolean)
          .join(', ')}
        {tone && `; ${tone}`}
      </p>
      {warnings.length > 0 && (
        <ul className="border-l-8 border-ink bg-paper px-3 py-2">
          {warnings.map((words) => (
            <li key={words}>▲ {words}</li>
          ))}
        </ul>
      )}
      <StateFields marker={marker} onSave={onSave} />
      <ColourOfMarker marker={marker} shown={shown} onSave={onSave} />
      <Events marker={marker} today={today} onSave={onSave} />
      <PairNotes marker={marker} all={all} lines={lines} notes={notes} today={today} onNote={onNote} />
      <p className="flex flex-wrap gap-3">
        <Button weight="main" onClick={onFindLadder}>
          Find a ladder with it
        </Button>
        <TakeOut codes={[marker.code]} onGo={onTakeOut} trigger={<Button weight="quiet">Take it out of the rack</Button>} />
      </p>
    </section>
  );
}

type SaveProps = Pick<Props, 'marker' | 'onSave'>;

const choice = 'min-h-11 w-full border-b-2 border-ink bg-paper px-2';

/** How many there are, how good they are, and whether more are wanted. */
function StateFields({ marker, onSave }: SaveProps) {
  return (
    <>
      <div className="grid grid-cols-2 gap-3">
        <label className="font-semibold">
          How many you own
          <input
            type="number"
            min={0}
            max={999}
            className={choice}
            value={marker.count ?? (marker.owned ? 1 : 0)}
            onChange={(event) => {
              const count = Math.min(999, Math.max(0, Math.round(Number(event.target.value))));
              onSave({ ...marker, count, owned: count > 0 });
            }}
          />
        </label>
        <label className="font-semibold">
          State
          <select
            className={choice}
            value={marker.state ?? 'good'}
            onChange={(event) => onSave({ ...marker, state: markerStates.find((state) => state === event.target.value) })}
          >
            {markerStates.map((state) => (
              <option key={state}>{state}</option>
            ))}
          </select>
        </label>
        <label className="font-semibold">
          Nib
          <select
            className={choice}
            value={marker.nib ?? 'good'}
            onChange={(event) => onSave({ ...marker, nib: nibStates.find((nib) => nib === event.target.value) })}
          >
            {nibStates.map((nib) => (
              <option key={nib}>{nib}</option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2 pt-6 font-semibold">
          <input
            type="checkbox"
            className="size-6 accent-accent"
            checked={marker.wanted ?? false}
            onChange={(event) => onSave({ ...marker, wanted: event.target.checked })}
          />
          Wanted
        </label>
      </div>
      {marker.wanted && (
        <Field
          key={marker.price}
          label="Price"
          className="w-40"
          inputMode="decimal"
          defaultValue={marker.price ?? ''}
          onBlur={(event) => {
            const price = Number(event.target.value.replace(',', '.'));
            if (event.target.value.trim() !== '' && Number.isFinite(price) && price >= 0) onSave({ ...marker, price });
          }}
        />
      )}
    </>
  );
}

/** The colour of ink or cap, picked or typed, with where it comes from. */
function ColourOfMarker({ marker, shown, onSave }: SaveProps & Pick<Props, 'shown'>) {
  const [colour, setColour] = useState('');
  const isColour = /^#?[0-9a-f]{6}$/i.test(colour);
  const keepColour = (change: (lab: Lab) => RackMarker) => {
    onSave(change(labOfHex(`#${colour.replace('#', '')}`)));
    setColour('');
  };
  return (
    <div>
      <ColourField
        label="A colour, to be kept as"
        hint={`pick it or type #rrggbb; ink is one dry coat on white card${marker.capLab ? `; the cap is ${hexOfLab(marker.capLab)}` : ''}`}
        value={colour}
        onColour={setColour}
        placeholder={shown.lab ? hexOfLab(shown.lab) : ''}
      />
      <p className="mt-1 flex flex-wrap gap-2">
        <Button disabled={!isColour} onClick={() => keepColour((lab) => ({ ...marker, lab, colourSource: 'measured' }))}>
          measured ink
        </Button>
        <Button disabled={!isColour} onClick={() => keepColour((lab) => ({ ...marker, lab, colourSource: 'picked' }))}>
          picked ink
        </Button>
        <Button disabled={!isColour} onClick={() => keepColour((lab) => ({ ...marker, capLab: lab }))}>
          cap
        </Button>
      </p>
    </div>
  );
}

/** What happened to the marker, and when. */
function Events({ marker, today, onSave }: SaveProps & Pick<Props, 'today'>) {
  return (
    <div>
      <h3 className="font-semibold">What happened today?</h3>
      <p className="mt-1 flex flex-wrap gap-2">
        {markerEventKinds.map((kind) => (
          <Button key={kind} weight="quiet" onClick={() => onSave(withEvent(marker, kind, today))}>
            {kind}
          </Button>
        ))}
      </p>
      <ul className="text-sm text-soft">
        {(marker.events ?? []).map(({ on, kind }, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: events have no other name, and only grow.
          <li key={index}>
            {on}: {kind}
          </li>
        ))}
      </ul>
    </div>
  );
}

type NotesProps = {
  marker: RackMarker;
  all: readonly RackMarker[];
  lines: readonly MarkerLine[];
  notes: readonly PairNote[];
  today: string;
  onNote: (note: PairNote) => void;
};

function PairNotes({ marker, all, lines, notes, today, onNote }: NotesProps) {
  const [code, setCode] = useState('');
  const [verdict, setVerdict] = useState<PairNote['verdict']>('blends well');
  const [reason, setReason] = useState<PairNote['reason']>('');
  const own = notes.filter(({ firstId, secondId }) => firstId === marker.id || secondId === marker.id);
  const found = findMarker(all, code, lines);
  const choice = 'min-h-11 border-b-2 border-ink bg-paper px-2';
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (!found.ok || found.marker.id === marker.id) return;
        onNote({ firstId: marker.id, secondId: found.marker.id, verdict, reason, on: today });
        setCode('');
      }}
    >
      <h3 className="font-semibold">How does it blend?</h3>
      <ul className="text-sm">
        {own.map((note) => {
          const other = all.find(({ id }) => id === (note.firstId === marker.id ? note.secondId : note.firstId));
          return (
            <li key={`${note.firstId} ${note.secondId}`}>
              with <span className="font-code">{other?.code ?? 'a marker that is gone'}</span>: {note.verdict}
              {note.reason && ` (${note.reason})`}, {note.on}
            </li>
          );
        })}
      </ul>
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <Field label="With" code className="w-28" value={code} onChange={(event) => setCode(event.target.value)} />
        <select
          aria-label="How it blends"
          className={choice}
          value={verdict}
          onChange={(event) => setVerdict(pairVerdicts.find((one) => one === event.target.value) ?? 'blends well')}
        >
          {pairVerdicts.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </select>
        <select
          aria-label="Why"
          className={choice}
          value={reason}
          onChange={(event) => setReason(pairReasons.find((one) => one === event.target.value) ?? '')}
        >
          {pairReasons.map((one) => (
            <option key={one} value={one}>
              {one || 'no reason'}
            </option>
          ))}
        </select>
        <Button type="submit" disabled={!found.ok}>
          Note it
        </Button>
      </div>
    </form>
  );
}
