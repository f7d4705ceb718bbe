import { zodResolver } from '@hookform/resolvers/zod';
import { useMemo, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import * as z from 'zod/mini';
import {
  type ColourReading,
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
import { kinOf } from '#core/markers/kin';
import { findMarker } from '#core/markers/find-marker';
import { markerWarnings, type RackFinding, undertone } from '#core/markers/rack-checks';
import { Choice } from '#ui/controls/choice.tsx';
import { Button } from '#ui/controls/button.tsx';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';
import { ColourField } from '#ui/controls/colour-field.tsx';
import { Field } from '#ui/controls/field.tsx';
import { HandColour } from './hand-colour';
import { ReadingsOfMarker } from './readings-of-marker';
import { TakeOut } from './take-out';

type Props = {
  marker: RackMarker;
  shown: ShownMarker;
  all: readonly RackMarker[];
  lines: readonly MarkerLine[];
  notes: readonly PairNote[];
  findings: readonly RackFinding[];
  today: string;
  /** Of this marker, the newest last. */
  readings: readonly ColourReading[];
  onSave: (marker: RackMarker) => void;
  onRead: (reading: ColourReading) => void;
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
export function MarkerCard(props: Props) {
  const { marker, shown, all, lines, notes, findings, readings, today, onSave, onRead, onNote, onFindLadder, onTakeOut } = props;
  const warnings = markerWarnings(marker, findings, today);
  const tone = undertone(marker, all);
  return (
    <section aria-label={`Marker ${marker.code}`} className="space-y-4">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="font-code text-2xl">{marker.code}</h2>
        <DoubleChip lab={shown.lab} twoCoats={shown.twoCoats} code={sourceWords[shown.shownSource]} />
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
      <ColourOfMarker {...{ marker, shown, all, today, onSave, onRead }} />
      <ReadingsOfMarker readings={readings} />
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

/** Words that are what they mean, as options. */
const named = <V extends string>(values: readonly V[]) => values.map((value) => ({ value, name: value }));

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
        <Choice
          label="State"
          labelAt="above"
          options={named(markerStates)}
          value={marker.state ?? 'good'}
          onChoose={(state) => onSave({ ...marker, state })}
        />
        <Choice
          label="Nib"
          labelAt="above"
          options={named(nibStates)}
          value={marker.nib ?? 'good'}
          onChoose={(nib) => onSave({ ...marker, nib })}
        />
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

/** Neighbours that a colour is set beside: so many of its family, those with the nearest depths. */
const mostBeside = 4;

function besideInFamily(marker: RackMarker, all: readonly RackMarker[]): RackMarker[] {
  const apart = (other: RackMarker) => Math.abs((other.depth ?? 0) - (marker.depth ?? 0));
  return all
    .filter((other) => other.id !== marker.id && other.lab && marker.family !== undefined && kinOf(other) === kinOf(marker))
    .sort((one, other) => apart(one) - apart(other))
    .slice(0, mostBeside);
}

/** The colour of ink or cap, picked or typed, with where it comes from. */
function ColourOfMarker({ marker, shown, all, today, onSave, onRead }: SaveProps & Pick<Props, 'shown' | 'all' | 'today' | 'onRead'>) {
  const [colour, setColour] = useState('');
  const isColour = /^#?[0-9a-f]{6}$/i.test(colour);
  const keepColour = (keep: (lab: Lab) => void) => {
    keep(labOfHex(`#${colour.replace('#', '')}`));
    setColour('');
  };
  const read = (source: ColourReading['source']) =>
    keepColour((lab) => onRead({ id: crypto.randomUUID(), markerId: marker.id, coats: 1, lab, source, on: today }));
  return (
    <div>
      <ColourField
        label="A colour, to be kept as"
        hint={`pick it here; ink is one dry coat on white card${marker.capLab ? `; the cap is ${hexOfLab(marker.capLab)}` : ''}`}
        value={colour}
        onColour={setColour}
        placeholder={shown.lab ? hexOfLab(shown.lab) : ''}
      />
      <HandColour colour={colour} from={shown.lab} neighbours={besideInFamily(marker, all)} onColour={setColour} />
      <p className="mt-1 flex flex-wrap gap-2">
        <Button disabled={!isColour} onClick={() => read('measured')}>
          measured ink
        </Button>
        <Button disabled={!isColour} onClick={() => read('picked')}>
          picked ink
        </Button>
        <Button disabled={!isColour} onClick={() => keepColour((lab) => onSave({ ...marker, capLab: lab }))}>
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

/** How it blends with another marker of the rack, by its code. */
const pairFormSchema = (all: readonly RackMarker[], lines: readonly MarkerLine[], ownId: string) =>
  z.object({
    code: z.string().check(
      z.refine((code) => {
        const found = findMarker(all, code, lines);
        return found.ok && found.marker.id !== ownId;
      }, 'no other marker of the rack has this code'),
    ),
    verdict: z.enum(pairVerdicts),
    reason: z.enum(pairReasons),
  });
type PairForm = z.infer<ReturnType<typeof pairFormSchema>>;

function PairNotes({ marker, all, lines, notes, today, onNote }: NotesProps) {
  const schema = useMemo(() => pairFormSchema(all, lines, marker.id), [all, lines, marker.id]);
  const { register, control, handleSubmit, setValue, formState } = useForm<PairForm>({
    defaultValues: { code: '', verdict: 'blends well', reason: '' },
    resolver: zodResolver(schema),
    mode: 'onChange',
  });
  const [verdict, reason] = useWatch({ control, name: ['verdict', 'reason'] });
  const own = notes.filter(({ firstId, secondId }) => firstId === marker.id || secondId === marker.id);
  const note = handleSubmit((kept) => {
    const found = findMarker(all, kept.code, lines);
    if (!found.ok) return;
    onNote({ firstId: marker.id, secondId: found.marker.id, verdict: kept.verdict, reason: kept.reason, on: today });
    setValue('code', '', { shouldValidate: true });
  });
  return (
    <form onSubmit={note}>
      <h3 className="font-semibold">How does it blend?</h3>
      <ul className="text-sm">
        {own.map((noted) => {
          const other = all.find(({ id }) => id === (noted.firstId === marker.id ? noted.secondId : noted.firstId));
          return (
            <li key={`${noted.firstId} ${noted.secondId}`}>
              with <span className="font-code">{other?.code ?? 'a marker that is gone'}</span>: {noted.verdict}
              {noted.reason && ` (${noted.reason})`}, {noted.on}
            </li>
          );
        })}
      </ul>
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <Field label="With" code className="w-28" {...register('code')} />
        <Choice
          label="How it blends"
          labelAt="hidden"
          options={named(pairVerdicts)}
          value={verdict}
          onChoose={(one) => setValue('verdict', one)}
        />
        <Choice
          label="Why"
          labelAt="hidden"
          options={pairReasons.map((one) => ({ value: one || noReason, name: one || 'no reason' }))}
          value={reason || noReason}
          onChoose={(one) => setValue('reason', pairReasons.find((known) => known === one) ?? '')}
        />
        <Button type="submit" disabled={!formState.isValid}>
          Note it
        </Button>
      </div>
    </form>
  );
}

/** A choice has no empty value. */
const noReason = 'no reason';
