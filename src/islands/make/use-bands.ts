import { type Remote, transfer, wrap } from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import type { DistantLamp } from '#model/lamp';
import type { Marker } from '#model/marker';
import type { Picture } from '#model/picture';
import type { IndexedTable } from '#core/make/region-tables';
import type { BandMap } from '#core/scene/band-map';
import { paintBands, type Rgb } from '#core/scene/paint-bands';
import { type BandsOfPicture, bandsOfPicture, coloursOfBands } from '#core/scene/picture-bands';
import { type NewestWish, newestWish } from '#islands/shared/newest-wish.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import type { SceneApi } from '#workers/scene.worker';

export type Bands = {
  paint: ImageBitmap | null;
  /** Paper that each rung covers, light to dark, in mm², by element id. */
  areasMm2: ReadonlyMap<string, number[]>;
  problem: string | null;
};

const noBands: Bands = { paint: null, areasMm2: new Map(), problem: null };

type Mapped = { ids: string[]; map: BandMap; pixels: number[][] };

export type BandsOptions = {
  table: IndexedTable | undefined;
  labels: Uint16Array | null;
  lamp: DistantLamp;
  /** While the lamp moves the bands are computed at half resolution. */
  isMoving: boolean;
  markers: readonly Marker[];
  /** Forms and bands are computed only where they are shown. */
  isShown: boolean;
};

/** The bands of a picture in the colours of its markers: a worker tells which band lies where, and this paints them. */
export function useBands(picture: Picture | undefined, { table, labels, lamp, isMoving, markers, isShown }: BandsOptions): Bands {
  const [scene, setScene] = useState<NewestWish<BandsOfPicture> | null>(null);
  const [mapped, setMapped] = useState<Mapped | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [bands, setBands] = useState<Bands>(noBands);
  const byId = useMemo(() => new Map(markers.map((marker) => [marker.id, marker])), [markers]);
  const { widthPx = 0, heightPx = 0 } = picture?.regionMap ?? {};
  const pxPerMm = widthPx / (picture?.widthMm ?? 1);

  useEffect(() => {
    setMapped(null);
    if (!isShown || !labels || labels.length !== widthPx * heightPx) return;
    const thread = new Worker(new URL('../../workers/scene.worker.ts', import.meta.url), { type: 'module' });
    const api: Remote<SceneApi> = wrap<SceneApi>(thread);
    const copy = labels.slice();
    const loaded = api.load(transfer({ labels: copy, width: widthPx, height: heightPx, pxPerMm }, [copy.buffer]));
    let current = true;
    const wishes = newestWish<BandsOfPicture>(
      async ({ ids, request }) => {
        await loaded;
        const { map, pixels } = await api.bands(request);
        if (!current) return;
        setMapped({ ids, map, pixels });
        setProblem(null);
      },
      (error) => current && setProblem(problemToShow(error).message),
    );
    setScene(wishes);
    return () => {
      current = false;
      wishes.forget();
      thread.terminate();
      setScene(null);
    };
  }, [isShown, labels, widthPx, heightPx, pxPerMm]);

  // What is asked, as text: an edit that changes nothing of it (a name) asks nothing.
  const asked = useMemo(
    () => (isShown && picture && table ? JSON.stringify(bandsOfPicture(picture, table, lamp, isMoving ? 'half' : 'full')) : null),
    [isShown, picture, table, lamp, isMoving],
  );
  useEffect(() => {
    if (scene && asked) scene.want(JSON.parse(asked) as BandsOfPicture);
  }, [scene, asked]);

  const colours = useMemo(
    () => (picture && mapped ? JSON.stringify(coloursOfBands(picture, mapped.ids, byId)) : null),
    [picture, mapped, byId],
  );
  useEffect(() => {
    if (!mapped || !colours) return setBands(noBands);
    let current = true;
    const { map, ids, pixels } = mapped;
    const pxMm2 = (map.scale / pxPerMm) ** 2;
    const rgba = paintBands(map, JSON.parse(colours) as Rgb[][]);
    void createImageBitmap(new ImageData(rgba, map.width, map.height)).then((paint) => {
      if (current)
        setBands({
          paint,
          areasMm2: new Map(ids.map((id, index) => [id, (pixels[index] ?? []).map((count) => count * pxMm2)])),
          problem: null,
        });
    });
    return () => {
      current = false;
    };
  }, [mapped, colours, pxPerMm]);

  return problem ? { ...bands, problem } : bands;
}
