import { useEffect, useRef, useState } from 'react';
import type { Picture } from '#model/picture';
import type { LineSettings, PlaceMm } from '#model/reading';
import type { PictureReader } from '../../picture-reader';

type Props = { reader: PictureReader | null; picture: Picture; settings: LineSettings; at: PlaceMm };

const widthPx = 200;
const heightPx = 100;

/** A part of the scan at twice its size, what counts as line in aqua: the answer to a moved control, at once. */
export function Loupe({ reader, picture, settings, at }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const next = useRef<(() => Promise<void>) | null>(null);
  const busy = useRef(false);
  const [inkShare, setInkShare] = useState<number | null>(null);
  const pxPerMm = picture.grey.widthPx / picture.widthMm;
  const left = Math.round(at[0] * pxPerMm - widthPx / 2);
  const top = Math.round(at[1] * pxPerMm - heightPx / 2);
  const { depthShare, leastSpeckMm2, maxGapMm, readMarks } = settings;

  useEffect(() => {
    if (!reader) return;
    next.current = async () => {
      const image = await reader.loupe(
        picture,
        { depthShare, leastSpeckMm2, maxGapMm, readMarks },
        { left, top, width: widthPx, height: heightPx },
      );
      canvas.current?.getContext('2d')?.putImageData(image, 0, 0);
      let ink = 0;
      for (let i = 0; i < image.data.length; i += 4) if (image.data[i] !== image.data[i + 1]) ink++;
      setInkShare(ink / (widthPx * heightPx));
    };
    // Only the newest wish is asked of the worker, one at a time.
    const run = async () => {
      busy.current = true;
      while (next.current) {
        const work = next.current;
        next.current = null;
        await work();
      }
      busy.current = false;
    };
    if (!busy.current) {
      run().catch(() => {
        busy.current = false;
      });
    }
  }, [reader, picture, left, top, depthShare, leastSpeckMm2, maxGapMm, readMarks]);

  return (
    <figure>
      <canvas
        ref={canvas}
        width={widthPx}
        height={heightPx}
        role="img"
        aria-label="The scan at twice its size, what counts as line in aqua"
        className="w-full max-w-[25rem] border-2 border-ink bg-paper [image-rendering:pixelated]"
        style={{ aspectRatio: `${widthPx} / ${heightPx}` }}
      />
      <figcaption className="text-sm text-soft" data-ink-share={inkShare?.toFixed(4)}>
        Twice its size, under the hand or the pen.
      </figcaption>
    </figure>
  );
}
