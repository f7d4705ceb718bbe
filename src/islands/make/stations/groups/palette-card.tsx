import { byId } from '#core/make/by-id';
import { useEffect, useMemo, useState } from 'react';
import type { Ladder } from '#model/ladder';
import type { ColouredElement } from '#model/coloured-picture';
import { counted } from '#core/make/counted';
import { planSource } from '#core/plan/plan-source';
import { paintSmall } from '#core/plan/small-painting';
import { canvasOf } from '#ui/picture/canvas-of.ts';
import { Button } from '#ui/controls/button.tsx';
import { Ladder as LadderView } from '#ui/ladder/ladder.tsx';
import { SmallPicture } from '#ui/picture/small-picture.tsx';
import { ladderWords, rungsToShow } from '../ladder-words';
import type { ShownRack } from '../../document/make-store';
import type { GroupsProps } from './groups-props';
import { turned } from './turned-set';

export type PaletteProposal = { ladders: ReadonlyMap<string, Ladder>; different: number; cost: number; bound: number };

type Props = GroupsProps & {
  proposal: PaletteProposal;
  number: number;
  elements: readonly ColouredElement[];
  rack: ShownRack;
  onShow: (ladders: ReadonlyMap<string, Ladder> | null) => void;
  onTake: (ladders: ReadonlyMap<string, Ladder>) => void;
};

const smallPx = 200;

/** How good it is for what was asked: the best, or how much better one could be at the most. */
function boundWords({ cost, bound }: PaletteProposal): string {
  if (bound >= cost - 1e-6) return 'none of your rack parts and suits better';
  return `at the most ${Math.ceil((100 * (cost - bound)) / Math.max(1, cost))} % could be gained over it`;
}

/** One proposed palette: the picture in it, its ladders, and which element gets which; taken whole or in part. */
export function PaletteCard({ proposal, number, elements, rack, picture, make, table, raster, onShow, onTake }: Props) {
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [isOpen, setOpen] = useState(false);
  const taken = useMemo(() => new Map([...proposal.ladders].filter(([id]) => !left.has(id))), [proposal, left]);
  const paint = useSmallPaint({ picture, make, table, raster, rack, ladders: proposal.ladders });
  const different = useMemo(() => {
    const byWords = new Map<string, { ladder: Ladder; names: string[] }>();
    for (const { id, name } of elements) {
      const ladder = proposal.ladders.get(id);
      if (!ladder) continue;
      const own = byWords.get(ladderWords(ladder)) ?? { ladder, names: [] };
      byWords.set(ladderWords(ladder), { ladder, names: [...own.names, name] });
    }
    // What a small element has of a ladder that lies out anyhow is no ladder more.
    const isPart = (own: Ladder, whole: Ladder) =>
      own !== whole &&
      own.rungs.length < whole.rungs.length &&
      own.rungs.every(({ markerId }) => whole.rungs.some((rung) => rung.markerId === markerId));
    const all = [...byWords.values()];
    return all.filter(({ ladder }) => !all.some((other) => isPart(ladder, other.ladder)));
  }, [elements, proposal]);
  return (
    <li
      className="flex gap-3 bg-paper p-2"
      data-palette={number}
      onPointerEnter={() => onShow(taken)}
      onPointerLeave={() => onShow(null)}
      onFocus={() => onShow(taken)}
      onBlur={() => onShow(null)}
    >
      <div className="w-36 shrink-0">
        <SmallPicture
          label={`The picture in palette ${number}`}
          lines={raster.lines}
          paint={paint}
          widthPx={smallPx}
          heightPx={Math.round((smallPx * picture.heightMm) / picture.widthMm)}
        />
      </div>
      <div className="min-w-0 flex-1 space-y-1">
        <ul className="flex flex-wrap gap-x-1" aria-label={`Ladders of palette ${number}`}>
          {different.map(({ ladder, names }) => (
            <li key={ladderWords(ladder)} title={names.join(', ')}>
              <LadderView rungs={rungsToShow(ladder, rack.markers)} height={84} withRoles={false} />
            </li>
          ))}
        </ul>
        <p className="text-sm text-soft">
          {counted(proposal.different, 'ladder')}: {boundWords(proposal)}.
        </p>
        <p className="flex flex-wrap gap-x-3">
          <Button weight="quiet" onClick={() => onTake(taken)}>
            {left.size === 0 ? 'Take it whole' : `Take it for ${counted(taken.size, 'element')}`}
          </Button>
          <Button weight="quiet" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
            {isOpen ? 'Close' : 'Only in part'}
          </Button>
        </p>
        {isOpen && (
          <ul className="text-sm" aria-label={`Which elements take palette ${number}`}>
            {elements.map(({ id, name }) => {
              const ladder = proposal.ladders.get(id);
              return (
                <li key={id}>
                  <label className="flex min-h-8 items-center gap-2">
                    <input
                      type="checkbox"
                      className="size-6 accent-accent"
                      checked={!left.has(id)}
                      onChange={() => setLeft(turned(left, id))}
                    />
                    <span className="font-semibold">{name}</span>
                    <span className="truncate font-code">{ladder && ladderWords(ladder)}</span>
                  </label>
                </li>
              );
            })}
          </ul>
        )}
      </div>
    </li>
  );
}

type Painted = Pick<Props, 'picture' | 'make' | 'table' | 'raster' | 'rack'> & { ladders: ReadonlyMap<string, Ladder> };

/** The picture in a palette, small; painted when the page has a moment. */
function useSmallPaint({ picture, make, table, raster, rack, ladders }: Painted): OffscreenCanvas | null {
  const [paint, setPaint] = useState<OffscreenCanvas | null>(null);
  useEffect(() => {
    const { labels } = raster;
    if (!table || !labels) return;
    const turn = setTimeout(() => {
      const dressed = { ...picture, elements: picture.elements.map((own) => ({ ...own, ladder: ladders.get(own.id) ?? own.ladder })) };
      const markers = byId(rack.markers);
      const small = paintSmall(planSource(make, dressed), { table, labels, markers }, smallPx);
      setPaint(canvasOf(small.rgba, small.width, small.height));
    });
    return () => clearTimeout(turn);
  }, [picture, make, table, raster, rack.markers, ladders]);
  return paint;
}
