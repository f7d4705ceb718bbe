import type { Picture } from '#model/picture';
import { Button } from '#ui/button.tsx';
import type { MakeStore } from '../../make-store';

/** Areas of the reading before that found no match in the new one: said once, until the maker has seen it. */
export function LostRegions({ useMake, picture }: { useMake: MakeStore; picture: Picture }) {
  const { edit } = useMake();
  const { regionMap } = picture;
  const lost = regionMap?.lost ?? [];
  if (!regionMap || lost.length === 0) return null;
  const numberOf = new Map(regionMap.regions.map(({ id }, index) => [id, index + 1]));
  return (
    <div role="status" className="border-l-8 border-ink bg-paper px-4 py-3" data-lost>
      <p className="font-semibold">
        {lost.length === 1 ? '1 area of before has' : `${lost.length} areas of before have`} no match in the new reading:
      </p>
      <ul className="list-disc pl-6">
        {lost.slice(0, 8).map(({ id, areaMm2, elementId, intoId }) => {
          const element = picture.elements.find((one) => one.id === elementId);
          const into = intoId === null ? 'that place is paper now' : `it is part of area ${numberOf.get(intoId)} now`;
          return (
            <li key={id}>
              {element ? `of ${element.name}, ` : 'still white, '}
              {(areaMm2 / 100).toFixed(2)} cm²: {into}
            </li>
          );
        })}
        {lost.length > 8 && <li>and {lost.length - 8} more</li>}
      </ul>
      <div className="mt-2 flex gap-3">
        <Button onClick={() => edit({ kind: 'setRegionMap', pictureId: picture.id, regionMap: { ...regionMap, lost: [] } })}>Seen</Button>
      </div>
    </div>
  );
}
