import { useDeferredValue, useMemo } from 'react';
import type { Make } from '#model/make';
import type { ColouredElement, ColouredPicture } from '#model/coloured-picture';
import { insteadOf } from '#core/groups/instead';
import { nextMarker } from '#core/groups/rung-steps';
import type { ShownMarker } from '#core/markers/assumed-colour';
import { Button } from '#ui/controls/button.tsx';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';
import { type GroupsStores, addTowards, giveLadders, stepTowards, takeRungOut } from './groups-acts';
import type { ShownRack } from '../../document/make-store';
import { MarkerMinds } from '#islands/shared/marker-minds.tsx';

type Props = {
  stores: GroupsStores;
  make: Make;
  rack: ShownRack;
  picture: ColouredPicture;
  element: ColouredElement;
  rung: number;
};

/** What can be done with the rung in hand: another marker in its place, one more, one less, or, when it is dead, what stands in for it. */
export function RungBar({ stores, make, rack, picture, element, rung }: Props) {
  const ladder = element.ladder ?? { rungs: [] };
  const own = ladder.rungs[rung];
  const marker = rack.markers.find(({ id }) => id === own?.markerId);
  const only = useMemo(() => make.onlyMarkers && new Set(make.onlyMarkers.map(({ markerId }) => markerId)), [make.onlyMarkers]);
  const next = (towards: 'paler' | 'darker') =>
    marker &&
    nextMarker(
      rack.markers.filter(({ id }) => !only || only.has(id) || id === marker.id),
      marker,
      towards,
      new Set(ladder.rungs.map(({ markerId }) => markerId)),
    );
  // The picture follows a step first; what would stand in for the marker comes when there is time.
  const later = useDeferredValue(useMemo(() => ({ own, elements: picture.elements }), [own, picture.elements]));
  const substitutes = useMemo(() => {
    const { own: dead, elements } = later;
    const using = elements.filter(({ ladder: other }) => other?.rungs.some(({ markerId }) => markerId === dead?.markerId));
    return using.flatMap((user) => {
      const colours = user.ladder?.rungs.map(({ markerId }) => rack.markers.find(({ id }) => id === markerId)?.lab) ?? [];
      return user.ladder && dead
        ? [{ user, found: insteadOf(user.ladder, colours, rack.markers, { leftOut: new Set([dead.markerId]), restStays: true, only }) }]
        : [];
    });
  }, [later, rack.markers, only]);
  const substitute = later.own === own ? substitutes.find(({ user }) => user.id === element.id)?.found : undefined;
  const ready = substitutes.flatMap(({ user, found }) => ('ladder' in found ? [{ user, ladder: found.ladder }] : []));
  if (!own) return null;
  const step = (towards: 'paler' | 'darker', stepped: ShownMarker | undefined) => (
    <Button
      disabled={!stepped}
      className="!min-h-9 !gap-0.5 !px-1 !py-0.5"
      onClick={() => stepTowards(stores, element.id, own.markerId, towards)}
    >
      {towards === 'paler' ? '▲' : '▼'} {stepped ? <DoubleChip lab={stepped.lab} code={stepped.code} /> : `no ${towards} one`}
    </Button>
  );
  return (
    <section
      aria-label={`The rung ${own.code} of ${element.name}`}
      className="min-h-full space-y-1 border-l-8 border-ink bg-paper px-3 py-2"
    >
      <p className="flex flex-wrap items-center gap-1.5">
        {step('paler', next('paler'))}
        <strong className="font-code">{own.code}</strong>
        {step('darker', next('darker'))}
      </p>
      <p className="flex flex-wrap gap-x-4">
        <Button weight="quiet" onClick={() => addTowards(stores, element.id, 'paler')}>
          Add a paler
        </Button>
        <Button weight="quiet" onClick={() => addTowards(stores, element.id, 'darker')}>
          Add a darker
        </Button>
        <Button weight="quiet" onClick={() => takeRungOut(stores, element.id, own.markerId)}>
          Take it out
        </Button>
        <Button weight="quiet" onClick={() => stores.useGroups.getState().set({ rungId: null })}>
          Put it down
        </Button>
      </p>
      {substitute && (
        <p className="flex flex-wrap items-center gap-2 text-sm">
          {'problem' in substitute ? (
            `If it is dead: ${substitute.problem}`
          ) : (
            <>
              If it is dead:
              {substitute.rungs
                .filter(({ from, to }) => from.markerId !== to.id)
                .map(({ from, to, words }) => (
                  <span key={from.markerId} className="flex items-center gap-1">
                    <DoubleChip lab={to.lab} code={to.code} /> {words}
                  </span>
                ))}
              <Button weight="quiet" onClick={() => giveLadders(stores, new Map(ready.map(({ user, ladder }) => [user.id, ladder])))}>
                Substitute now{ready.length > 1 ? ` (in ${ready.map(({ user }) => user.name).join(', ')})` : ''}
              </Button>
            </>
          )}
        </p>
      )}
      <MarkerMinds rack={rack} markers={[own]} />
    </section>
  );
}
