import { useCallback, useEffect, useMemo, useState } from 'react';
import type { Problem } from '#model/api/problem';
import type { Picture } from '#model/picture';
import type { Mend } from '#model/reading';
import { blackHex, tintLines } from '#core/colour/line-colour';
import { lineHexOf } from '#core/make/line-hex';
import { decodeLabelMap } from '#core/picture/label-map';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { paperHex } from '#ui/colours.ts';
import type { MakeStore } from '../document/make-store';

/** Width of a drawn bit of line on the screen: that of a usual stamp's line. */
const drawnLineMm = 0.4;

export type Raster = {
  lines: ImageBitmap | null;
  labels: Uint16Array | null;
  problem: Problem | null;
  /** Fetches anew what is missing. */
  fetchAgain: () => void;
};

function fittingMap({ grey, regionMap }: Picture): Picture['regionMap'] {
  return regionMap?.widthPx === grey.widthPx && regionMap.heightPx === grey.heightPx ? regionMap : undefined;
}

/** The pixels of a picture: its lines, and the label map once it has one; its region table goes into the store. */
export function useRaster(useMake: MakeStore, picture: Picture | undefined): Raster {
  const blobOf = useMake(({ blobOf: own }) => own);
  const loadTables = useMake(({ loadTables: own }) => own);
  const [scan, setScan] = useState<ImageBitmap | null>(null);
  const [labels, setLabels] = useState<Uint16Array | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [turn, setTurn] = useState(0);
  const fetchAgain = useCallback(() => {
    setProblem(null);
    setTurn((last) => last + 1);
  }, []);
  const grey = picture?.grey.sha256;
  // Regions of another cut-out do not lie on this one: they are shown again when it has been read.
  const { labelMap, widthPx = 0, heightPx = 0 } = (picture && fittingMap(picture)) ?? {};

  // biome-ignore lint/correctness/useExhaustiveDependencies: a turn is one try to fetch.
  useEffect(() => {
    let current = true;
    setScan(null);
    if (!grey) return;
    blobOf(grey)
      .then((png) => createImageBitmap(new Blob([png], { type: 'image/png' })))
      .then(
        (bitmap) => (current ? setScan(bitmap) : bitmap.close()),
        (error: unknown) => current && setProblem(problemToShow(error)),
      );
    return () => {
      current = false;
    };
  }, [grey, blobOf, turn]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: a turn is one try to fetch.
  useEffect(() => {
    let current = true;
    setLabels(null);
    if (!labelMap) return;
    blobOf(labelMap)
      .then((deflated) => decodeLabelMap(deflated, widthPx, heightPx))
      .then(
        (decoded) => current && setLabels(decoded),
        (error: unknown) => current && setProblem(problemToShow(error)),
      );
    return () => {
      current = false;
    };
  }, [labelMap, widthPx, heightPx, blobOf, turn]);

  const table = picture?.regionMap?.table;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another table, or a turn: one try to fetch.
  useEffect(() => {
    let current = true;
    loadTables().catch((error: unknown) => current && setProblem(problemToShow(error)));
    return () => {
      current = false;
    };
  }, [table, loadTables, turn]);

  const inkMends = JSON.stringify((picture?.mends ?? []).filter(({ kind }) => kind === 'line' || kind === 'rub'));
  const widthMm = picture?.widthMm ?? 1;
  const lineHex = picture && lineHexOf(picture);
  const readHex = picture?.grey.lineHex ?? blackHex;
  const lines = useMemo(
    () => (scan ? asShown(scan, { mends: JSON.parse(inkMends), widthMm, lineHex, readHex }) : null),
    [scan, inkMends, widthMm, lineHex, readHex],
  );

  // Closed when nothing shows them any more: a bitmap holds its pixels until somebody comes to collect it, which may be long.
  useEffect(() => () => scan?.close(), [scan]);
  useEffect(() => () => (lines === scan ? undefined : lines?.close()), [lines, scan]);

  return { lines, labels, problem, fetchAgain };
}

type Shown = { mends: readonly Mend[]; widthMm: number; lineHex: string | undefined; readHex: string };

/** The scan in the colour of its ink, with the bits of line that were drawn, and without those that were rubbed out, as the regions are read. */
function asShown(scan: ImageBitmap, { mends, widthMm, lineHex, readHex }: Shown): ImageBitmap {
  if (mends.length === 0 && !lineHex) return scan;
  const canvas = new OffscreenCanvas(scan.width, scan.height);
  const context = canvas.getContext('2d', { willReadFrequently: lineHex !== undefined });
  if (!context) return scan;
  const pxPerMm = scan.width / widthMm;
  context.drawImage(scan, 0, 0);
  if (lineHex) {
    const image = context.getImageData(0, 0, canvas.width, canvas.height);
    tintLines(image.data, lineHex, readHex);
    context.putImageData(image, 0, 0);
  }
  context.lineCap = 'round';
  context.lineJoin = 'round';
  for (const mend of mends) {
    if (mend.kind !== 'line' && mend.kind !== 'rub') continue;
    context.strokeStyle = mend.kind === 'rub' ? paperHex : (lineHex ?? 'black');
    context.lineWidth = pxPerMm * (mend.kind === 'rub' ? mend.widthMm : drawnLineMm);
    context.beginPath();
    for (const [x, y] of mend.points) context.lineTo(x * pxPerMm, y * pxPerMm);
    context.stroke();
  }
  return canvas.transferToImageBitmap();
}
