import { useRef, useState } from 'react';
import type { Make } from '#model/make';
import { formatLength } from '#core/card/lengths';
import { drawnCard } from '#core/layout/drawn';
import type { Laid } from '#core/layout/laid';
import { lampOfCard } from '#core/layout/light-agrees';
import { bordersOf, type Guide, snap } from '#core/layout/snap';
import { boundsMm, movedMm, turned } from '#core/outline/outline';
import { useLengthUnit } from '#islands/shared/length-unit.ts';
import { arrowSteps, dragHandle, tapPx } from '#ui/controls/drag-handle.ts';
import type { MakeStore } from '../../../document/make-store';
import type { Desk } from '../../station';
import type { CardDeskState } from '../card-desk';
import { LaidDrawing } from './laid-drawing';
import { moveItem, sendItem, takeAway, turnItem } from './layout-acts';
import type { CardLook } from './use-card-look';

type Props = { useMake: MakeStore; make: Make; look: CardLook; useDesk: Desk<CardDeskState>; isInside: boolean; marginMm: number };
type Held = { id: string; at: readonly [number, number]; turnedDeg: number; guides: readonly Guide[] };

/** Turns that a hand is drawn to, in degrees, and from how near. */
const [turnStepDeg, turnReachDeg] = [45, 4];
/** Between a thing and the handle that turns it. */
const handleMm = 7;

/** The things on a face of the card, in mm of the face: each is moved, turned and sent forward by hand and by keys. */
export function CardStage({ useMake, make, look, useDesk, isInside, marginMm }: Props) {
  const { card, beside, front, laid, heights } = look;
  const edit = useMake((state) => state.edit);
  const { itemId, set } = useDesk();
  const unit = useLengthUnit((state) => state.unit);
  const face = useRef<SVGGElement>(null);
  const [held, setHeld] = useState<Held | null>(null);
  const grip = useRef<{ from: readonly [number, number]; client: readonly [number, number]; isMoved: boolean } | null>(null);
  const own = laid.filter((one) => one.isInside === isInside);
  const drawn = drawnCard(laid, { supplies: beside.supplies, lamp: lampOfCard(make, card), heights });
  const mmAt = ({ clientX, clientY }: { clientX: number; clientY: number }): readonly [number, number] => {
    const matrix = face.current?.getScreenCTM();
    if (!matrix) return [0, 0];
    const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrix.inverse());
    return [x, y];
  };
  const boxAt = (one: Laid, at: readonly [number, number]) => {
    const { xMm, yMm } = one.item;
    return boundsMm(movedMm(one.outline, at[0] - xMm, at[1] - yMm));
  };
  const snapped = (one: Laid, at: readonly [number, number], reachMm?: number): Held => {
    const others = own.filter((other) => other !== one && other.sort !== 'tie').map((other) => boundsMm(other.outline));
    const box = boxAt(one, at);
    const { xMm, yMm, guides } = snap(box, front, others, reachMm === undefined ? {} : { reachMm });
    // The middle of the box and the thing's own middle differ where it is turned.
    const [dx, dy] = [box.xMm + box.widthMm / 2 - at[0], box.yMm + box.heightMm / 2 - at[1]];
    return { id: one.item.id, at: [xMm - dx, yMm - dy], turnedDeg: one.turnedDeg, guides };
  };
  const drop = (one: Laid) => {
    const moved = held;
    grip.current = null;
    setHeld(null);
    if (!moved || moved.id !== one.item.id) return;
    if (moved.turnedDeg !== one.turnedDeg) edit(turnItem(card.id, beside, one.item.id, moved.turnedDeg));
    else if (Math.hypot(moved.at[0] - one.item.xMm, moved.at[1] - one.item.yMm) >= 0.05)
      edit(moveItem(card.id, beside, one.item.id, moved.at));
  };
  const letGo = () => {
    grip.current = null;
    setHeld(null);
  };
  const onKey = (one: Laid, key: string, withShift: boolean): boolean => {
    const now: Held =
      held?.id === one.item.id ? held : { id: one.item.id, at: [one.item.xMm, one.item.yMm], turnedDeg: one.turnedDeg, guides: [] };
    const step = arrowSteps[key];
    if (step) {
      const reach = withShift ? 10 : 1;
      setHeld({ ...now, at: [now.at[0] + step[0] * reach, now.at[1] + step[1] * reach] });
      return true;
    }
    if (one.sort === 'tie') return false;
    if (key === '[' || key === ']') {
      setHeld({ ...now, turnedDeg: (now.turnedDeg + (key === ']' ? 5 : 355)) % 360 });
      return true;
    }
    return false;
  };
  const onAct = (one: Laid, key: string): boolean => {
    const { id } = one.item;
    if (key === 'PageUp') edit(sendItem(card.id, beside, id, 1));
    else if (key === 'PageDown') edit(sendItem(card.id, beside, id, -1));
    else if (key === 'Delete' && one.sort !== 'window') edit(takeAway(card.id, beside, id));
    else if (key === 'Enter' || key === ' ') set({ itemId: itemId === id ? null : id });
    else return false;
    return true;
  };
  const shownHeld = held && own.find(({ item }) => item.id === held.id);
  const chosen = own.find(({ item }) => item.id === itemId);
  const borders = held && shownHeld ? bordersOf(boxAt(shownHeld, held.at), front) : null;
  return (
    <g ref={face}>
      <rect width={front.widthMm} height={front.heightMm} className="stroke-ink" strokeWidth={0.4} fill={paperHexOf(look, front.paper)} />
      {own.map((one) => {
        const { id, xMm, yMm } = one.item;
        const isHeld = held?.id === id;
        const at = isHeld ? held.at : ([xMm, yMm] as const);
        const part = drawn.find((other) => other.itemId === id);
        if (!part) return null;
        return (
          // biome-ignore lint/a11y/useSemanticElements: a thing on a drawing is no HTML button.
          <g
            key={id}
            role="button"
            tabIndex={0}
            aria-label={`${one.name}: arrow keys move it, [ and ] turn it, page up and down send it forward and back`}
            aria-pressed={itemId === id}
            data-laid={one.name}
            data-laid-id={id}
            className="cursor-move touch-none outline-none focus-visible:[&_[data-edge]]:stroke-accent"
            transform={
              isHeld ? `translate(${at[0] - xMm} ${at[1] - yMm}) rotate(${held.turnedDeg - one.turnedDeg} ${xMm} ${yMm})` : undefined
            }
            {...dragHandle<SVGGElement>({
              onDrag: (event) => {
                const now = mmAt(event);
                grip.current ??= { from: [now[0] - xMm, now[1] - yMm], client: [event.clientX, event.clientY], isMoved: false };
                const { from, client } = grip.current;
                if (!grip.current.isMoved && Math.hypot(event.clientX - client[0], event.clientY - client[1]) < tapPx) return;
                grip.current.isMoved = true;
                setHeld(snapped(one, [now[0] - from[0], now[1] - from[1]], event.altKey ? 0 : undefined));
              },
              onDrop: () => {
                if (!grip.current?.isMoved) set({ itemId: itemId === id ? null : id });
                else set({ itemId: id });
                drop(one);
              },
              onCancel: letGo,
              onKey: (key, withShift, isHeldDown) => onKey(one, key, withShift) || (!isHeldDown && onAct(one, key)),
              onKeyRest: () => drop(one),
            })}
          >
            <LaidDrawing makeId={make.id} drawn={part} isHeld={itemId === id || isHeld} />
          </g>
        );
      })}
      {held?.guides.map(({ axis, atMm }) => (
        <line
          key={axis}
          {...(axis === 'x'
            ? { x1: atMm, x2: atMm, y1: -marginMm, y2: front.heightMm + marginMm }
            : { y1: atMm, y2: atMm, x1: -marginMm, x2: front.widthMm + marginMm })}
          className="stroke-accent"
          strokeWidth={0.4}
          strokeDasharray="3 2"
        />
      ))}
      {chosen && !grip.current?.isMoved && chosen.sort !== 'tie' && chosen.sort !== 'window' && (
        <TurnHandle
          laid={chosen}
          shownDeg={held?.id === chosen.item.id ? held.turnedDeg : chosen.turnedDeg}
          mmAt={mmAt}
          onTry={(turnedDeg) => setHeld({ id: chosen.item.id, at: [chosen.item.xMm, chosen.item.yMm], turnedDeg, guides: [] })}
          onTurn={(turnedDeg) => {
            letGo();
            if (turnedDeg !== null) edit(turnItem(card.id, beside, chosen.item.id, turnedDeg));
          }}
        />
      )}
      {borders && held && shownHeld && (
        <Measures
          borders={borders}
          unit={unit}
          words={
            held.turnedDeg === shownHeld.turnedDeg
              ? held.guides.map((guide) => guide.words).join(', ')
              : `turned ${Math.round(held.turnedDeg)}°`
          }
          front={front}
        />
      )}
    </g>
  );
}

function paperHexOf({ beside }: CardLook, paper: string | null): string {
  return beside.supplies.find(({ kind, name }) => kind === 'paper' && name === paper)?.hex ?? '#ffffff';
}

/** What is left between the thing that moves and each edge, beside the card. */
function Measures({
  borders,
  unit,
  words,
  front,
}: {
  borders: ReturnType<typeof bordersOf>;
  unit: 'mm' | 'in';
  words: string;
  front: { widthMm: number; heightMm: number };
}) {
  const size = Math.max(3.2, front.heightMm / 34);
  const say = (mm: number) => (mm < 0 ? `−${formatLength(-mm, unit)}` : formatLength(mm, unit));
  const all = [
    { x: -1.5, y: front.heightMm / 2, anchor: 'end', text: say(borders.left) },
    { x: front.widthMm + 1.5, y: front.heightMm / 2, anchor: 'start', text: say(borders.right) },
    { x: front.widthMm / 2, y: -2, anchor: 'middle', text: say(borders.top) },
    { x: front.widthMm / 2, y: front.heightMm + size + 0.5, anchor: 'middle', text: `${say(borders.bottom)}${words ? ` · ${words}` : ''}` },
  ] as const;
  return (
    <g data-measures={[borders.left, borders.right, borders.top, borders.bottom].map((mm) => mm.toFixed(1)).join(' ')}>
      {all.map(({ x, y, anchor, text }) => (
        <text
          key={`${x} ${y}`}
          x={x}
          y={y}
          textAnchor={anchor}
          fontSize={size}
          className="fill-ink stroke-wall font-code"
          strokeWidth={0.8}
          paintOrder="stroke"
        >
          {text}
        </text>
      ))}
    </g>
  );
}

type TurnProps = {
  laid: Laid;
  /** As it is turned while the hand turns it. */
  shownDeg: number;
  mmAt: (event: { clientX: number; clientY: number }) => readonly [number, number];
  onTry: (turnedDeg: number) => void;
  /** Null: it stays as it was. */
  onTurn: (turnedDeg: number | null) => void;
};

/** A handle over a thing, by which it is turned; drawn to every 45 degrees. */
function TurnHandle({ laid, shownDeg, mmAt, onTry, onTurn }: TurnProps) {
  const { item, turnedDeg, outline } = laid;
  const upright = boundsMm(turned(movedMm(outline, -item.xMm, -item.yMm), -turnedDeg));
  const out = upright.heightMm / 2 + handleMm;
  const angle = (shownDeg * Math.PI) / 180;
  const [x, y] = [item.xMm + out * Math.sin(angle), item.yMm - out * Math.cos(angle)];
  const degAt = (event: { clientX: number; clientY: number }) => {
    const [px, py] = mmAt(event);
    const deg = ((Math.atan2(px - item.xMm, item.yMm - py) * 180) / Math.PI + 360) % 360;
    const near = Math.round(deg / turnStepDeg) * turnStepDeg;
    return Math.abs(near - deg) <= turnReachDeg ? near % 360 : Math.round(deg);
  };
  const tried = useRef<number | null>(null);
  return (
    <g>
      <line x1={item.xMm} y1={item.yMm} x2={x} y2={y} className="pointer-events-none stroke-ink" strokeWidth={0.25} strokeDasharray="1 1" />
      <circle
        cx={x}
        cy={y}
        r={3.4}
        role="slider"
        tabIndex={0}
        aria-label={`Turn ${laid.name}`}
        aria-valuemin={0}
        aria-valuemax={359}
        aria-valuenow={Math.round(shownDeg)}
        className="cursor-grab touch-none fill-paper stroke-ink"
        strokeWidth={0.6}
        {...dragHandle<SVGCircleElement>({
          onDrag: (event) => {
            tried.current = degAt(event);
            onTry(tried.current);
          },
          onDrop: () => {
            onTurn(tried.current);
            tried.current = null;
          },
          onCancel: () => onTurn(null),
          onKey: (key, withShift) => {
            const step = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[key];
            if (step === undefined) return false;
            onTurn((turnedDeg + step * (withShift ? 1 : 5) + 360) % 360);
            return true;
          },
        })}
      />
    </g>
  );
}
