import { byId as rowsById } from '#core/make/by-id';
import { useEffect, useMemo } from 'react';
import { noSupplies } from '#model/supplies';
import { useSupplies } from '#islands/shared/supplies-store.ts';
import { atAGlance } from '#core/groups/at-a-glance';
import { counted } from '#core/make/counted';
import { markerNames } from '#core/markers/marker-name';
import { pullList } from '#core/technique/pull-list';
import { writtenPlan } from '#core/plan/written';
import { buttonLook } from '#ui/controls/button.tsx';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';
import { GlanceChart } from '#ui/ladder/glance-chart.tsx';
import { pullListAddress } from '#islands/shared/pull-list-address.ts';
import { MarkerMinds } from '#islands/shared/marker-minds.tsx';
import type { GroupsProps } from './groups-props';

/** Markers to pull in the order of use, and the picture's colours at a glance. */
export function PullPanel({ useMake, make, picture, table, bands }: GroupsProps) {
  const rack = useMake((state) => state.rack);
  const byId = useMemo(() => rowsById(rack.markers), [rack.markers]);
  const { supplies, load } = useSupplies();
  useEffect(() => {
    void load();
  }, [load]);
  // By the maker's own schools too, as the recipe and the half sheet are.
  const pulled = useMemo(
    () => pullList(writtenPlan(make, picture, rack.markers, table, { supplies: supplies ?? noSupplies })),
    [make, picture, rack.markers, table, supplies],
  );
  const nameOf = useMemo(() => markerNames(rack), [rack]);
  const glance = useMemo(
    () => atAGlance(picture.elements, bands.areasMm2, new Map(rack.markers.map(({ id, lab }) => [id, lab]))),
    [picture.elements, bands.areasMm2, rack.markers],
  );
  if (pulled.length === 0) return <p>No element has a ladder yet: give one, and what to pull from the rack stands here.</p>;
  return (
    <div className="space-y-4">
      <p className="flex flex-wrap items-center justify-between gap-2">
        <strong>{counted(pulled.length, 'marker')}, in the order of use</strong>
        <a href={pullListAddress(make.id, picture)} target="_blank" rel="noreferrer" className={buttonLook('plain')}>
          Print it (half a sheet)
        </a>
      </p>
      <ol className="columns-2 gap-2" aria-label="Markers to pull">
        {pulled.map(({ markerId, code, elements }) => (
          <li key={markerId} className="mb-0.5 flex break-inside-avoid items-center gap-1 bg-paper">
            <DoubleChip lab={byId.get(markerId)?.lab} code={nameOf({ markerId, code })} />
            <span className="py-0.5 text-sm leading-tight text-soft">{elements.join(', ')}</span>
          </li>
        ))}
      </ol>
      <MarkerMinds rack={rack} markers={pulled} />
      {glance.lightness && (
        <section aria-label="At a glance" className="space-y-1">
          <h3 className="text-base">At a glance</h3>
          <GlanceChart colours={glance.colours} />
          <p>
            From L* {Math.round(glance.lightness.lightestL)} down to {Math.round(glance.lightness.darkestL)}.
            {glance.standsOut &&
              ` ${glance.standsOut.name} stands out most (difference ${glance.standsOut.difference.toFixed(0)} from the rest).`}
          </p>
        </section>
      )}
    </div>
  );
}
