import { useEffect, useMemo, useRef, useState } from 'react';
import type { PlannedMark, SessionPicture } from '#model/session';
import { decodeKeptBandMap, type KeptBandMap } from '#core/recipe/kept-band-map';
import { paintBands } from '#core/scene/paint-bands';
import { boxOfMark, coloursAlong, outlineMark, type ShownWindow, windowOfMark } from '#core/session/along-picture';
import { inkHex, paperHex } from '#ui/colours.ts';
import { canvasOf } from '#ui/picture/canvas-of.ts';
import { useSize } from '#ui/size/use-size.ts';
import type { AlongState } from './along-store';

/** What is seen of a picture, once its bytes are here. */
export type PictureSeen = { lines: ImageBitmap | null; map: KeptBandMap | null };

/** Fetches what is seen of a picture; what cannot be had is left out, and said by `isMissing`. */
export function usePictureSeen(
  picture: SessionPicture | undefined,
  blobOf: AlongState['blobOf'],
): { seen: PictureSeen | null; isMissing: boolean } {
  const [seen, setSeen] = useState<PictureSeen | null>(null);
  const [isMissing, setIsMissing] = useState(false);
  useEffect(() => {
    let isCurrent = true;
    let bitmap: ImageBitmap | null = null;
    setSeen(null);
    setIsMissing(false);
    if (!picture) return;
    const { lines, map } = picture;
    Promise.all([
      lines ? blobOf(lines.sha256).then((png) => createImageBitmap(new Blob([png], { type: 'image/png' }))) : null,
      map ? blobOf(map.sha256).then((bytes) => decodeKeptBandMap(bytes, map)) : null,
    ]).then(
      ([drawn, decoded]) => {
        bitmap = drawn;
        if (isCurrent) setSeen({ lines: drawn, map: decoded });
        else drawn?.close();
      },
      (error: unknown) => {
        // The words say where as well; that the picture is missing is said under it.
        console.info(error);
        if (isCurrent) setIsMissing(true);
      },
    );
    return () => {
      isCurrent = false;
      bitmap?.close();
    };
  }, [picture, blobOf]);
  return { seen, isMissing };
}

type Layers = { painted: CanvasImageSource | null; lines: CanvasImageSource | null };
type Size = { widthMm: number; heightMm: number };

/** Draws all of a picture, its lines over its colours. */
function drawAt(
  context: CanvasRenderingContext2D,
  { painted, lines }: Layers,
  { widthMm, heightMm }: Size,
  { left, top, pxPerMm }: { left: number; top: number; pxPerMm: number },
): void {
  const at = [left, top, widthMm * pxPerMm, heightMm * pxPerMm] as const;
  if (painted) context.drawImage(painted, ...at);
  context.globalCompositeOperation = 'multiply';
  if (lines) context.drawImage(lines, ...at);
  context.globalCompositeOperation = 'source-over';
}

/** Share of the shorter side of the room that the small picture takes. */
const insetShare = 0.26;

/** All of the picture, small, in the corner that is farthest from what is shown, with a frame round that: where on the picture one is. */
function drawInset(
  context: CanvasRenderingContext2D,
  layers: Layers,
  picture: Size,
  shown: ShownWindow,
  room: { width: number; height: number },
): void {
  const pxPerMm = (insetShare * Math.min(room.width, room.height)) / Math.max(picture.widthMm, picture.heightMm);
  const [width, height] = [picture.widthMm * pxPerMm, picture.heightMm * pxPerMm];
  const isAtLeft = shown.leftMm + shown.widthMm / 2 > picture.widthMm / 2;
  const isAtTop = shown.topMm + shown.heightMm / 2 > picture.heightMm / 2;
  const [left, top] = [isAtLeft ? 0 : room.width - width, isAtTop ? 0 : room.height - height];
  context.fillStyle = paperHex;
  context.fillRect(left, top, width, height);
  drawAt(context, layers, picture, { left, top, pxPerMm });
  context.strokeStyle = inkHex;
  context.lineWidth = 2;
  context.strokeRect(left, top, width, height);
  context.lineWidth = 4;
  const from = (mm: number, most: number) => Math.min(most, Math.max(0, mm));
  const [right, bottom] = [shown.leftMm + shown.widthMm, shown.topMm + shown.heightMm];
  const [fromX, fromY] = [from(shown.leftMm, picture.widthMm), from(shown.topMm, picture.heightMm)];
  context.strokeRect(
    ...([left + fromX * pxPerMm, top + fromY * pxPerMm] as const),
    ...([(from(right, picture.widthMm) - fromX) * pxPerMm, (from(bottom, picture.heightMm) - fromY) * pxPerMm] as const),
  );
}

type Props = Pick<AlongState, 'head' | 'state'> & {
  picture: SessionPicture | undefined;
  seen: PictureSeen | null;
  isMissing: boolean;
  /** Null: nothing is laid any more; all stands as it was coloured. */
  mark: PlannedMark | null;
};

/** The place of a mark on its picture: it stands out in its ink, what is on the paper already is pale; brought near when it is small. */
export function PictureOfMark({ head, state, picture, seen, isMissing, mark }: Props) {
  const place = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width, height } = useSize(place);
  const map = seen?.map ?? null;
  const painted = useMemo(() => {
    if (!map || !picture) return null;
    const { widthPx, heightPx, owners, bands } = map;
    const colours = coloursAlong(head, state, picture.pictureId, mark);
    const rgba = paintBands({ width: widthPx, height: heightPx, scale: 1, elements: owners, bands }, colours);
    if (mark) outlineMark(rgba, map, mark);
    return canvasOf(rgba, widthPx, heightPx);
  }, [map, picture, head, state, mark]);
  const box = useMemo(() => (map && mark ? boxOfMark(map, mark) : null), [map, mark]);
  const shown = picture && width > 0 && height > 0 ? windowOfMark(box, picture, { width, height }) : null;

  useEffect(() => {
    if (!canvas.current || !picture || width < 1 || height < 1) return;
    const dots = Math.min(2, window.devicePixelRatio || 1);
    Object.assign(canvas.current, { width: Math.round(width * dots), height: Math.round(height * dots) });
    const context = canvas.current.getContext('2d');
    if (!context) return;
    context.fillStyle = paperHex;
    context.fillRect(0, 0, canvas.current.width, canvas.current.height);
    context.imageSmoothingQuality = 'high';
    const layers = { painted, lines: seen?.lines ?? null };
    const own = windowOfMark(box, picture, { width, height });
    const pxPerMm = (width * dots) / own.widthMm;
    drawAt(context, layers, picture, { left: -own.leftMm * pxPerMm, top: -own.topMm * pxPerMm, pxPerMm });
    if (own.isNear) drawInset(context, layers, picture, own, { width: width * dots, height: height * dots });
  }, [width, height, painted, seen, picture, box]);

  const of = picture ? `${picture.name}${mark?.copy ? `, ${mark.copy.number} of ${mark.copy.of}` : ''}` : '';
  return (
    <div ref={place} className="relative grid size-full min-h-0 place-items-center overflow-hidden bg-paper">
      <canvas
        ref={canvas}
        role="img"
        aria-label={mark ? `Where on ${of}` : of}
        data-near={shown?.isNear ?? false}
        className="size-full"
        data-painted={painted ? (mark?.id ?? 'all') : ''}
      />
      {isMissing && (
        <p className="absolute inset-x-0 bottom-0 bg-paper p-2 text-center text-lg">
          The picture could not be fetched. The words say where.
        </p>
      )}
    </div>
  );
}
