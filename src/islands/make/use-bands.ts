import { type Remote, transfer, wrap } from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import type { DistantLamp } from '#model/lamp';
import type { Marker } from '#model/marker';
import type { Picture } from '#model/picture';
import { hexOfLab } from '#core/colour/lab';
import { labelsOf } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import { usualShares } from '#core/markers/ladder';
import type { BandMap } from '#core/scene/band-map';
import { paintBands, type Rgb } from '#core/scene/paint-bands';
import { type NewestWish, newestWish } from '#islands/shared/newest-wish.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import type { SceneApi } from '#workers/scene.worker';
import type { BandRequest } from '#workers/scene-messages';

export type Bands = {
  paint: ImageBitmap | null;
  /** Share each rung covers, by element id. */
  shares: ReadonlyMap<string, number[]>;
  problem: string | null;
};

const noBands: Bands = { paint: null, shares: new Map(), problem: null };

type Asked = { ids: string[]; request: BandRequest };
type Mapped = { ids: string[]; map: BandMap; shares: number[][] };

function rgbOfHex(hex: string): Rgb {
  return [1, 3, 5].map((start) => Number.parseInt(hex.slice(start, start + 2), 16)) as [number, number, number];
}

/** Colour shown for a rung whose marker has no colour: a grey of its place in the ladder. */
function greyOfRung(index: number, count: number): Rgb {
  const level = Math.round(225 - (150 * index) / Math.max(1, count - 1));
  return [level, level, level];
}

function askedOf(picture: Picture, table: IndexedTable, lamp: DistantLamp, isMoving: boolean): Asked {
  const coloured = picture.elements.filter((element) => element.ladder && element.regionIds.length > 0);
  return {
    ids: coloured.map(({ id }) => id),
    request: {
      lamp,
      resolution: isMoving ? 'half' : 'full',
      elements: coloured.map((element) => ({
        labels: labelsOf(element, table),
        shares: [...usualShares(element.ladder?.rungs.length ?? 1)],
      })),
    },
  };
}

/** Colours of the rungs of the named elements, light to dark. */
function coloursOf(picture: Picture, ids: readonly string[], markers: ReadonlyMap<string, Marker>): Rgb[][] {
  const elements = new Map(picture.elements.map((element) => [element.id, element]));
  return ids.map((id) => {
    const rungs = elements.get(id)?.ladder?.rungs ?? [];
    return rungs.map(({ markerId }, index) => {
      const lab = markers.get(markerId)?.lab;
      return lab ? rgbOfHex(hexOfLab(lab)) : greyOfRung(index, rungs.length);
    });
  });
}

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
  const [scene, setScene] = useState<NewestWish<Asked> | null>(null);
  const [mapped, setMapped] = useState<Mapped | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [bands, setBands] = useState<Bands>(noBands);
  const byId = useMemo(() => new Map(markers.map((marker) => [marker.id, marker])), [markers]);
  const { widthPx = 0, heightPx = 0 } = picture?.regionMap ?? {};

  useEffect(() => {
    setMapped(null);
    if (!isShown || !labels || labels.length !== widthPx * heightPx) return;
    const thread = new Worker(new URL('../../workers/scene.worker.ts', import.meta.url), { type: 'module' });
    const api: Remote<SceneApi> = wrap<SceneApi>(thread);
    const copy = labels.slice();
    const loaded = api.load(transfer({ labels: copy, width: widthPx, height: heightPx }, [copy.buffer]));
    let current = true;
    const wishes = newestWish<Asked>(
      async ({ ids, request }) => {
        await loaded;
        const { map, shares } = await api.bands(request);
        if (!current) return;
        setMapped({ ids, map, shares });
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
  }, [isShown, labels, widthPx, heightPx]);

  // What is asked, as text: an edit that changes nothing of it (a name) asks nothing.
  const asked = useMemo(
    () => (isShown && picture && table ? JSON.stringify(askedOf(picture, table, lamp, isMoving)) : null),
    [isShown, picture, table, lamp, isMoving],
  );
  useEffect(() => {
    if (scene && asked) scene.want(JSON.parse(asked) as Asked);
  }, [scene, asked]);

  const colours = useMemo(() => (picture && mapped ? JSON.stringify(coloursOf(picture, mapped.ids, byId)) : null), [picture, mapped, byId]);
  useEffect(() => {
    if (!mapped || !colours) return setBands(noBands);
    let current = true;
    const { map, ids, shares } = mapped;
    const rgba = paintBands(map, JSON.parse(colours) as Rgb[][]);
    void createImageBitmap(new ImageData(rgba, map.width, map.height)).then((paint) => {
      if (current) setBands({ paint, shares: new Map(ids.map((id, index) => [id, shares[index] ?? []])), problem: null });
    });
    return () => {
      current = false;
    };
  }, [mapped, colours]);

  return problem ? { ...bands, problem } : bands;
}
