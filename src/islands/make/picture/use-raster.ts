import { useCallback, useEffect, useMemo, useState } from 'react';
import type { Problem } from '#model/api/problem';
import type { Picture } from '#model/picture';
import { blackHex } from '#core/colour/line-colour';
import { lineHexOf } from '#core/make/line-hex';
import { decodeLabelMap } from '#core/picture/label-map';
import { problemToShow } from '#islands/shared/server-calls.ts';
import type { MakeStore } from '../document/make-store';
import { linesAsShown } from './lines-as-shown';

export type Raster = {
  lines: ImageBitmap | null;
  labels: Uint16Array | null;
  problem: Problem | null;
  /** Fetches anew what is missing. */
  fetchAgain: () => void;
};

/** The region map of a picture, where it lies on its cut-out as it is now. */
export function fittingMap({ grey, regionMap }: Picture): Picture['regionMap'] {
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
    () => (scan ? linesAsShown(scan, { mends: JSON.parse(inkMends), widthMm, lineHex, readHex }) : null),
    [scan, inkMends, widthMm, lineHex, readHex],
  );

  // Closed when nothing shows them any more: a bitmap holds its pixels until somebody comes to collect it, which may be long.
  useEffect(() => () => scan?.close(), [scan]);
  useEffect(() => () => (lines === scan ? undefined : lines?.close()), [lines, scan]);

  return { lines, labels, problem, fetchAgain };
}
