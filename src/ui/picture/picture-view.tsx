import { type KeyboardEvent, type PointerEvent, type ReactNode, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { Direction } from '#core/picture/walk';
import { canvasSize } from './canvas-size';
import { accentHex, paperHex } from '../colours';
import { tapPx } from '../controls/drag-handle';
import { drawTouched, type TouchedRegions } from './region-overlay';
import { type Nearness, type Share, ZoomStage } from './zoom-stage';

export type PictureLayers = {
  widthPx: number;
  heightPx: number;
  /** Black lines on white. */
  lines: ImageBitmap;
  /** Colour of the bands, drawn under the lines. */
  paint: OffscreenCanvas | null;
  /** Tints of elements, drawn under the lines. */
  marks: ImageData | null;
  /** White over all that is not chosen, drawn over the lines. */
  veil: CanvasImageSource | null;
  /** Where the keyboard walk stands, in px of the picture. */
  cursor: readonly [number, number] | null;
};

type Props = {
  layers: PictureLayers;
  label: string;
  labels: Uint16Array | null;
  /** A tap or a drag: the regions (labels over 0) under it, and its way as shares of width and height. */
  onGather?: ((labels: number[], gesture: 'tap' | 'sweep', path: Share[]) => void) | undefined;
  /** Half the width of what a drag draws, as a share of the picture's width; its way is shown so wide. */
  brush?: number | undefined;
  /** The way of a drag while it is drawn, at most once a frame, and null when it ends: where its effect is shown, its way is but a thin line over it. */
  onDraw?: ((path: readonly Share[] | null) => void) | undefined;
  /** The label that blinks, and a number that is another each time it is to. */
  blink?: { label: number; turn: number } | null;
  /** Box round a label, left, top, width, height in px of the picture: what is under the hand is marked there. */
  boxOf?: TouchedRegions['boxOf'] | undefined;
  onWalk?: ((direction: Direction) => void) | undefined;
  onPressCursor?: (() => void) | undefined;
  /** What further keys do, by their lower-case names: "escape", or with Alt "alt+w". */
  keys?: Readonly<Record<string, (() => void) | undefined>>;
  /** Each new number asks the picture to take the keyboard, as soon as it can be walked. Default 0: not asked. */
  focusTurn?: number;
  /** What stands over the picture, told its size in CSS px: the lamp. */
  over?: (width: number, height: number) => ReactNode;
  /** Null: the whole picture, always. */
  nearness: Nearness | null;
  foot: ReactNode;
  buttons?: ReactNode;
  /** The label under the mouse, 0 for none. */
  onPoint?: ((label: number) => void) | undefined;
};

type SheetProps = Omit<Props, 'nearness' | 'foot' | 'buttons'> & { width: number; height: number };

const walkKeys: Record<string, Direction> = { ArrowLeft: 'left', ArrowRight: 'right', ArrowUp: 'up', ArrowDown: 'down' };

/** An image at another size, as something that is drawn in no time. */
function scaled(source: CanvasImageSource, width: number, height: number): OffscreenCanvas {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d');
  if (context) {
    context.imageSmoothingQuality = 'high';
    context.drawImage(source, 0, 0, width, height);
  }
  return canvas;
}

/** Lines and veil as large as the canvas: they stay while colours change, and to scale them takes longer than all the rest. */
function useScaled(source: CanvasImageSource | null, width: number, height: number): OffscreenCanvas | null {
  return useMemo(() => (source && width > 0 && height > 0 ? scaled(source, width, height) : null), [source, width, height]);
}

type Scaled = { lines: CanvasImageSource | null; veil: CanvasImageSource | null };

function drawLayers(canvas: HTMLCanvasElement, layers: PictureLayers, { lines, veil }: Scaled): void {
  const context = canvas.getContext('2d');
  if (!context) return;
  const { width, height } = canvas;
  context.globalCompositeOperation = 'source-over';
  context.fillStyle = paperHex;
  context.fillRect(0, 0, width, height);
  context.imageSmoothingQuality = 'high';
  if (layers.paint) context.drawImage(layers.paint, 0, 0, width, height);
  if (layers.marks) {
    const sheet = new OffscreenCanvas(layers.widthPx, layers.heightPx);
    sheet.getContext('2d')?.putImageData(layers.marks, 0, 0);
    context.drawImage(sheet, 0, 0, width, height);
  }
  context.globalCompositeOperation = 'multiply';
  if (lines) context.drawImage(lines, 0, 0);
  context.globalCompositeOperation = 'source-over';
  if (veil) context.drawImage(veil, 0, 0);
  if (layers.cursor) {
    const x = (layers.cursor[0] / layers.widthPx) * width;
    const y = (layers.cursor[1] / layers.heightPx) * height;
    for (const [lineWidth, colour] of [
      [9, paperHex],
      [5, accentHex],
    ] as const) {
      context.beginPath();
      context.arc(x, y, 15, 0, 2 * Math.PI);
      context.lineWidth = lineWidth;
      context.strokeStyle = colour;
      context.stroke();
    }
  }
}

/** Places of a way are looked at so far from each other at the most, in px of the screen. */
const leapPx = 2;

/** With Alt some keyboards write other signs: the key itself counts. */
const keyName = ({ altKey, code, key }: KeyboardEvent): string =>
  altKey ? `alt+${code.replace(/^Key/, '').toLowerCase()}` : key.toLowerCase();

/** The picture on its paper. Redrawn from its layers; taps, drags and keys are told as regions. */
export function PictureView({ nearness, foot, buttons, ...props }: Props) {
  const { widthPx, heightPx, cursor } = props.layers;
  return (
    <ZoomStage
      widthPx={widthPx}
      heightPx={heightPx}
      nearness={nearness}
      reveal={cursor && [cursor[0] / widthPx, cursor[1] / heightPx]}
      foot={foot}
      buttons={buttons}
    >
      {(width, height) => <PictureSheet {...props} width={width} height={height} />}
    </ZoomStage>
  );
}

function PictureSheet(props: SheetProps) {
  const { layers, label, labels, onGather, boxOf, onWalk, onPressCursor, keys = {}, focusTurn = 0, over, onPoint, width, height } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const walked = useRef<HTMLDivElement>(null);
  const swept = useRef<Set<number> | null>(null);
  const path = useRef<Share[]>([]);
  const trail = useRef<SVGPolylineElement>(null);
  const hover = useRef<HTMLCanvasElement>(null);
  const drawn = useRef(0);
  const [touched, setTouched] = useState<readonly number[]>([]);
  const canGather = onGather !== undefined && labels !== null;
  // What a stroke does is seen beneath it: a wide trail would hide it.
  const isLine = props.brush === undefined || props.onDraw !== undefined;
  const touch = (found: readonly number[]) => {
    setTouched((before) => (before.join() === found.join() ? before : found));
    onPoint?.(found.at(-1) ?? 0);
  };

  const size = canvasSize(width, height, layers.widthPx);
  const lines = useScaled(layers.lines, size.width, size.height);
  const veil = useScaled(layers.veil, size.width, size.height);
  // Before the screen is painted: a step is seen at once.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the canvas is another one when the picture starts or stops to answer taps.
  useLayoutEffect(() => {
    if (!canvas.current || width === 0) return;
    Object.assign(canvas.current, { width: size.width, height: size.height });
    drawLayers(canvas.current, layers, { lines, veil });
  }, [layers, lines, veil, width, size.width, size.height, canGather]);

  // What is under the hand has a canvas of its own: a hover redraws nothing else.
  useEffect(() => {
    if (!hover.current || !labels || !boxOf || width === 0) return;
    Object.assign(hover.current, canvasSize(width, height, layers.widthPx));
    drawTouched(hover.current, { labels, widthPx: layers.widthPx, heightPx: layers.heightPx, touched, boxOf });
  }, [touched, labels, boxOf, layers.widthPx, layers.heightPx, width, height]);

  useEffect(() => {
    if (focusTurn > 0 && canGather) walked.current?.focus();
  }, [focusTurn, canGather]);

  const placeOf = (event: PointerEvent<HTMLElement>): Share => {
    const box = event.currentTarget.getBoundingClientRect();
    return [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height];
  };
  const labelAt = ([x, y]: Share): number => {
    const [column, row] = [Math.floor(x * layers.widthPx), Math.floor(y * layers.heightPx)];
    if (!labels || column < 0 || row < 0 || column >= layers.widthPx || row >= layers.heightPx) return 0;
    return labels[row * layers.widthPx + column] ?? 0;
  };
  const add = (event: PointerEvent<HTMLElement>) => {
    const [x, y] = placeOf(event);
    const [fromX, fromY] = path.current.at(-1) ?? [x, y];
    // A quick hand is told of in leaps: what lies between two of its places is on its way too.
    const steps = Math.max(1, Math.ceil(Math.hypot((x - fromX) * width, (y - fromY) * height) / leapPx));
    for (let step = 1; step <= steps; step++) {
      const found = labelAt([fromX + ((x - fromX) * step) / steps, fromY + ((y - fromY) * step) / steps]);
      if (found > 0) swept.current?.add(found);
    }
    path.current.push([x, y]);
    trail.current?.setAttribute('points', path.current.map(([x, y]) => `${x * width},${y * height}`).join(' '));
    touch(props.brush === undefined ? [...(swept.current ?? [])] : []);
    const { onDraw } = props;
    if (!onDraw || drawn.current !== 0) return;
    drawn.current = requestAnimationFrame(() => {
      drawn.current = 0;
      if (swept.current) onDraw([...path.current]);
    });
  };
  const finish = () => {
    const gathered = [...(swept.current ?? [])];
    const way = path.current;
    swept.current = null;
    path.current = [];
    trail.current?.setAttribute('points', '');
    touch([]);
    props.onDraw?.(null);
    return { gathered, way };
  };
  const hasMoved = (way: readonly Share[]) => {
    const [x, y] = way[0] ?? [0, 0];
    return way.some(([otherX, otherY]) => Math.hypot((otherX - x) * width, (otherY - y) * height) > tapPx);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const direction = walkKeys[event.key];
    if (direction && onWalk) onWalk(direction);
    else if ((event.key === 'Enter' || event.key === ' ') && onPressCursor) onPressCursor();
    else if (!event.ctrlKey && !event.metaKey && keys[keyName(event)]) keys[keyName(event)]?.();
    else return;
    event.preventDefault();
  };

  return (
    <>
      {canGather ? (
        <div
          ref={walked}
          role="application"
          aria-label={label}
          // biome-ignore lint/a11y/noNoninteractiveTabindex: an application takes the keys of its picture.
          tabIndex={0}
          className="block size-full cursor-crosshair touch-none"
          onKeyDown={onKeyDown}
          onPointerDown={(event) => {
            if (event.button !== 0) return;
            event.currentTarget.setPointerCapture(event.pointerId);
            swept.current = new Set();
            path.current = [];
            add(event);
          }}
          onPointerMove={(event) => {
            if (swept.current) add(event);
            else if (event.pointerType === 'mouse') touch([labelAt(placeOf(event))].filter((found) => found > 0));
          }}
          onPointerUp={() => {
            if (!swept.current) return;
            const { gathered, way } = finish();
            onGather(gathered, hasMoved(way) ? 'sweep' : 'tap', way);
          }}
          onPointerCancel={() => {
            finish();
          }}
          onPointerLeave={() => {
            if (!swept.current) touch([]);
          }}
        >
          <canvas ref={canvas} className="block size-full" data-paper />
          <canvas ref={hover} className="pointer-events-none absolute inset-0 size-full mix-blend-multiply" data-hover={touched.length} />
          {props.blink && <Blink key={props.blink.turn} label={props.blink.label} {...{ layers, labels, boxOf, width, height }} />}
          <svg className="pointer-events-none absolute inset-0 size-full" aria-hidden="true">
            <polyline
              ref={trail}
              fill="none"
              stroke={accentHex}
              strokeOpacity={isLine ? 0.8 : 0.4}
              strokeWidth={isLine ? 2 : Math.max(2, 2 * (props.brush ?? 0) * width)}
              strokeLinecap="round"
              strokeLinejoin="round"
            />
          </svg>
        </div>
      ) : (
        <div role="img" aria-label={label} className="block size-full">
          <canvas ref={canvas} className="block size-full" data-paper />
        </div>
      )}
      {width > 0 && over?.(width, height)}
    </>
  );
}

type BlinkProps = Pick<SheetProps, 'layers' | 'labels' | 'boxOf' | 'width' | 'height'> & { label: number };

/** A region that is shown by blinking a few times; it stands still where motion is not wished. */
function Blink({ label, layers, labels, boxOf, width, height }: BlinkProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!canvas.current || !labels || !boxOf || width === 0) return;
    Object.assign(canvas.current, canvasSize(width, height, layers.widthPx));
    const { widthPx, heightPx } = layers;
    drawTouched(canvas.current, { labels, widthPx, heightPx, touched: [label], boxOf, colourHex: accentHex, alpha: 255 });
  }, [label, labels, boxOf, layers, width, height]);
  return <canvas ref={canvas} className="blink pointer-events-none absolute inset-0 size-full" data-blink={label} />;
}
