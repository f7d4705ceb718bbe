import type { ReactNode } from 'react';
import { cautions } from '#core/technique/cautions';
import type { OrderedBlend } from '#core/technique/make-order';
import { Button } from '#ui/controls/button.tsx';
import { DragChip } from '#ui/ladder/drag-chip.tsx';
import { clockWords } from '#ui/order/clock-words.ts';

type Props = {
  row: OrderedBlend;
  place: number;
  of: number;
  hex: string | undefined;
  /** Where there are several pictures. */
  pictureName: string | undefined;
  /** Whether the mat is wiped before it: loose pieces of another colour lay on it. */
  wipesMat: boolean;
  isHeld: boolean;
  onHold: () => void;
  onPut: (place: number) => void;
  onDropAt: (clientY: number) => void;
  onLetGo: () => void;
  children: ReactNode;
};

/** One blend in the order: when, what, with which markers, and why here; in hand it can be put elsewhere. */
export function OrderRow({
  row: { blend, from, why },
  place,
  of,
  hex,
  pictureName,
  wipesMat,
  isHeld,
  onHold,
  onPut,
  onDropAt,
  onLetGo,
  children,
}: Props) {
  const part = blend.items.length === 1 ? blend.items[0]?.part : null;
  const title = `${blend.name}${part ? `, part ${part} of ${blend.areas}` : ''}`;
  const codes = [...new Set(blend.marks.map(({ mark }) => mark.code))].join(' ');
  return (
    <li data-blend={title} data-kind={blend.kind}>
      {wipesMat && (
        <p className="border-l-4 border-ink px-2 py-1 text-sm" data-wipe>
          ▲ {cautions.mat}
        </p>
      )}
      <div className={isHeld ? 'bg-paper shadow-[inset_5px_0_0_var(--color-ink)]' : ''}>
        <div className="flex items-stretch">
          <DragChip
            label={`Move ${title}`}
            ghost={<span className="block bg-ink px-3 py-1 text-paper">{title}</span>}
            className="w-9 shrink-0 cursor-grab font-code text-sm text-soft hover:bg-wall"
            onDropAt={(_, clientY) => onDropAt(clientY)}
            onPress={onHold}
          >
            {place}
            <span className="block text-base leading-4" aria-hidden="true">
              ↕
            </span>
          </DragChip>
          <button type="button" aria-pressed={isHeld} className="min-h-11 flex-1 px-1 py-1.5 text-left hover:bg-wall" onClick={onHold}>
            <span className="flex flex-wrap items-baseline gap-x-3">
              <span className="w-11 font-code text-sm">{clockWords(from)}</span>
              <span className="inline-block size-3.5 self-center border border-ink" style={{ backgroundColor: hex }} aria-hidden="true" />
              <strong>{title}</strong>
              {pictureName && <span className="text-sm">{pictureName}</span>}
              <span className="font-code text-sm">{codes}</span>
            </span>
            <span className="block text-sm" data-why={why.isBroken ? 'broken' : 'kept'}>
              {why.isBroken && '▲ '}
              {why.words}
            </span>
          </button>
        </div>
        {isHeld && (
          <div className="space-y-3 px-3 pb-3">
            <p className="flex flex-wrap gap-2">
              <Button disabled={place === 1} onClick={() => onPut(place - 1)}>
                Earlier
              </Button>
              <Button disabled={place === of} onClick={() => onPut(place + 1)}>
                Later
              </Button>
              <Button disabled={place === 1} onClick={() => onPut(1)}>
                First
              </Button>
              <Button disabled={place === of} onClick={() => onPut(of)}>
                Last
              </Button>
              {why.isByHand && <Button onClick={onLetGo}>Leave it to the order</Button>}
            </p>
            {children}
          </div>
        )}
      </div>
    </li>
  );
}
