import { useEffect, useState } from 'react';
import type { Problem } from '#model/api/problem';
import type { Picture } from '#model/picture';
import { decodeLabelMap } from '#core/picture/label-map';
import { fetchBlob, problemToShow } from '#islands/shared/server-calls.ts';

export type Raster = { lines: ImageBitmap | null; labels: Uint16Array | null; problem: Problem | null };

/** The pixels of a picture: its lines, and the label map once it has one. */
export function useRaster(picture: Picture | undefined): Raster {
  const [lines, setLines] = useState<ImageBitmap | null>(null);
  const [labels, setLabels] = useState<Uint16Array | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const grey = picture?.grey.sha256;
  const labelMap = picture?.regionMap?.labelMap;
  const widthPx = picture?.regionMap?.widthPx ?? 0;
  const heightPx = picture?.regionMap?.heightPx ?? 0;

  useEffect(() => {
    let current = true;
    setLines(null);
    if (!grey) return;
    fetchBlob(grey)
      .then((png) => createImageBitmap(new Blob([png], { type: 'image/png' })))
      .then(
        (bitmap) => current && setLines(bitmap),
        (error: unknown) => current && setProblem(problemToShow(error)),
      );
    return () => {
      current = false;
    };
  }, [grey]);

  useEffect(() => {
    let current = true;
    setLabels(null);
    if (!labelMap) return;
    fetchBlob(labelMap)
      .then((deflated) => decodeLabelMap(deflated, widthPx, heightPx))
      .then(
        (decoded) => current && setLabels(decoded),
        (error: unknown) => current && setProblem(problemToShow(error)),
      );
    return () => {
      current = false;
    };
  }, [labelMap, widthPx, heightPx]);

  return { lines, labels, problem };
}
