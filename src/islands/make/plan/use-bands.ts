import { byId as rowsById } from '#core/make/by-id';
import { pxPerMmOfTable } from '#core/make/scale';
import { transfer } from 'comlink';
import { useCallback, useEffect, useLayoutEffect, useMemo, useState } from 'react';
import type { Marker } from '#model/marker';
import type { ColouredPicture } from '#model/coloured-picture';
import type { IndexedTable } from '#core/make/region-tables';
import type { Contact } from '#core/scene/contacts';
import type { SceneEdge } from '#core/plan/scene-entries';
import type { BandPlace } from '#core/scene/band-places';
import type { LookWish } from '#model/look';
import type { PlanSource } from '#model/plan-source';
import { paintBands, paintForm } from '#core/scene/paint-bands';
import { type BandFocus, coloursOfBands, fadedBut } from '#core/scene/band-colours';
import { fallingElements } from '#core/make/falling-elements';
import type { SeenBands } from '#core/technique/recipe';
import { livingWorker } from '#islands/shared/living-worker.ts';
import { type NewestWish, newestWish } from '#islands/shared/newest-wish.ts';
import { useSettled } from '#islands/shared/use-settled.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { canvasOf } from '#ui/picture/canvas-of.ts';
import type { PlanAnswer, PlanRequest } from '#workers/scene-messages';
import type { SceneApi } from '#workers/scene.worker';

/** What is painted: bands in colour, their lightness alone, the light on the grey form, or what is expected of it all. */
export type PaintView = 'bands' | 'lightness' | 'form' | 'look';

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
  /** Where bands lie and how strokes go, by element id, where it was asked for; undefined: not known yet. */
  seen: SeenBands | undefined;
  /** Whether what is painted is whole and of what is asked now; while the lamp moves it is not. */
  isSettled: boolean;
  problem: string | null;
  /** Begins anew where the light could not be computed. */
  tryAgain: () => void;
};

export type ElementEdge = SceneEdge & { elementId: string };

type Painted = Omit<Bands, 'problem' | 'tryAgain' | 'isSettled'>;
const noBands: Painted = { paint: null, areasMm2: new Map(), places: new Map(), edges: [], contacts: [], ids: [], seen: undefined };

export type BandsOptions = {
  table: IndexedTable | undefined;
  labels: Uint16Array | null;
  /** What the bands follow from (core/plan); undefined: there is no picture. */
  source: PlanSource | undefined;
  /** While the lamp moves the bands are computed at half resolution. */
  isMoving: boolean;
  markers: readonly Marker[];
  /** What is painted. Default: bands in their colours. */
  view?: PaintView;
  /** Whether edges are asked for too. Default false. */
  withEdges?: boolean;
  /** Whether it is asked for which elements touch. Default false. */
  withContacts?: boolean;
  /** Whether it is asked for where each band lies. Default false. */
  withWhereabouts?: boolean;
  /** Bands that stand out, the rest faded. Default: none does. */
  focus?: BandFocus | null;
  /** What `look` is painted from; null: bands are, until it is known. */
  look?: LookWish | null;
  /** Forms and bands are computed only where they are shown; what was computed is kept for the next time. */
  isShown: boolean;
};

/** A picture of more px than this is shown coarse first: an A4 page has 8.7 million. */
const mostAtOncePx = 4_000_000;
const nothingBeside: PlanRequest['wants'] = { form: false, edges: false, contacts: false, whereabouts: false };

/** The bands of a picture in the colours of its markers: a worker tells what it comes to, and this paints it. */
export function useBands(
  picture: ColouredPicture | undefined,
  {
    table,
    labels,
    source,
    isMoving,
    markers,
    isShown,
    view = 'bands',
    withEdges = false,
    withContacts = false,
    withWhereabouts = false,
    focus = null,
    look = null,
  }: BandsOptions,
): Bands {
  const [plan, setPlan] = useState<NewestWish<PlanRequest> | null>(null);
  const [mapped, setMapped] = useState<{ request: PlanRequest | 'draft'; answer: PlanAnswer } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [bands, setBands] = useState<Painted>(noBands);
  const byId = useMemo(() => rowsById(markers), [markers]);
  const { widthPx = 0, heightPx = 0 } = table?.table ?? {};
  const pxPerMm = table ? pxPerMmOfTable(table) : 1;
  const fits = table !== undefined && labels?.length === widthPx * heightPx;

  const [turn, setTurn] = useState(0);
  const tryAgain = useCallback(() => {
    setProblem(null);
    setTurn((last) => last + 1);
  }, []);

  // Shown once, the worker goes on: its forms are there when a station is come back to.
  const [wasShown, setWasShown] = useState(isShown);
  if (isShown && !wasShown) setWasShown(true);

  // biome-ignore lint/correctness/useExhaustiveDependencies: a turn is one try.
  useEffect(() => {
    setMapped(null);
    if (!wasShown || !labels || !table || !fits) return;
    const worker = livingWorker<SceneApi>({
      what: 'What computes the light',
      create: (name) => new Worker(new URL('../../../workers/scene.worker.ts', import.meta.url), { type: 'module', name }),
      begin: (api) => {
        const copy = labels.slice();
        return api.load(transfer({ labels: copy, table: table.table }, [copy.buffer]));
      },
    });
    let current = true;
    // Of a large picture the first bands come coarse, and sharp when they are there.
    let isDraft = labels.length > mostAtOncePx;
    let mayLeave = false;
    const wishes = newestWish<PlanRequest>(
      async (request, isNewest) => {
        if (isDraft) {
          const draft = await worker.ask((api) => api.plan({ ...request, resolution: 'half', wants: nothingBeside }));
          if (!current || !draft) return;
          isDraft = false;
          setMapped({ request: 'draft', answer: draft });
          if (!isNewest()) return;
        }
        // What is seen while the lamp moves is always shown; what is whole takes long, and is left where something newer is wanted.
        mayLeave = request.resolution === 'full';
        const answer = await worker
          .ask((api) => api.plan(request))
          .finally(() => {
            mayLeave = false;
          });
        // Called off: a newer one waits.
        if (!current || !answer) return;
        setMapped({ request, answer });
        setProblem(null);
      },
      (error) => current && setProblem(problemToShow(error).message),
    );
    setPlan({
      ...wishes,
      want: (request) => {
        if (mayLeave) worker.ask((api) => api.callOff()).catch(() => {});
        wishes.want(request);
      },
    });
    return () => {
      current = false;
      wishes.forget();
      worker.close();
      setPlan(null);
    };
  }, [wasShown, labels, table, fits, turn]);

  // An edit that changes nothing of what is asked (a name) asks nothing.
  const asked = useSettled(
    isShown && source
      ? {
          source,
          resolution: isMoving ? ('half' as const) : ('full' as const),
          wants: { form: view === 'form', edges: withEdges, contacts: withContacts, whereabouts: withWhereabouts },
          falling: withWhereabouts ? fallingElements(picture) : [],
          ...(view === 'look' && look ? { look } : {}),
        }
      : null,
  );
  useEffect(() => {
    if (plan && asked) plan.want(asked);
  }, [plan, asked]);

  const colours = useSettled(
    useMemo(
      () => (picture && mapped ? coloursOfBands(picture, mapped.answer.ids, byId, view === 'lightness') : null),
      [picture, mapped, byId, view],
    ),
  );
  useLayoutEffect(() => {
    if (!mapped || !colours) return setBands(noBands);
    const { map, ids, pixels, places, form, edges, contacts, whereabouts, ways, look: painted } = mapped.answer;
    const byElement = <T>(rows: readonly T[]) => new Map(ids.map((id, index) => [id, rows[index] as T]));
    const pxMm2 = (map.scale / pxPerMm) ** 2;
    setBands({
      paint:
        view === 'form' && form
          ? canvasOf(paintForm(form.greys), form.width, form.height)
          : view === 'look' && painted && !focus
            ? canvasOf(painted, map.width, map.height)
            : canvasOf(
                paintBands(map, focus ? fadedBut(colours, ids.indexOf(focus.elementId), focus.bands) : colours),
                map.width,
                map.height,
              ),
      areasMm2: new Map(ids.map((id, index) => [id, (pixels[index] ?? []).map((count) => count * pxMm2)])),
      places: new Map(ids.map((id, index) => [id, places[index] ?? []])),
      edges: edges.map((edge) => ({ ...edge, elementId: ids[edge.element] ?? '' })),
      contacts,
      ids,
      seen: whereabouts.length > 0 ? { whereabouts: byElement(whereabouts), ways: byElement(ways) } : undefined,
    });
  }, [mapped, colours, pxPerMm, view, focus]);

  const isSettled = bands.paint !== null && (!asked || (asked.resolution === 'full' && mapped?.request === asked));
  return useMemo(() => ({ ...bands, isSettled, problem, tryAgain }), [bands, isSettled, problem, tryAgain]);
}
