import { useMemo } from 'react';
import type { Picture } from '#model/picture';
import { labelsOf } from '#core/make/picture-lookup';
import type { Station } from '#core/make/progress';
import type { IndexedTable } from '#core/make/region-tables';
import type { PictureLayers } from '#ui/picture-view.tsx';
import { paintElementTints, paintVeil } from '#ui/region-overlay.ts';
import type { Bands } from './use-bands';
import type { Raster } from './use-raster';

type Shown = {
  table: IndexedTable | undefined;
  raster: Raster;
  bands: Bands;
  station: Station;
  /** The element in hand: the rest is faded. */
  chosenId: string | null;
  cursorRegionId: string | null;
};

/** A veil over all but an element; null where none is chosen or it has no areas. */
export function useVeil(
  picture: Picture | undefined,
  table: IndexedTable | undefined,
  labels: Uint16Array | null,
  chosenId: string | null,
): OffscreenCanvas | null {
  const chosen = picture?.elements.find(({ id }) => id === chosenId)?.regionIds.join(' ') ?? '';
  return useMemo(() => {
    const { widthPx, heightPx } = table?.table ?? { widthPx: 0, heightPx: 0 };
    if (!table || chosen === '' || labels?.length !== widthPx * heightPx) return null;
    return paintVeil(labels, widthPx, heightPx, new Set(labelsOf({ regionIds: chosen.split(' ') }, table)));
  }, [chosen, labels, table]);
}

/** What the picture is drawn from: bands or tints under the lines, a veil over all that is not chosen. */
export function usePictureLayers(picture: Picture | undefined, { table, raster, bands, station, chosenId, cursorRegionId }: Shown) {
  const { labels, lines } = raster;
  const elements = picture?.elements;
  const fits = labels !== null && table !== undefined && labels.length === table.table.widthPx * table.table.heightPx;
  const isTinted = station === 'elements';

  // The marks are large: they are painted anew only when what they show is another. A name or a ladder changes nothing of them.
  const gathered = useMemo(() => JSON.stringify((elements ?? []).map(({ id, regionIds }) => [id, regionIds])), [elements]);
  const marks = useMemo(() => {
    if (!fits || !isTinted) return null;
    const rows = JSON.parse(gathered) as [string, string[]][];
    const elementOf = new Map(
      rows.flatMap(([, regionIds], index) => labelsOf({ regionIds }, table).map((label) => [label, index] as const)),
    );
    return paintElementTints({ labels, width: table.table.widthPx, height: table.table.heightPx, elementOf });
  }, [fits, isTinted, gathered, labels, table]);
  const veil = useVeil(picture, table, labels, chosenId);

  return useMemo((): PictureLayers | null => {
    if (!picture || !lines) return null;
    const { widthPx, heightPx } = picture.grey;
    const at = cursorRegionId === null ? undefined : table?.byId.get(cursorRegionId);
    const pxPerMm = widthPx / picture.widthMm;
    return {
      widthPx,
      heightPx,
      lines,
      paint: isTinted ? null : bands.paint,
      marks,
      veil,
      cursor: at ? [at.insideMm[0] * pxPerMm, at.insideMm[1] * pxPerMm] : null,
    };
  }, [picture, table, lines, bands.paint, isTinted, marks, veil, cursorRegionId]);
}
