import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react';
import { lampWords } from '#core/light/lamp-words';
import type { Told } from '#core/practice/told';
import { computedDark, scoreWhereDark } from '#core/practice/where-dark';
import { problemToShow } from '#islands/shared/server-calls.ts';
import type { DistantLamp } from '#model/lamp';
import { Button } from '#ui/controls/button.tsx';
import { inkHex, paperHex } from '#ui/colours.ts';
import { canvasOf } from '#ui/picture/canvas-of.ts';
import { DrillFrame } from './drill-frame';
import { drillTexts } from './drill-texts';
import { type LitMap, litMap } from './lit-map';

type Props = {
  pictures: readonly { makeId: string; pictureId: string }[];
  random: () => number;
  onTold: (told: Told) => void;
  onAgain: () => void;
  onLeave: () => void;
};

/** Radius of the brush, in shares of the map's width; a key moves it by as much. */
const brushShare = 0.025;
/** Lines are drawn so many times finer than what is painted. */
const sharper = 2;
/** A lamp that is half high: its dark is neither a rim nor a half. */
const lampHeightDeg = 35;

/** The maker paints where a picture is dark under a lamp; it is held against the computed bands, part by part. */
export function DarkDrill({ pictures, random, onTold, onAgain, onLeave }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const painted = useRef<Uint8Array | null>(null);
  const [lit, setLit] = useState<LitMap | null>(null);
  const [lamp] = useState<DistantLamp>(() => ({ kind: 'distant', azimuthDeg: 45 * Math.floor(8 * random()), heightDeg: lampHeightDeg }));
  const [strokes, setStrokes] = useState(0);
  const [isWiping, setIsWiping] = useState(false);
  const [cursor, setCursor] = useState<readonly [number, number] | null>(null);
  const [told, setTold] = useState<Told | null>(null);
  const [problem, setProblem] = useState('');
  const [chosen] = useState(() => pictures[Math.floor(pictures.length * random())]);
  useEffect(() => {
    let isCurrent = true;
    if (!chosen) return;
    litMap(chosen.makeId, chosen.pictureId, lamp).then(
      (own) => {
        if (!isCurrent) return;
        painted.current = new Uint8Array(own.map.owners.length);
        setLit(own);
      },
      (error: unknown) => isCurrent && setProblem(problemToShow(error).message),
    );
    return () => {
      isCurrent = false;
    };
  }, [chosen, lamp]);

  const showsTruth = told !== null;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is painted lies in a ref; each stroke counts.
  useEffect(() => {
    const own = canvas.current;
    const context = own?.getContext('2d');
    if (!own || !context || !lit || !painted.current) return;
    const { widthPx, heightPx, owners } = lit.map;
    Object.assign(own, { width: sharper * widthPx, height: sharper * heightPx });
    const dark = showsTruth ? computedDark(lit.map) : null;
    const image = context.createImageData(widthPx, heightPx);
    for (let at = 0; at < owners.length; at++) {
      const isPainted = painted.current[at] === 1;
      // Told: what both have is dark, what only the maker has is pale with dots, what only the computation has is in between.
      const level = dark ? (isPainted && dark[at] ? 60 : dark[at] ? 140 : isPainted ? 205 : 255) : isPainted ? 110 : 255;
      image.data.fill(level, 4 * at, 4 * at + 3);
      image.data[4 * at + 3] = 255;
    }
    context.drawImage(canvasOf(image.data as Uint8ClampedArray<ArrayBuffer>, widthPx, heightPx), 0, 0, own.width, own.height);
    context.globalCompositeOperation = 'multiply';
    context.imageSmoothingQuality = 'high';
    context.drawImage(lit.lines, 0, 0, own.width, own.height);
    context.globalCompositeOperation = 'source-over';
    if (cursor) {
      context.strokeStyle = inkHex;
      context.lineWidth = sharper;
      context.beginPath();
      context.arc(sharper * cursor[0], sharper * cursor[1], brushShare * own.width, 0, 2 * Math.PI);
      context.stroke();
    }
  }, [lit, strokes, cursor, showsTruth]);

  const dab = (x: number, y: number) => {
    if (!lit || !painted.current || told) return;
    const { widthPx, heightPx, owners } = lit.map;
    const radius = brushShare * widthPx;
    for (let row = Math.max(0, Math.floor(y - radius)); row < Math.min(heightPx, y + radius); row++)
      for (let column = Math.max(0, Math.floor(x - radius)); column < Math.min(widthPx, x + radius); column++) {
        const at = row * widthPx + column;
        if (owners[at] !== 0 && Math.hypot(column - x, row - y) <= radius) painted.current[at] = isWiping ? 0 : 1;
      }
    setStrokes((count) => count + 1);
  };
  const dabAt = (event: PointerEvent<HTMLElement>) => {
    if (event.buttons === 0 || !lit) return;
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    dab(((event.clientX - left) / width) * lit.map.widthPx, ((event.clientY - top) / height) * lit.map.heightPx);
  };
  const byKey = (event: KeyboardEvent) => {
    if (!lit) return;
    const step = brushShare * lit.map.widthPx;
    const [x, y] = cursor ?? [lit.map.widthPx / 2, lit.map.heightPx / 2];
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
    else dab(x, y);
  };
  const tell = () => {
    if (!lit || !painted.current) return;
    const own = scoreWhereDark(lit.map, painted.current, (place) => lit.names[place - 1] ?? 'a part');
    setTold(own);
    onTold(own);
  };
  return (
    <DrillFrame ask={drillTexts['where-dark'].ask} told={told} isAnswered={strokes > 0} onTell={tell} onAgain={onAgain} onLeave={onLeave}>
      {!chosen && <p>There is no picture with areas yet. Bring one in at the table, and it is here.</p>}
      {problem && <p role="alert">{problem}</p>}
      {chosen && !lit && !problem && <p role="status">Lighting a picture of yours …</p>}
      {lit && (
        <div className="flex flex-wrap items-start gap-4">
          <div
            className="relative"
            style={{ aspectRatio: lit.shape, height: `min(34rem, calc(100dvh - 18rem), calc((100vw - 4rem) / ${lit.shape}))` }}
          >
            <div
              role="application"
              aria-label="The picture, to be painted dark: arrow keys move the brush, space paints"
              // biome-ignore lint/a11y/noNoninteractiveTabindex: it is painted on by keys.
              tabIndex={0}
              className="size-full touch-none border border-edge bg-paper"
              onPointerDown={dabAt}
              onPointerMove={dabAt}
              onKeyDown={byKey}
              data-painted={strokes}
            >
              <canvas ref={canvas} className="size-full" />
            </div>
          </div>
          <div className="space-y-2">
            <LampSign azimuthDeg={lamp.azimuthDeg} />
            <p data-lamp={lamp.azimuthDeg}>The lamp shines {lampWords(lamp)}.</p>
            {told ? (
              <p className="text-sm">
                Darkest: you both. Middle: dark as computed, not painted. Palest: painted, though light falls there.
              </p>
            ) : (
              <Button aria-pressed={isWiping} onClick={() => setIsWiping(!isWiping)}>
                Wipe off
              </Button>
            )}
          </div>
        </div>
      )}
    </DrillFrame>
  );
}

/** Where the lamp stands: a ring round the picture with the lamp on it. */
function LampSign({ azimuthDeg }: { azimuthDeg: number }) {
  const turn = (azimuthDeg * Math.PI) / 180;
  const [x, y] = [40 + 30 * Math.sin(turn), 40 - 30 * Math.cos(turn)];
  return (
    <svg width="120" height="120" viewBox="0 0 80 80" aria-hidden="true">
      <rect x="28" y="28" width="24" height="24" fill={paperHex} stroke={inkHex} />
      <line x1={x} y1={y} x2={40} y2={40} stroke={inkHex} strokeDasharray="3 3" />
      <circle cx={x} cy={y} r="8" fill={inkHex} />
    </svg>
  );
}
