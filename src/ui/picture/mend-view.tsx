import { accentHex, paperHex } from '../colours';
import { type KeyboardEvent, type PointerEvent, type ReactNode, useEffect, useRef } from 'react';
import { arrowSteps, tapPx } from '../controls/drag-handle';
import { canvasSize } from './canvas-size';
import { type Nearness, ZoomStage } from './zoom-stage';

type Place = [number, number];

export type MendMark = {
  id: string;
  points: readonly Place[];
  look: 'proposal' | 'line' | 'closing' | 'divide' | 'rub';
  isMarked?: boolean;
};

type Props = {
  widthMm: number;
  heightMm: number;
  widthPx: number;
  heightPx: number;
  lines: ImageBitmap;
  /** Greys of the regions, drawn under the lines; null while they are not known. */
  shades: ImageData | null;
  /** What fades all but the chosen element; null: nothing is faded. */
  veil: OffscreenCanvas | null;
  /** Laid over the picture: its width and height in CSS px. */
  over?: (width: number, height: number) => ReactNode;
  marks: readonly MendMark[];
  /** Boxes round the illustrator's marks: left, top, width, height in mm. */
  cueBoxes: readonly (readonly [number, number, number, number])[];
  /** Where the keyboard's pen stands, in mm, and where it was put down. */
  crosshair: Place;
  penDownAt: Place | null;
  label: string;
  onCrosshair: (place: Place) => void;
  onTap: (place: Place) => void;
  onStroke: (points: Place[]) => void;
  /** The keyboard's pen goes down or up. */
  onPen: () => void;
  /** Places under a moving hand, for the loupe. */
  onHover: (place: Place) => void;
  nearness: Nearness;
  /** A place that is kept in sight: where the pen stands, or what is pointed at elsewhere. */
  reveal: Place;
  foot: ReactNode;
  /** Beside those that zoom. */
  buttons?: ReactNode;
};

type SheetProps = Omit<Props, 'nearness' | 'reveal' | 'foot' | 'buttons'> & { width: number; height: number };

const looks: Record<MendMark['look'], { stroke: string; dash?: string; widthPx: number }> = {
  proposal: { stroke: accentHex, dash: '7 6', widthPx: 3 },
  line: { stroke: '#000', widthPx: 3 },
  closing: { stroke: accentHex, widthPx: 3 },
  divide: { stroke: accentHex, dash: '2 5', widthPx: 3 },
  rub: { stroke: paperHex, widthPx: 8 },
};

/** The picture while its lines are mended: regions in greys, mends and proposals drawn over it, a pen for hand and keys. */
export function MendView({ nearness, reveal, foot, buttons, ...props }: Props) {
  const { widthMm, heightMm, widthPx, heightPx } = props;
  return (
    <ZoomStage
      widthPx={widthPx}
      heightPx={heightPx}
      nearness={nearness}
      reveal={[reveal[0] / widthMm, reveal[1] / heightMm]}
      foot={foot}
      buttons={buttons}
    >
      {(width, height) => <MendSheet {...props} width={width} height={height} />}
    </ZoomStage>
  );
}

function MendSheet(props: SheetProps) {
  const { widthMm, heightMm, widthPx, lines, shades, veil, marks, cueBoxes, crosshair, penDownAt, label, width, height } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const drawn = useRef<Place[] | null>(null);
  const trail = useRef<SVGPolylineElement>(null);

  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!canvas.current || !context || width === 0) return;
    Object.assign(canvas.current, canvasSize(width, height, widthPx));
    context.fillStyle = paperHex;
    context.fillRect(0, 0, canvas.current.width, canvas.current.height);
    context.imageSmoothingQuality = 'high';
    if (shades) {
      const sheet = new OffscreenCanvas(shades.width, shades.height);
      sheet.getContext('2d')?.putImageData(shades, 0, 0);
      context.drawImage(sheet, 0, 0, canvas.current.width, canvas.current.height);
    }
    context.globalCompositeOperation = 'multiply';
    context.drawImage(lines, 0, 0, canvas.current.width, canvas.current.height);
    context.globalCompositeOperation = 'source-over';
    if (veil) context.drawImage(veil, 0, 0, canvas.current.width, canvas.current.height);
  }, [lines, shades, veil, width, height, widthPx]);

  const placeOf = (event: PointerEvent<HTMLElement>): Place => {
    const box = event.currentTarget.getBoundingClientRect();
    return [((event.clientX - box.left) / box.width) * widthMm, ((event.clientY - box.top) / box.height) * heightMm];
  };
  const pxOf = (points: readonly Place[]) => points.map(([x, y]) => `${(x / widthMm) * width},${(y / heightMm) * height}`).join(' ');
  const onKeyDown = (event: KeyboardEvent) => {
    const step = arrowSteps[event.key];
    if (step) {
      const reach = event.shiftKey ? 5 : event.altKey ? 0.2 : 1;
      props.onCrosshair([
        Math.max(0, Math.min(widthMm, crosshair[0] + step[0] * reach)),
        Math.max(0, Math.min(heightMm, crosshair[1] + step[1] * reach)),
      ]);
    } else if (event.key === 'Enter') props.onTap(crosshair);
    else if (event.key === ' ') props.onPen();
    else return;
    event.preventDefault();
  };
  const showTrail = () => trail.current?.setAttribute('points', pxOf(drawn.current ?? []));

  return (
    <>
      <div
        role="application"
        aria-label={label}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: an application takes the keys of its picture.
        tabIndex={0}
        data-mend-view
        className="block size-full cursor-crosshair touch-none"
        onKeyDown={onKeyDown}
        onPointerDown={(event) => {
          if (event.button !== 0) return;
          event.currentTarget.setPointerCapture(event.pointerId);
          drawn.current = [placeOf(event)];
        }}
        onPointerMove={(event) => {
          const place = placeOf(event);
          props.onHover(place);
          if (!drawn.current) return;
          drawn.current.push(place);
          showTrail();
        }}
        onPointerUp={() => {
          const points = drawn.current ?? [];
          drawn.current = null;
          showTrail();
          const first = points[0];
          if (!first) return;
          const pxPerMm = width / widthMm;
          const isTap = points.every(([x, y]) => Math.hypot(x - first[0], y - first[1]) * pxPerMm < tapPx);
          if (isTap) props.onTap(first);
          else props.onStroke(points);
        }}
        onPointerCancel={() => {
          drawn.current = null;
          showTrail();
        }}
      >
        <canvas ref={canvas} data-paper className="block size-full" />
      </div>
      <svg className="pointer-events-none absolute inset-0 size-full" aria-hidden="true">
        {cueBoxes.map(([x, y, boxWidth, boxHeight]) => (
          <rect
            key={`${x} ${y} ${boxWidth}`}
            x={(x / widthMm) * width - 4}
            y={(y / heightMm) * height - 4}
            width={(boxWidth / widthMm) * width + 8}
            height={(boxHeight / heightMm) * height + 8}
            fill="none"
            stroke="#595959"
            strokeWidth={1.5}
            strokeDasharray="1 4"
            strokeLinecap="round"
            data-cue
          />
        ))}
        {marks.map(({ id, points, look, isMarked }) => (
          <g key={id} data-mark={look}>
            {look !== 'rub' && (
              <polyline points={pxOf(points)} fill="none" stroke={paperHex} strokeWidth={isMarked ? 11 : 6} strokeLinecap="round" />
            )}
            <polyline
              points={pxOf(points)}
              fill="none"
              stroke={looks[look].stroke}
              strokeWidth={isMarked ? 6 : looks[look].widthPx}
              strokeDasharray={looks[look].dash}
              strokeLinecap="round"
            />
          </g>
        ))}
        <polyline ref={trail} fill="none" stroke={accentHex} strokeWidth={4} strokeLinecap="round" />
        {penDownAt && <polyline points={pxOf([penDownAt, crosshair])} fill="none" stroke={accentHex} strokeWidth={4} />}
        <g transform={`translate(${(crosshair[0] / widthMm) * width} ${(crosshair[1] / heightMm) * height})`}>
          <path d="M-13 0H-4M4 0H13M0 -13V-4M0 4V13" stroke={paperHex} strokeWidth={5} />
          <path d="M-13 0H-4M4 0H13M0 -13V-4M0 4V13" stroke={accentHex} strokeWidth={2} />
        </g>
      </svg>
      {props.over?.(width, height)}
    </>
  );
}
