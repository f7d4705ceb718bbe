import { useMemo } from 'react';
import type { IndexedTable } from '#core/make/region-tables';
import { type OpenInside, openInside } from '#core/picture/open-inside';
import type { Raster } from '../../picture/use-raster';

/** Darker than this a pixel of the scan counts as line. */
const inkBelow = 128;

/** How much of the drawing's inside is no area; null while it is not known, and where closing its openings would make none. */
export function useOpenInside({ lines, labels }: Raster, table: IndexedTable | undefined): OpenInside | null {
  return useMemo(() => {
    if (!lines || !labels || !table?.table.openings?.length || labels.length !== lines.width * lines.height) return null;
    const { width, height } = lines;
    const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
    if (!context) return null;
    context.drawImage(lines, 0, 0);
    const { data } = context.getImageData(0, 0, width, height);
    const isInk = new Uint8Array(width * height);
    for (let i = 0; i < isInk.length; i++)
      if (Math.min(data[4 * i] as number, data[4 * i + 1] as number, data[4 * i + 2] as number) < inkBelow) isInk[i] = 1;
    return openInside({ labels, isInk, width, height, pxPerMm: width / table.table.frame.widthMm });
  }, [lines, labels, table]);
}
