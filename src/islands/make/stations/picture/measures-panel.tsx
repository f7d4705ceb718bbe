import type { ColouredPicture } from '#model/coloured-picture';
import { ownersOf } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import { buttonLook } from '#ui/controls/button.tsx';
import type { DeskStore } from './desk-store';
import { MeasuresTable } from './measures-table';

type Props = { useDesk: DeskStore; makeId: string; picture: ColouredPicture; table: IndexedTable | undefined };

/** How large and how narrow every area is, what it borders on, and the picture on paper at true size. */
export function MeasuresPanel({ useDesk, makeId, picture, table }: Props) {
  const measuredRegionId = useDesk(({ measuredRegionId: own }) => own);
  const set = useDesk(({ set: own }) => own);
  const { regions = [], borders = [] } = table?.table ?? {};
  const numberOf = (id: string) => table?.numberOf.get(id);
  const owners = ownersOf(picture);
  const ownerOf = (regionId: string) => owners.get(regionId);
  const borderCounts = new Map<string, number>();
  for (const { between } of borders) for (const id of between) if (id !== null) borderCounts.set(id, (borderCounts.get(id) ?? 0) + 1);
  const chosen = measuredRegionId === null ? undefined : table?.byId.get(measuredRegionId);
  const neighbours = chosen
    ? borders
        .filter(({ between }) => between.includes(chosen.id))
        .map(({ between, lengthMm }) => ({ other: between[0] === chosen.id ? between[1] : between[0], lengthMm }))
        .sort((first, second) => second.lengthMm - first.lengthMm)
    : [];
  const nameOf = (id: string | null) =>
    id === null ? 'the paper outside' : `area ${numberOf(id)}${ownerOf(id) ? `, ${ownerOf(id)?.name}` : ''}`;
  return (
    <div className="space-y-4">
      <div className="flex flex-wrap items-center gap-3">
        {(['a4', 'letter'] as const).map((paper) => (
          <a
            key={paper}
            href={`/api/makes/${makeId}/true-size?picture=${picture.id}&paper=${paper}`}
            target="_blank"
            rel="noreferrer"
            className={buttonLook()}
          >
            Print at true size ({paper === 'a4' ? 'A4' : 'Letter'})
          </a>
        ))}
      </div>
      {chosen ? (
        <div className="bg-paper px-4 py-3" data-measured>
          <h3 className="font-semibold">
            Area {numberOf(chosen.id)}
            {ownerOf(chosen.id) ? `, ${ownerOf(chosen.id)?.name}` : ', still white'}
          </h3>
          <p>
            {(chosen.areaMm2 / 100).toFixed(2)} cm², {(chosen.narrowestMm ?? 0).toFixed(1)} mm where it is narrowest
          </p>
          <ul className="list-disc pl-6">
            {neighbours.map(({ other, lengthMm }) => (
              <li key={other ?? 'paper'}>
                {lengthMm.toFixed(1)} mm along {nameOf(other)}
              </li>
            ))}
          </ul>
        </div>
      ) : (
        <p className="text-soft">Tap an area on the picture, or choose it here.</p>
      )}
      <MeasuresTable
        rows={regions.map((region, index) => ({
          id: region.id,
          number: index + 1,
          element: ownerOf(region.id)?.name ?? 'still white',
          areaCm2: region.areaMm2 / 100,
          narrowestMm: region.narrowestMm,
          neighbours: borderCounts.get(region.id) ?? 0,
        }))}
        chosenId={measuredRegionId}
        onChoose={(id) => {
          const region = table?.byId.get(id);
          if (region) set({ measuredRegionId: id, crosshair: region.insideMm });
        }}
      />
    </div>
  );
}
