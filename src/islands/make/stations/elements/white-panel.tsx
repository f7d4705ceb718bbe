import { useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { Operation } from '#model/operation';
import type { ColouredPicture } from '#model/coloured-picture';
import { counted } from '#core/make/counted';
import { farOffRegions, whiteBySize } from '#core/make/overlooked';
import type { IndexedTable } from '#core/make/region-tables';
import { Button } from '#ui/controls/button.tsx';
import { keepWhite, showNextWhite } from './elements-acts';
import type { ElementsDesk } from './elements-desk';
import type { MakeStore } from '../../document/make-store';

type Props = { useMake: MakeStore; useElements: ElementsDesk; picture: ColouredPicture; table: IndexedTable | undefined };

/** So many are listed unasked, and at the most; the others come by the key. */
const fewListed = 5;
const mostListed = 40;

/** Nothing overlooked: every area without an element, the largest first, and what lies oddly far from its element. */
export function WhitePanel({ useMake, useElements, picture, table }: Props) {
  const { meant, blinkAt, set } = useElements(useShallow((state) => ({ meant: state.meant, blinkAt: state.blinkAt, set: state.set })));
  const [showsAll, setShowsAll] = useState(false);
  const white = whiteBySize(picture, table);
  const listed = white.slice(0, showsAll ? mostListed : fewListed);
  const tiny = white.filter(({ isTiny }) => isTiny).length;
  const far = farOffRegions(picture, table).filter(({ region }) => !meant.includes(region.id));
  const show = (regionId: string) => {
    useMake.getState().setCursor(regionId);
    blinkAt(regionId);
  };
  const letGo = (regionId: string): Operation => ({
    kind: 'assignRegions',
    pictureId: picture.id,
    assignments: [{ regionId, elementId: null }],
  });
  return (
    <div className="space-y-3">
      {far.map(({ element, region, awayMm }) => (
        <div key={region.id} className="border-l-8 border-ink bg-paper px-4 py-2" data-far-off>
          <p>
            {element.name} has an area {awayMm.toFixed(0)} mm away from the rest of it. Does it belong there?
          </p>
          <div className="flex flex-wrap gap-3">
            <Button weight="quiet" onClick={() => show(region.id)}>
              Show it
            </Button>
            <Button weight="quiet" onClick={() => useMake.getState().edit(() => [letGo(region.id)])}>
              Let it go
            </Button>
            <Button weight="quiet" onClick={() => set({ meant: [...meant, region.id] })}>
              It belongs there
            </Button>
          </div>
        </div>
      ))}
      <p className="flex flex-wrap items-center gap-x-4">
        <span className="font-display text-lg font-semibold" data-white>
          {white.length === 0 ? 'Every area found has its element' : `${counted(white.length, 'area')} still white`}
        </span>
        {tiny > 0 && <span>{tiny} of them tiny: such are often forgotten</span>}
      </p>
      {white.length > 0 && (
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => showNextWhite(useMake, useElements, picture, table)}>Show the next one (Alt+W)</Button>
          <Button
            onClick={() =>
              keepWhite(
                useMake,
                picture.id,
                white.map(({ region }) => region.id),
              )
            }
          >
            All of them stay white
          </Button>
        </div>
      )}
      <ol className="divide-y divide-edge border-y border-edge" aria-label="Areas still white, the largest first">
        {listed.map(({ region, isTiny }) => (
          <li key={region.id} className="flex items-center gap-2 pl-2" data-white-area={region.id}>
            <span className="min-w-0 flex-1">
              Area {table?.numberOf.get(region.id)}{' '}
              <span className="text-sm text-soft">
                {(region.areaMm2 / 100).toFixed(2)} cm²{isTiny ? ', tiny' : ''}
              </span>
            </span>
            <Button weight="quiet" aria-label={`Show area ${table?.numberOf.get(region.id)}`} onClick={() => show(region.id)}>
              Show
            </Button>
            <Button
              weight="quiet"
              aria-label={`Area ${table?.numberOf.get(region.id)} stays white`}
              onClick={() => keepWhite(useMake, picture.id, [region.id])}
            >
              Stays white
            </Button>
          </li>
        ))}
      </ol>
      {white.length > listed.length &&
        (showsAll ? (
          <p className="text-soft">and {white.length - listed.length} smaller ones: Alt+W goes through them all.</p>
        ) : (
          <Button weight="quiet" onClick={() => setShowsAll(true)}>
            List the {white.length - listed.length} smaller ones
          </Button>
        ))}
    </div>
  );
}
