import { transfer } from 'comlink';
import { useCallback, useEffect, useLayoutEffect, useMemo, useState } from 'react';
import type { Marker } from '#model/marker';
import type { ColouredPicture } from '#model/coloured-picture';
import type { IndexedTable } from '#core/make/region-tables';
import type { BandMap } from '#core/scene/band-map';
import type { Contact } from '#core/scene/contacts';
import type { SceneEdge } from '#core/scene/scene';
import type { BandPlace } from '#core/scene/band-places';
import type { LampOver } from '#core/scene/lamp-over';
import { paintBands, paintForm, type Rgb } from '#core/scene/paint-bands';
import { type BandsOfPicture, bandsOfPicture, coloursOfBands } from '#core/scene/picture-bands';
import { livingWorker } from '#islands/shared/living-worker.ts';
import { type NewestWish, newestWish } from '#islands/shared/newest-wish.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { canvasOf } from '#ui/canvas-of.ts';
import type { FormAnswer } from '#workers/scene-messages';
import type { SceneApi } from '#workers/scene.worker';
import type { LightView } from './light-desk';

export type Bands = {
  paint: OffscreenCanvas | null;
  /** Paper that each rung covers, light to dark, in mm², by element id. */
  areasMm2: ReadonlyMap<string, number[]>;
  /** Where each rung lies in px of the picture, light to dark, by element id. */
  places: ReadonlyMap<string, readonly (BandPlace | null)[]>;
  /** Edges of the elements' bodies, where they were asked for, with the element's id. */
  edges: readonly ElementEdge[];
  /** Which elements touch, by their numbers (`ids`), where it was asked for. */
  contacts: readonly Contact[];
  /** Ids of the elements in the order of their numbers in the band map. */
  ids: readonly string[];
  problem: string | null;
  /** Begins anew where the light could not be computed. */
  tryAgain: () => void;
};

export type ElementEdge = SceneEdge & { elementId: string };

type Painted = Omit<Bands, 'problem' | 'tryAgain'>;
const noBands: Painted = { paint: null, areasMm2: new Map(), places: new Map(), edges: [], contacts: [], ids: [] };

type Mapped = {
  ids: string[];
  map: BandMap;
  pixels: number[][];
  places: (BandPlace | null)[][];
  form: FormAnswer | null;
  edges: SceneEdge[];
  contacts: Contact[];
};
type Asked = BandsOfPicture & { withForm: boolean; withEdges: boolean; withContacts: boolean };

export type BandsOptions = {
  table: IndexedTable | undefined;
  labels: Uint16Array | null;
  lamp: LampOver;
  /** While the lamp moves the bands are computed at half resolution. */
  isMoving: boolean;
  markers: readonly Marker[];
  /** What is painted. Default: bands in their colours. */
  view?: LightView;
  /** Whether edges are asked for too. Default false. */
  withEdges?: boolean;
  /** Whether it is asked for which elements touch. Default false. */
  withContacts?: boolean;
  /** Forms and bands are computed only where they are shown. */
  isShown: boolean;
};

/** The bands of a picture in the colours of its markers: a worker tells which band lies where, and this paints them. */
export function useBands(
  picture: ColouredPicture | undefined,
  { table, labels, lamp, isMoving, markers, isShown, view = 'bands', withEdges = false, withContacts = false }: BandsOptions,
): Bands {
  const [scene, setScene] = useState<NewestWish<Asked> | null>(null);
  const [mapped, setMapped] = useState<Mapped | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [bands, setBands] = useState<Painted>(noBands);
  const byId = useMemo(() => new Map(markers.map((marker) => [marker.id, marker])), [markers]);
  const { widthPx = 0, heightPx = 0 } = picture?.regionMap ?? {};
  const pxPerMm = widthPx / (picture?.widthMm ?? 1);

  const [turn, setTurn] = useState(0);
  const tryAgain = useCallback(() => {
    setProblem(null);
    setTurn((last) => last + 1);
  }, []);

  // biome-ignore lint/correctness/useExhaustiveDependencies: a turn is one try.
  useEffect(() => {
    setMapped(null);
    if (!isShown || !labels || labels.length !== widthPx * heightPx) return;
    const worker = livingWorker<SceneApi>({
      what: 'What computes the light',
      create: (name) => new Worker(new URL('../../workers/scene.worker.ts', import.meta.url), { type: 'module', name }),
      begin: (api) => {
        const copy = labels.slice();
        return api.load(transfer({ labels: copy, width: widthPx, height: heightPx, pxPerMm }, [copy.buffer]));
      },
    });
    let current = true;
    const wishes = newestWish<Asked>(
      async ({ ids, request, ...also }) => {
        const answer = await worker.ask((api) => api.bands(request, also.withContacts));
        const form = also.withForm ? await worker.ask((api) => api.form(request)) : null;
        const edges = also.withEdges ? await worker.ask((api) => api.edges(request)) : [];
        if (!current) return;
        setMapped({ ids, ...answer, form, edges });
        setProblem(null);
      },
      (error) => current && setProblem(problemToShow(error).message),
    );
    setScene(wishes);
    return () => {
      current = false;
      wishes.forget();
      worker.close();
      setScene(null);
    };
  }, [isShown, labels, widthPx, heightPx, pxPerMm, turn]);

  // What is asked, as text: an edit that changes nothing of it (a name) asks nothing.
  const asked = useMemo(
    () =>
      isShown && picture && table
        ? JSON.stringify({
            ...bandsOfPicture(picture, table, lamp, isMoving ? 'half' : 'full'),
            withForm: view === 'form',
            withEdges,
            withContacts,
          })
        : null,
    [isShown, picture, table, lamp, isMoving, view, withEdges, withContacts],
  );
  useEffect(() => {
    if (scene && asked) scene.want(JSON.parse(asked) as Asked);
  }, [scene, asked]);

  const colours = useMemo(
    () => (picture && mapped ? JSON.stringify(coloursOfBands(picture, mapped.ids, byId, view === 'lightness')) : null),
    [picture, mapped, byId, view],
  );
  useLayoutEffect(() => {
    if (!mapped || !colours) return setBands(noBands);
    const { map, ids, pixels, places, form, edges, contacts } = mapped;
    const pxMm2 = (map.scale / pxPerMm) ** 2;
    setBands({
      paint:
        view === 'form' && form
          ? canvasOf(paintForm(form.greys), form.width, form.height)
          : canvasOf(paintBands(map, JSON.parse(colours) as Rgb[][]), map.width, map.height),
      areasMm2: new Map(ids.map((id, index) => [id, (pixels[index] ?? []).map((count) => count * pxMm2)])),
      places: new Map(ids.map((id, index) => [id, places[index] ?? []])),
      edges: edges.map((edge) => ({ ...edge, elementId: ids[edge.element] ?? '' })),
      contacts,
      ids,
    });
  }, [mapped, colours, pxPerMm, view]);

  return useMemo(() => ({ ...bands, problem, tryAgain }), [bands, problem, tryAgain]);
}
