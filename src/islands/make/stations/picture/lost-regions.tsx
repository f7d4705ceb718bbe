import type { ColouredPicture } from '#model/coloured-picture';
import type { IndexedTable } from '#core/make/region-tables';
import { Button } from '#ui/controls/button.tsx';
import type { MakeStore } from '../../document/make-store';

type Props = { useMake: MakeStore; picture: ColouredPicture; table: IndexedTable | undefined };

/** Areas of the reading before that found no match in the new one: said once, until the maker has seen it. */
export function LostRegions({ useMake, picture, table }: Props) {
  const edit = useMake(({ edit: own }) => own);
  const { regionMap } = picture;
  const lost = table?.table.lost ?? [];
  if (!regionMap || !table || lost.length === 0 || picture.lostSeen === regionMap.table) return null;
  const named = lost.filter(({ elementId }) => elementId !== null);
  const white = lost.filter(({ elementId }) => elementId === null);
  const line = ({ id, areaMm2, elementId, intoId }: (typeof lost)[number]) => (
    <li key={id}>
      {elementId === null
        ? 'still white, '
        : `of ${picture.elements.find((one) => one.id === elementId)?.name ?? 'an element that is gone'}, `}
      {(areaMm2 / 100).toFixed(2)} cm²:{' '}
      {intoId === null ? 'that place is paper now' : `it is part of area ${table.numberOf.get(intoId)} now`}
    </li>
  );
  return (
    <div role="status" className="border-l-8 border-ink bg-paper px-4 py-3" data-lost>
      <p className="font-semibold">
        {lost.length === 1 ? '1 area of before has' : `${lost.length} areas of before have`} no match in the new reading
      </p>
      {named.length > 0 && <ul className="list-disc pl-6">{named.map(line)}</ul>}
      {white.length > 0 && (
        <details>
          <summary className="min-h-8 cursor-pointer">
            {white.length === 1 ? '1 that was' : `${white.length} that were`} still white
          </summary>
          <ul className="max-h-40 list-disc overflow-y-auto pl-6">{white.map(line)}</ul>
        </details>
      )}
      <div className="mt-2 flex gap-3">
        <Button onClick={() => edit(() => [{ kind: 'patch', entity: 'picture', id: picture.id, fields: { lostSeen: regionMap.table } }])}>
          Seen
        </Button>
      </div>
    </div>
  );
}
