import { useRef, useState } from 'react';
import type { Standing } from '#core/scene/pictures-standing';
import { arrowSteps, dragHandle } from '../controls/drag-handle';

type Props = {
  standing: readonly Standing[];
  currentId: string;
  imageOf: (id: string) => string;
  /** Pictures that lie on a card, and on which: there they are moved. Default: none does. */
  onCard?: ReadonlyMap<string, string>;
  onShow: (id: string) => void;
  /** A picture was put elsewhere: its left top in mm from that of the first. */
  onPlace: (id: string, placeMm: [number, number]) => void;
};

const marginMm = 8;
const mostHeightPx = 190;

/** The pictures of a make to scale, as they stand beside each other; each but the first is moved by hand or by keys. */
export function ScenePlan({ standing, currentId, imageOf, onCard, onShow, onPlace }: Props) {
  const plan = useRef<HTMLDivElement>(null);
  const [moved, setMoved] = useState<{ id: string; at: [number, number] } | null>(null);
  const grip = useRef<[number, number] | null>(null);
  const left = Math.min(...standing.map(({ xMm }) => xMm)) - marginMm;
  const top = Math.min(...standing.map(({ yMm }) => yMm)) - marginMm;
  const width = Math.max(...standing.map(({ xMm, widthMm }) => xMm + widthMm)) + marginMm - left;
  const height = Math.max(...standing.map(({ yMm, heightMm }) => yMm + heightMm)) + marginMm - top;
  const placeOf = (standingOne: Standing): [number, number] =>
    moved?.id === standingOne.id ? moved.at : [standingOne.xMm, standingOne.yMm];
  const mmAt = (event: { clientX: number; clientY: number }): [number, number] => {
    const box = plan.current?.getBoundingClientRect();
    return box
      ? [left + ((event.clientX - box.left) / box.width) * width, top + ((event.clientY - box.top) / box.height) * height]
      : [0, 0];
  };
  return (
    <div className="mt-3 bg-wall p-2">
      <div
        ref={plan}
        className="relative mx-auto max-w-full"
        style={{ aspectRatio: `${width} / ${height}`, width: `min(100%, ${(mostHeightPx * width) / height}px)` }}
        data-scene-plan
      >
        {standing.map((one, index) => {
          const [xMm, yMm] = placeOf(one);
          const cardName = onCard?.get(one.id);
          const canMove = index > 0 && cardName === undefined;
          const where = canMove
            ? `, ${Math.round(xMm)} mm right and ${Math.round(yMm)} mm down of the first; arrow keys move it`
            : cardName === undefined
              ? ''
              : `, as it lies on ${cardName}`;
          const putDown = () => {
            grip.current = null;
            if (moved?.id === one.id && Math.hypot(moved.at[0] - one.xMm, moved.at[1] - one.yMm) >= 1) onPlace(one.id, moved.at);
            setMoved(null);
          };
          return (
            <button
              key={one.id}
              type="button"
              aria-label={`${one.name}${where}`}
              aria-current={one.id === currentId ? 'true' : undefined}
              className={`absolute bg-paper ${canMove ? 'cursor-move touch-none' : ''} ${one.id === currentId ? 'outline-3 outline-ink' : 'outline-1 outline-edge'}`}
              style={{
                left: `${((xMm - left) / width) * 100}%`,
                top: `${((yMm - top) / height) * 100}%`,
                width: `${(one.widthMm / width) * 100}%`,
                height: `${(one.heightMm / height) * 100}%`,
              }}
              onClick={() => onShow(one.id)}
              {...(canMove
                ? dragHandle({
                    onDrag: (event) => {
                      const [x, y] = mmAt(event);
                      grip.current ??= [x - one.xMm, y - one.yMm];
                      setMoved({ id: one.id, at: [x - grip.current[0], y - grip.current[1]] });
                    },
                    onDrop: putDown,
                    onCancel: putDown,
                    onKey: (key, withShift) => {
                      const step = arrowSteps[key];
                      if (!step) return false;
                      const reach = withShift ? 10 : 1;
                      setMoved({ id: one.id, at: [xMm + step[0] * reach, yMm + step[1] * reach] });
                      return true;
                    },
                    onKeyRest: putDown,
                  })
                : {})}
            >
              <img src={imageOf(one.id)} alt="" className="pointer-events-none size-full object-contain" draggable={false} />
            </button>
          );
        })}
      </div>
      <p className="mt-2 text-center text-sm" data-stands>
        {standing
          .filter(({ id }, index) => id === currentId && index > 0)
          .map((one) => {
            const [xMm, yMm] = placeOf(one);
            return `${one.name} stands ${Math.round(xMm)} mm right and ${Math.round(yMm)} mm down of the first. Drag it, or use the arrow keys.`;
          })}
      </p>
    </div>
  );
}
