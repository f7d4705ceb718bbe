import { useCallback, useMemo } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { ColouredPicture } from '#model/coloured-picture';
import { type WayOut, waysOut } from '#core/groups/ways-out';
import { counted } from '#core/make/counted';
import { colouredNow, nameOfColouring } from '#core/make/coloured';
import type { Unparted } from '#core/scene/parting';
import type { Near } from '#core/scene/near-in-lightness';
import { Button } from '#ui/controls/button.tsx';
import { Ladder } from '#ui/ladder/ladder.tsx';
import { MeetingInks } from '#ui/ladder/meeting-inks.tsx';
import { rungsToShow } from '../ladder-words';
import type { GroupsProps } from './groups-props';
import { pairKeyOf } from '../../plan/use-parting';

/** What touches and runs together, each pair with ways to part it; seen on the picture before one is taken. */
export function PartingPanel(props: GroupsProps) {
  const { useGroups, picture, parting } = props;
  const { pairs: unparted, ids } = parting;
  const { pointedPair, view, set } = useGroups(
    useShallow((state) => ({ pointedPair: state.pointedPair, view: state.view, set: state.set })),
  );
  const nameOf = (number: number) => picture.elements.find(({ id }) => id === ids[number - 1])?.name ?? 'What is gone';
  return (
    <div className="space-y-3">
      <p className="flex flex-wrap items-center justify-between gap-2">
        <span>
          {unparted === null
            ? 'Looking where elements touch …'
            : unparted.length === 0
              ? 'All that touches parts from each other, as the bands lie now.'
              : `${counted(unparted.length, 'pair runs', 'pairs run')} together where ${unparted.length === 1 ? 'it touches' : 'they touch'}:`}
        </span>
        <Button aria-pressed={view === 'lightness'} onClick={() => set({ view: view === 'lightness' ? 'bands' : 'lightness' })}>
          {view === 'lightness' ? 'Eyes open' : 'Squint'}
        </Button>
      </p>
      <ul className="space-y-2">
        {(unparted ?? []).map((pair) => {
          const key = pairKeyOf(pair, ids);
          const isOpen = key === pointedPair;
          const [one, other] = pair.contact.elements;
          return (
            <li
              key={key}
              className={`bg-paper ${isOpen ? 'shadow-[inset_5px_0_0_var(--color-ink)]' : ''}`}
              data-pair={`${nameOf(one)} ${nameOf(other)}`}
            >
              <button
                type="button"
                aria-expanded={isOpen}
                className="flex min-h-11 w-full items-center justify-between gap-3 px-4 text-left hover:bg-wall"
                onClick={() => set({ pointedPair: isOpen ? null : key, preview: null })}
              >
                <strong>
                  {nameOf(one)} and {nameOf(other)}
                </strong>
                <span className="shrink-0 text-sm text-soft">
                  over {Math.round(pair.share * 100)} % of {pair.borderMm.toFixed(0)} mm
                </span>
              </button>
              {isOpen && <Ways {...props} pair={pair} />}
            </li>
          );
        })}
      </ul>
      {unparted !== null && <NearInLightness near={parting.near} nameOf={nameOf} />}
    </div>
  );
}

/** Pairs that only their hue parts, drawn as they meet: in colour, and below it as a squint shows them. */
function NearInLightness({ near, nameOf }: { near: readonly Near[]; nameOf: (number: number) => string }) {
  if (near.length === 0) return null;
  return (
    <section aria-labelledby="near-heading">
      <h3 id="near-heading" className="text-base">
        Nearest in lightness
      </h3>
      <p className="text-sm text-soft">Above as the inks meet along their border, below as a squint shows them.</p>
      <ul className="mt-2 grid grid-cols-2 gap-2">
        {near.map(({ contact: { elements }, apartL, inks }) => {
          const [one, other] = elements.map(nameOf);
          return (
            <li key={elements.join(' ')} className="flex items-center gap-3 bg-paper p-2" data-near={`${one} ${other}`}>
              <MeetingInks inks={inks} />
              <span className="min-w-0 text-sm leading-tight">
                <strong>
                  {one}, {other}
                </strong>
                <span className="block text-soft">{Math.round(apartL)} L* apart</span>
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

type WaysProps = GroupsProps & { pair: Unparted };

/** Ways out of one pair: shown while they are pointed to or stood on, done by a press. */
function Ways({ useMake, useGroups, make, picture, table, parting, pair }: WaysProps) {
  const rack = useMake((state) => state.rack);
  const preview = useGroups((state) => state.preview);
  const waysOf = useCallback(
    (now: ColouredPicture): WayOut[] => {
      if (!table) return [];
      const only = make.onlyMarkers && new Set(make.onlyMarkers.map(({ markerId }) => markerId));
      const { ids, contacts } = parting;
      return waysOut(pair, { picture: now, table, rack: rack.markers, ids, contacts, only, newId: () => crypto.randomUUID() });
    },
    [table, rack.markers, parting, pair, make.onlyMarkers],
  );
  const ways = useMemo(() => waysOf(picture), [waysOf, picture]);
  const show = (way: WayOut | null) => useGroups.getState().set({ preview: way?.operations ?? null });
  const take = ({ kind, words }: WayOut) => {
    const { edit } = useMake.getState();
    // The way is found anew in the make as it is when it is kept.
    edit((newest) => {
      const now = colouredNow(newest, nameOfColouring(picture));
      return (now && waysOf(now).find((way) => way.kind === kind)?.operations) ?? null;
    });
    useGroups.getState().set({ preview: null, pointedPair: null, said: `${words}.` });
  };
  if (ways.length === 0)
    return <p className="px-4 pb-3">Your rack has no way to part them: choose another ladder for one of them by hand.</p>;
  return (
    <ul className="flex flex-wrap gap-2 px-4 pb-3">
      {ways.map((way) => (
        <li key={way.kind} className="flex-1">
          <button
            type="button"
            className={`block h-full min-w-36 border-2 p-2 text-left text-sm ${preview === way.operations ? 'border-ink' : 'border-edge'}`}
            onPointerEnter={() => show(way)}
            onPointerLeave={() => show(null)}
            onFocus={() => show(way)}
            onBlur={() => show(null)}
            onClick={() => take(way)}
          >
            <span className="flex gap-2">
              {way.operations.flatMap((operation) =>
                operation.kind === 'patch' && operation.entity === 'treatment' && operation.fields.ladder
                  ? [<Ladder key={operation.id} rungs={rungsToShow(operation.fields.ladder, rack.markers)} height={90} withRoles={false} />]
                  : [],
              )}
            </span>
            <span className="font-semibold">{way.words}</span>
            <span className="block text-soft">then {Math.round(way.share * 100)} % runs together</span>
          </button>
        </li>
      ))}
    </ul>
  );
}
