import { pxPerMmOfPicture } from '#core/make/scale';
import { useEffect, useRef, useState } from 'react';
import type { ColouredPicture } from '#model/coloured-picture';
import type { LineSettings } from '#model/reading';
import { newestWish } from '#islands/shared/newest-wish.ts';
import type { DeskStore } from './desk-store';
import type { PictureReader } from '#islands/shared/picture-reader.ts';

type Props = { useDesk: DeskStore; reader: PictureReader | null; picture: ColouredPicture; settings: LineSettings };

const widthPx = 200;
const heightPx = 100;

/** A part of the scan at twice its size, what counts as line in aqua: the answer to a moved control, at once. */
export function Loupe({ useDesk, reader, picture, settings }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [inkShare, setInkShare] = useState<number | null>(null);
  const at = useDesk(({ loupeAt }) => loupeAt) ?? [picture.widthMm / 2, picture.heightMm / 2];
  const pxPerMm = pxPerMmOfPicture(picture);
  const left = Math.round(at[0] * pxPerMm - widthPx / 2);
  const top = Math.round(at[1] * pxPerMm - heightPx / 2);
  const { depthShare, leastSpeckMm2, maxGapMm, readMarks } = settings;
  // A part that could not be fetched stays empty: the reading itself says what is wrong.
  const [wishes] = useState(() =>
    newestWish<() => Promise<void>>(
      (look) => look(),
      () => setInkShare(null),
    ),
  );

  useEffect(() => {
    if (!reader) return;
    wishes.want(async () => {
      const image = await reader.loupe(
        picture,
        { depthShare, leastSpeckMm2, maxGapMm, readMarks },
        { left, top, width: widthPx, height: heightPx },
      );
      canvas.current?.getContext('2d')?.putImageData(image, 0, 0);
      let ink = 0;
      for (let i = 0; i < image.data.length; i += 4) if (image.data[i] !== image.data[i + 1]) ink++;
      setInkShare(ink / (widthPx * heightPx));
    });
  }, [wishes, reader, picture, left, top, depthShare, leastSpeckMm2, maxGapMm, readMarks]);

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
