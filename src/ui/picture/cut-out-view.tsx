import { accentHex, paperHex } from '../colours';
import { useRef } from 'react';
import type { OriginalPlace, Preparation } from '#model/preparation';
import { PlaceHandle } from './place-handle';
import { useFit } from '../size/use-fit';
import { pictureRoomPx } from './zoom-stage';

type Props = {
  /** Address of a small copy of the original. */
  preview: string;
  originalWidthPx: number;
  originalHeightPx: number;
  corners: Preparation['corners'];
  /** The ends of the ruler, or null while none is laid. */
  ruler: readonly [OriginalPlace, OriginalPlace] | null;
  onCorners: (corners: Preparation['corners']) => void;
  onRuler: (ends: [OriginalPlace, OriginalPlace]) => void;
};

const cornerNames = ['Left top corner', 'Right top corner', 'Right bottom corner', 'Left bottom corner'] as const;
const rulerNames = ['Start of the ruler', 'End of the ruler'] as const;

/** The original with the four corners of what is cut out of it, and a ruler; each end is moved by hand or by keys. */
export function CutOutView({ preview, originalWidthPx, originalHeightPx, corners, ruler, onCorners, onRuler }: Props) {
  const stage = useRef<HTMLDivElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const { width, height } = useFit(stage, originalWidthPx, originalHeightPx, pictureRoomPx);
  const moveCorner = (index: number, place: OriginalPlace) =>
    onCorners(corners.map((corner, own) => (own === index ? place : corner)) as Preparation['corners']);
  const moveEnd = (index: number, place: OriginalPlace) => {
    if (ruler) onRuler(index === 0 ? [place, ruler[1]] : [ruler[0], place]);
  };
  const px = ([x, y]: OriginalPlace) => `${x * width},${y * height}`;

  const handle = (name: string, at: OriginalPlace, look: string, onMove: (place: OriginalPlace) => void) => (
    <PlaceHandle
      key={name}
      name={name}
      at={at}
      on={sheet}
      limits={[-0.5, 1.5]}
      step={{ plain: [2 / originalWidthPx, 2 / originalHeightPx], shift: [20 / originalWidthPx, 20 / originalHeightPx] }}
      look={look}
      onMove={onMove}
    />
  );

  const [leftTop, rightTop, rightBottom, leftBottom] = corners;
  const between = (from: OriginalPlace, to: OriginalPlace, share: number): OriginalPlace => [
    from[0] + (to[0] - from[0]) * share,
    from[1] + (to[1] - from[1]) * share,
  ];
  return (
    <div ref={stage} className="flex size-full items-center justify-center" data-cut-out>
      <div ref={sheet} className="relative shadow-[0_2px_14px_rgb(0_0_0/0.28)]" style={{ width, height }}>
        <img src={preview} alt="The original as it came in" className="block size-full" draggable={false} />
        <svg className="pointer-events-none absolute inset-0 size-full overflow-visible" aria-hidden="true">
          <path
            fillRule="evenodd"
            d={`M0 0H${width}V${height}H0ZM${px(leftTop)}L${px(rightTop)}L${px(rightBottom)}L${px(leftBottom)}Z`}
            fill={paperHex}
            fillOpacity={0.62}
          />
          {[1, 2, 3].map((quarter) => (
            <g key={quarter} stroke={accentHex} strokeWidth={1} strokeOpacity={0.6}>
              <polyline points={`${px(between(leftTop, leftBottom, quarter / 4))} ${px(between(rightTop, rightBottom, quarter / 4))}`} />
              <polyline points={`${px(between(leftTop, rightTop, quarter / 4))} ${px(between(leftBottom, rightBottom, quarter / 4))}`} />
            </g>
          ))}
          <polygon points={corners.map(px).join(' ')} fill="none" stroke={accentHex} strokeWidth={3} />
          {ruler && <polyline points={ruler.map(px).join(' ')} stroke="#000" strokeWidth={3} strokeDasharray="10 3" />}
        </svg>
        {corners.map((corner, index) => handle(cornerNames[index] as string, corner, 'rounded-full', (place) => moveCorner(index, place)))}
        {ruler?.map((end, index) => handle(rulerNames[index] as string, end, 'rotate-45', (place) => moveEnd(index, place)))}
      </div>
    </div>
  );
}
