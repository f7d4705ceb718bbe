import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react';
import { lampWords } from '#core/light/lamp-words';
import type { DistantLamp } from '#model/lamp';
import { inkHex, paperHex } from '#ui/colours.ts';
import { canvasOf } from '#ui/picture/canvas-of.ts';
import type { LitMap } from './lit-map';

type Props = {
  lit: LitMap;
  label: string;
  /** RGBA of the map's size, under the lines. */
  painted: Uint8ClampedArray<ArrayBuffer>;
  /** Radius of what is pointed with, in shares of the map's width; a key moves it by as much. */
  reachShare: number;
  /** Rings on the picture, in px of the map. */
  rings?: readonly { x: number; y: number; radius: number; isThick?: boolean }[];
  /** Whether what is drawn on goes on while the pointer moves. Default false: it points. */
  isDrawn?: boolean;
  onPoint: (x: number, y: number) => void;
  /** How often it was pointed, for those who watch. */
  pointed: number;
};

/** Lines are drawn so many times finer than what is painted. */
const sharper = 2;

/** A picture that is pointed at or painted on, by mouse, finger or keys. */
export function DrillPicture({ lit, label, painted, reachShare, rings = [], isDrawn = false, onPoint, pointed }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [cursor, setCursor] = useState<readonly [number, number] | null>(null);
  const { widthPx, heightPx } = lit.maps[0] ?? { widthPx: 1, heightPx: 1 };
  useEffect(() => {
    const own = canvas.current;
    const context = own?.getContext('2d');
    if (!own || !context) return;
    Object.assign(own, { width: sharper * widthPx, height: sharper * heightPx });
    context.fillStyle = paperHex;
    context.fillRect(0, 0, own.width, own.height);
    context.drawImage(canvasOf(painted, widthPx, heightPx), 0, 0, own.width, own.height);
    context.globalCompositeOperation = 'multiply';
    context.imageSmoothingQuality = 'high';
    context.drawImage(lit.lines, 0, 0, own.width, own.height);
    context.globalCompositeOperation = 'source-over';
    const ring = (x: number, y: number, radius: number, lineWidth: number, colour: string) => {
      context.strokeStyle = colour;
      context.lineWidth = lineWidth;
      context.beginPath();
      context.arc(sharper * x, sharper * y, sharper * radius, 0, 2 * Math.PI);
      context.stroke();
    };
    for (const { x, y, radius, isThick } of rings) {
      ring(x, y, radius, (isThick ? 5 : 2.5) * sharper, paperHex);
      ring(x, y, radius, (isThick ? 3 : 1.5) * sharper, inkHex);
    }
    if (cursor) ring(...cursor, reachShare * widthPx, sharper, inkHex);
  }, [lit, painted, rings, cursor, reachShare, widthPx, heightPx]);
  const pointAt = (event: PointerEvent<HTMLElement>) => {
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    onPoint(((event.clientX - left) / width) * widthPx, ((event.clientY - top) / height) * heightPx);
  };
  const byKey = (event: KeyboardEvent) => {
    const step = reachShare * widthPx;
    const [x, y] = cursor ?? [widthPx / 2, heightPx / 2];
    const ways: Record<string, readonly [number, number]> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    const way = ways[event.key];
    if (!way && event.key !== ' ') return;
    event.preventDefault();
    if (way) setCursor([x + way[0], y + way[1]]);
    else onPoint(x, y);
  };
  return (
    <div
      className="relative"
      style={{ aspectRatio: lit.shape, height: `min(34rem, calc(100dvh - 18rem), calc((100vw - 4rem) / ${lit.shape}))` }}
    >
      <div
        role="application"
        aria-label={label}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: it is pointed at by keys.
        tabIndex={0}
        className="size-full touch-none border border-edge bg-paper"
        onPointerDown={pointAt}
        onPointerMove={(event) => isDrawn && event.buttons > 0 && pointAt(event)}
        onKeyDown={byKey}
        data-pointed={pointed}
      >
        <canvas ref={canvas} className="size-full" />
      </div>
    </div>
  );
}

/** Where the lamp stands: a ring round the picture with the lamp on it, and in words. */
export function LampSign({ lamp }: { lamp: DistantLamp }) {
  const turn = (lamp.azimuthDeg * Math.PI) / 180;
  const [x, y] = [40 + 30 * Math.sin(turn), 40 - 30 * Math.cos(turn)];
  return (
    <>
      <svg width="120" height="120" viewBox="0 0 80 80" aria-hidden="true">
        <rect x="28" y="28" width="24" height="24" fill={paperHex} stroke={inkHex} />
        <line x1={x} y1={y} x2={40} y2={40} stroke={inkHex} strokeDasharray="3 3" />
        <circle cx={x} cy={y} r="8" fill={inkHex} />
      </svg>
      <p data-lamp={lamp.azimuthDeg}>The lamp shines {lampWords(lamp)}.</p>
    </>
  );
}

/** What is said while a picture comes, or where there is none. */
export function PictureComing({ isThere, isLit, problem }: { isThere: boolean; isLit: boolean; problem: string }) {
  if (!isThere) return <p>There is no picture with areas yet. Bring one in at the table, and it is here.</p>;
  if (problem) return <p role="alert">{problem}</p>;
  return isLit ? null : <p role="status">Lighting a picture of yours …</p>;
}
