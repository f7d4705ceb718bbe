import { useMemo } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { SceneLamp } from '#model/lamp';
import type { ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import { planSource } from '#core/plan/plan-source';
import { type LitElement, lightChanges } from '#core/scene/lights-compared';
import type { IndexedTable } from '#core/make/region-tables';
import type { ShownMarker } from '#core/markers/assumed-colour';
import { Button } from '#ui/controls/button.tsx';
import { lampWords } from '#core/light/lamp-words';
import { SmallPicture } from '#ui/picture/small-picture.tsx';
import type { LightDesk } from './light-desk';
import { type Bands, useBands } from '../../plan/use-bands';
import type { Raster } from '../../picture/use-raster';

type Props = {
  useLight: LightDesk;
  make: Make;
  picture: ColouredPicture;
  table: IndexedTable | undefined;
  raster: Raster;
  markers: readonly ShownMarker[];
  lamp: SceneLamp;
  bands: Bands;
  onSettle: (lamp: SceneLamp) => void;
};

function litElements(picture: ColouredPicture, { areasMm2, places }: Bands): LitElement[] {
  return picture.elements.flatMap(({ id, name }) => {
    const [areas, own] = [areasMm2.get(id), places.get(id)];
    return areas && own ? [{ name, areasMm2: areas, places: own }] : [];
  });
}

/** Another light beside the scene's: the picture under it, and what changes in words. */
export function BesidePanel({ useLight, make, picture, table, raster, markers, lamp, bands, onSettle }: Props) {
  const { beside, view, set } = useLight(useShallow((state) => ({ beside: state.beside, view: state.view, set: state.set })));
  const other = useBands(picture, {
    table,
    labels: raster.labels,
    source: useMemo(() => planSource(make, picture, beside ?? lamp), [make, picture, beside, lamp]),
    isMoving: false,
    markers,
    view,
    isShown: beside !== null,
  });
  if (!beside) {
    return (
      <div className="space-y-3">
        <p>Put the light of now beside, then move the lamp: both are seen at once, and what changes is told.</p>
        <Button onClick={() => set({ beside: lamp })}>Put this light beside</Button>
      </div>
    );
  }
  const changes = other.paint ? lightChanges(litElements(picture, other), litElements(picture, bands)) : [];
  return (
    <div className="space-y-3" data-beside={other.paint ? 'shown' : 'none'}>
      <div className="flex flex-wrap gap-4">
        <figure className="w-56">
          <SmallPicture
            label="The picture under the other light"
            lines={raster.lines}
            paint={other.paint}
            widthPx={smallPx}
            heightPx={Math.round((smallPx * picture.heightMm) / picture.widthMm)}
          />
          <figcaption>Beside: {lampWords(beside)}</figcaption>
        </figure>
        <div className="flex min-w-40 flex-1 flex-col items-start gap-2">
          <Button
            onClick={() => {
              set({ beside: lamp });
              onSettle(beside);
            }}
          >
            Change places
          </Button>
          <Button weight="quiet" onClick={() => set({ beside: null })}>
            Put it away
          </Button>
        </div>
      </div>
      <h3 className="font-semibold">On the large picture, against the small one</h3>
      {changes.length === 0 ? (
        <p>Nothing changes that one would see.</p>
      ) : (
        <ul className="list-disc pl-6" aria-label="What changes">
          {changes.map(({ name, words }) => (
            <li key={name}>
              <span className="font-semibold">{name}:</span> {words}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

const smallPx = 448;
