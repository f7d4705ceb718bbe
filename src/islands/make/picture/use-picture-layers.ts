import { useMemo } from 'react';
import type { ColouredPicture } from '#model/coloured-picture';
import { labelsOf, regionIdsUnder } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import type { PictureLayers } from '#ui/picture/picture-view.tsx';
import { paintElementTints, paintVeil } from '#ui/picture/region-overlay.ts';
import type { Bands } from '../plan/use-bands';
import type { Raster } from './use-raster';

type Shown = {
  table: IndexedTable | undefined;
  raster: Raster;
  bands: Bands;
  /** Regions that are tinted together, in the order of their tints; null: bands are shown instead. */
  tinted: readonly (readonly string[])[] | null;
  /** Regions that stand out, the rest faded; none: nothing is. */
  chosen: readonly string[];
  cursorRegionId: string | null;
};

/** A veil over all but some regions; null where there are none. */
export function useVeil(table: IndexedTable | undefined, labels: Uint16Array | null, chosen: readonly string[]): OffscreenCanvas | null {
  const named = chosen.join(' ');
  return useMemo(() => {
    const { widthPx, heightPx } = table?.table ?? { widthPx: 0, heightPx: 0 };
    if (!table || named === '' || labels?.length !== widthPx * heightPx) return null;
    return paintVeil(labels, widthPx, heightPx, new Set(labelsOf({ regionIds: named.split(' ') }, table)));
  }, [named, labels, table]);
}

/** Regions of an element, or of what it lies on. */
export function chosenRegions(picture: ColouredPicture | undefined, elementId: string | null): readonly string[] {
  const element = picture?.elements.find(({ id }) => id === elementId);
  return picture && element ? regionIdsUnder(picture, element) : [];
}

/** What the picture is drawn from: bands or tints under the lines, a veil over all that is not chosen. */
export function usePictureLayers(picture: ColouredPicture | undefined, { table, raster, bands, tinted, chosen, cursorRegionId }: Shown) {
  const { labels, lines } = raster;
  const fits = labels !== null && table !== undefined && labels.length === table.table.widthPx * table.table.heightPx;

  // The marks are large: they are painted anew only when what they show is another. A name or a ladder changes nothing of them.
  const groups = tinted && JSON.stringify(tinted);
  const marks = useMemo(() => {
    if (!fits || groups === null) return null;
    const rows = JSON.parse(groups) as string[][];
    const elementOf = new Map(rows.flatMap((regionIds, index) => labelsOf({ regionIds }, table).map((label) => [label, index] as const)));
    return paintElementTints({ labels, width: table.table.widthPx, height: table.table.heightPx, elementOf });
  }, [fits, groups, labels, table]);
  const veil = useVeil(table, labels, chosen);

  return useMemo((): PictureLayers | null => {
    if (!picture || !lines) return null;
    const { widthPx, heightPx } = picture.grey;
    const at = cursorRegionId === null ? undefined : table?.byId.get(cursorRegionId);
    const pxPerMm = widthPx / picture.widthMm;
    return {
      widthPx,
      heightPx,
      lines,
      paint: groups === null ? bands.paint : null,
      marks,
      veil,
      cursor: at ? [at.insideMm[0] * pxPerMm, at.insideMm[1] * pxPerMm] : null,
    };
  }, [picture, table, lines, bands.paint, groups, marks, veil, cursorRegionId]);
}
