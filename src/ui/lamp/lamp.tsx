import { type PointerEvent, useRef } from 'react';
import type { LampOver } from '#model/plan-source';
import { dragHandle } from '../controls/drag-handle';
import { inkHex, paperHex, softHex } from '../colours';
import { lampWords } from '#core/light/lamp-words';
import { lampAt, lampPlace, lowestDeg, moveLampByKey } from './lamp-place';

type Props = {
  lamp: LampOver;
  /** Size of the picture in CSS px; the lamp moves on and inside a track a little larger. */
  width: number;
  height: number;
  /** Width of the picture on paper. */
  widthMm: number;
  /** Without it the lamp only shows. */
  onMove?: ((lamp: LampOver) => void) | undefined;
  onSettle?: ((lamp: LampOver) => void) | undefined;
};

/** Size of the bulb in CSS px: what a finger finds. */
const bulbPx = 44;

/** The lamp: moved round the picture for the direction, into it for the height. */
export function Lamp({ lamp, width, height, widthMm, onMove, onSettle }: Props) {
  const field = useRef<HTMLDivElement>(null);
  const movable = onMove !== undefined;
  // Where it only shows it stands beside the picture, on its side; where it is moved, a high one stands over the drawing.
  const at = { width, height, widthMm };
  const place = lampPlace(movable || lamp.kind === 'near' ? lamp : { ...lamp, heightDeg: lowestDeg }, at);
  const isOver = place.x > -bulbPx / 2 && place.x < width + bulbPx / 2 && place.y > -bulbPx / 2 && place.y < height + bulbPx / 2;
  const atPointer = (event: PointerEvent): LampOver => {
    const box = field.current?.getBoundingClientRect();
    return box ? lampAt(lamp, event.clientX - box.left, event.clientY - box.top, at) : lamp;
  };
  return (
    <div ref={field} className="pointer-events-none absolute inset-0">
      {movable && (
        <svg className="absolute overflow-visible" width={width} height={height} aria-hidden="true">
          <rect
            x={-place.outsidePx}
            y={-place.outsidePx}
            width={width + 2 * place.outsidePx}
            height={height + 2 * place.outsidePx}
            rx={12}
            fill="none"
            stroke={softHex}
            strokeWidth="2"
            strokeDasharray="1 7"
            strokeLinecap="round"
          />
          {lamp.kind === 'near' && (
            // How far its height would reach over the paper: larger where it hangs higher.
            <circle
              cx={place.x}
              cy={place.y}
              r={(lamp.heightMm / widthMm) * width}
              fill="none"
              stroke={softHex}
              strokeWidth="1"
              strokeDasharray="2 6"
            />
          )}
          <line
            display={lamp.kind === 'near' ? 'none' : undefined}
            x1={place.x}
            y1={place.y}
            x2={width / 2}
            y2={height / 2}
            stroke={softHex}
            strokeWidth="1"
            strokeDasharray="6 6"
            strokeOpacity={isOver ? 1 : 0}
          />
        </svg>
      )}
      {movable ? (
        <div
          role="slider"
          tabIndex={0}
          aria-label="Lamp"
          aria-valuemin={0}
          aria-valuemax={359}
          aria-valuenow={Math.round(lamp.kind === 'distant' ? lamp.azimuthDeg : 0)}
          aria-valuetext={lampWords(lamp)}
          className="pointer-events-auto absolute -ml-[22px] -mt-[22px] cursor-grab touch-none rounded-full active:cursor-grabbing"
          style={{ left: place.x, top: place.y }}
          {...dragHandle({
            onDrag: (event) => onMove?.(atPointer(event)),
            onDrop: (event) => onSettle?.(atPointer(event)),
            onCancel: () => onSettle?.(lamp),
            onKey: (key, withShift) => {
              const moved = moveLampByKey(lamp, key, withShift, at);
              if (moved) onMove?.(moved);
              return moved !== null;
            },
            onKeyRest: () => onSettle?.(lamp),
          })}
        >
          <Bulb {...{ lamp, isOver, movable }} />
        </div>
      ) : (
        <div
          className="absolute -ml-[22px] -mt-[22px] scale-75"
          style={{ left: place.x, top: place.y }}
          role="img"
          aria-label={`Lamp ${lampWords(lamp)}`}
        >
          <Bulb {...{ lamp, isOver, movable }} />
        </div>
      )}
    </div>
  );
}

type BulbProps = { lamp: LampOver; isOver: boolean; movable: boolean };

/** Over the drawing it is a ring, through which the lines are seen. */
function Bulb({ lamp, isOver, movable }: BulbProps) {
  return (
    <svg width="44" height="44" viewBox="-26 -26 52 52" className="block" aria-hidden="true">
      <circle r="24" fill={paperHex} fillOpacity={isOver ? 0 : 0.95} stroke={paperHex} strokeWidth={6} strokeOpacity={0.8} />
      <circle r="24" fill="none" stroke={inkHex} strokeWidth={movable ? 2.5 : 1.5} />
      <g transform={`rotate(${lamp.kind === 'distant' ? lamp.azimuthDeg : 180})`} display={isOver ? 'none' : undefined}>
        <path d="M-9 -12 L9 -12 L13 4 L-13 4 Z" fill={inkHex} />
        <path d="M-7 4 A7 7 0 0 0 7 4 Z" fill={paperHex} stroke={inkHex} strokeWidth="2" />
        <path d="M-10 13 L-13 19 M0 15 L0 21 M10 13 L13 19" stroke={inkHex} strokeWidth="2" strokeLinecap="round" />
      </g>
    </svg>
  );
}
