import { pxPerMmOfTable } from '#core/make/scale';
import { useEffect, useEffectEvent, useMemo, useState } from 'react';
import type { ColouredPicture } from '#model/coloured-picture';
import type { Region } from '#model/region-table';
import { shareRegions } from '#core/groups/share-regions';
import type { IndexedTable } from '#core/make/region-tables';
import { problemToShow } from '#islands/shared/server-calls.ts';
import type { ShareAnswer, ShareRequest } from '#workers/groups-messages';
import type { GroupsDesk, Sharing } from './groups-desk';
import { useGroupsWorker } from './use-groups-worker';

/** Regions that are shared out: those of the elements that take part. */
export function sharedRegions(
  picture: ColouredPicture,
  table: IndexedTable | undefined,
  { elementIds }: Pick<Sharing, 'elementIds'>,
): Region[] {
  const chosen = new Set(elementIds);
  return picture.elements
    .filter(({ id }) => chosen.has(id))
    .flatMap(({ regionIds }) => regionIds.flatMap((id) => table?.byId.get(id) ?? []))
    .sort((one, other) => one.label - other.label);
}

/** Ids of what is only shown: they are never kept. */
const previewId = (() => {
  let number = 0;
  return () => `shown-${++number}`;
})();

export type SharingState = { problem: string | null; neighbours: number };

/** Why there is none, with the areas by their numbers. */
function problemWords(
  answer: Extract<ShareAnswer, { problem: string }>,
  regions: readonly Region[],
  table: IndexedTable,
  kinds: number,
): string {
  const numbers = answer.about.map((place) => table.numberOf.get(regions[place]?.id ?? '') ?? '?');
  const list = numbers.length > 1 ? `Areas ${numbers.slice(0, -1).join(', ')} and ${numbers.at(-1)}` : `Area ${numbers[0]}`;
  switch (answer.reason) {
    case 'fixedAlike':
      return `${list} lie side by side, and you gave both the same ladder.`;
    case 'allTouch':
      return `${list} all lie side by side with each other: that takes ${numbers.length} ladders, and there are ${kinds}.`;
    case 'surrounded':
      return `Round ${list.toLowerCase()} every ladder is taken by hand already: none is left for it.`;
    case 'oddRing':
      return `An odd ring of neighbours runs through ${list.toLowerCase()}: two ladders are not enough.`;
    case 'alternates':
      return `What hangs together with ${list.toLowerCase()} can only alternate between two ladders, and what you gave by hand does not.`;
    case 'oneKind':
      return `${list} lie side by side: one ladder is not enough.`;
    case 'notFound':
      return 'None was found in the time. That does not say that there is none: try another arrangement, or one ladder more.';
  }
}

/** Shares the regions out in a worker whenever what is asked changes, and shows the picture as it would be. */
export function useSharing(
  useGroups: GroupsDesk,
  picture: ColouredPicture,
  table: IndexedTable | undefined,
  labels: Uint16Array | null,
): SharingState {
  const sharing = useGroups((state) => state.sharing);
  const worker = useGroupsWorker(labels, table?.table);
  const [state, setState] = useState<SharingState>({ problem: null, neighbours: 0 });
  const { elementIds, ladders, nearMm, isEven, seed, fixed } = sharing;
  const regions = useMemo(() => sharedRegions(picture, table, { elementIds }), [picture, table, elementIds]);
  const answered = useEffectEvent((answer: ShareAnswer) => {
    if (!table) return;
    const { set } = useGroups.getState();
    if ('problem' in answer) {
      setState({ problem: problemWords(answer, regions, table, ladders.length), neighbours: 0 });
      set({ sharing: { ...useGroups.getState().sharing, kindOf: null }, preview: null });
      return;
    }
    const kindOf = new Map(regions.map(({ id }, place) => [id, answer.kindOf[place] ?? 0]));
    setState({ problem: null, neighbours: answer.neighbours });
    const operations = shareRegions(picture, { ladders, kindOf, name: 'Repeat' }, previewId, table);
    set({ sharing: { ...useGroups.getState().sharing, kindOf }, preview: operations });
  });
  useEffect(() => {
    if (!worker || !table || regions.length === 0 || ladders.length === 0) {
      useGroups.getState().set({ preview: null });
      return;
    }
    let current = true;
    const pxPerMm = pxPerMmOfTable(table);
    const places = regions.map(({ insideMm: [x, y] }): [number, number] => [x * pxPerMm, y * pxPerMm]);
    const byPlace = Object.fromEntries(
      regions.flatMap(({ id }, place) => {
        const kind = fixed.get(id);
        return kind === undefined ? [] : [[String(place), kind] as const];
      }),
    );
    const request: ShareRequest = {
      labels: regions.map(({ label }) => label),
      places,
      kinds: ladders.length,
      fixed: byPlace,
      seed,
      reachPx: nearMm * pxPerMm,
      isEven,
    };
    worker
      .ask(async (api): Promise<ShareAnswer> => api.shareOut(request))
      .then(
        (answer) => current && answered(answer),
        (error: unknown) => current && setState({ problem: problemToShow(error).message, neighbours: 0 }),
      );
    return () => {
      current = false;
    };
  }, [worker, table, regions, ladders, nearMm, isEven, seed, fixed, useGroups]);
  return state;
}
