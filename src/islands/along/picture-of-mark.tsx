import { useEffect, useMemo, useRef, useState } from 'react';
import type { PlannedMark, SessionPicture } from '#model/session';
import { decodeKeptBandMap, type KeptBandMap } from '#core/recipe/kept-band-map';
import { paintBands } from '#core/scene/paint-bands';
import { boxOfMark, coloursAlong, windowOfMark } from '#core/session/along-picture';
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
    return canvasOf(paintBands({ width: widthPx, height: heightPx, scale: 1, elements: owners, bands }, colours), widthPx, heightPx);
  }, [map, picture, head, state, mark]);
  const shown = useMemo(() => windowOfMark(map && mark ? boxOfMark(map, mark) : null), [map, mark]);
  const isNear = shown[2] - shown[0] < 1;

  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context || !canvas.current || !picture || width < 1 || height < 1) return;
    const dots = Math.min(2, window.devicePixelRatio || 1);
    const [left, top, right, bottom] = shown;
    // What is shown has the shape of the picture.
    const scale = Math.min(width / ((right - left) * picture.widthMm), height / ((bottom - top) * picture.heightMm));
    const [wide, high] = [(right - left) * picture.widthMm * scale, (bottom - top) * picture.heightMm * scale];
    Object.assign(canvas.current, { width: Math.round(wide * dots), height: Math.round(high * dots) });
    canvas.current.style.width = `${wide}px`;
    canvas.current.style.height = `${high}px`;
    context.fillStyle = 'white';
    context.fillRect(0, 0, canvas.current.width, canvas.current.height);
    context.imageSmoothingQuality = 'high';
    const draw = (image: CanvasImageSource, imageWidth: number, imageHeight: number) =>
      context.drawImage(
        image,
        ...([left * imageWidth, top * imageHeight, (right - left) * imageWidth, (bottom - top) * imageHeight] as const),
        ...([0, 0, wide * dots, high * dots] as const),
      );
    if (painted) draw(painted, painted.width, painted.height);
    context.globalCompositeOperation = 'multiply';
    if (seen?.lines) draw(seen.lines, seen.lines.width, seen.lines.height);
    context.globalCompositeOperation = 'source-over';
  }, [width, height, painted, seen, picture, shown]);

  const of = picture ? `${picture.name}${mark?.copy ? `, ${mark.copy.number} of ${mark.copy.of}` : ''}` : '';
  return (
    <div ref={place} className="relative grid size-full min-h-0 place-items-center overflow-hidden bg-paper">
      <canvas ref={canvas} role="img" aria-label={mark ? `Where on ${of}` : of} data-near={isNear} data-painted={painted ? mark?.id ?? 'all' : ''} />
      {isMissing && <p className="absolute inset-x-0 bottom-0 bg-paper p-2 text-center text-lg">The picture could not be fetched. The words say where.</p>}
    </div>
  );
}
