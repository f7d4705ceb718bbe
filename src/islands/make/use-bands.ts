import { type Remote, transfer, wrap } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { DistantLamp } from '#model/lamp';
import type { Marker } from '#model/marker';
import type { Picture } from '#model/picture';
import { hexOfLab } from '#core/colour/lab';
import { usualShares } from '#core/markers/ladder';
import type { LightApi } from '#workers/light.worker';
import type { PaintRequest } from '#workers/light-messages';

export type Bands = {
  paint: ImageBitmap | null;
  /** Share each rung covers, by element id. */
  shares: ReadonlyMap<string, number[]>;
  problem: string | null;
};

function rgbOfHex(hex: string): [number, number, number] {
  return [1, 3, 5].map((start) => Number.parseInt(hex.slice(start, start + 2), 16)) as [number, number, number];
}

/** Colour shown for a rung whose marker has no measured colour: a grey of its place in the ladder. */
function greyOfRung(index: number, count: number): [number, number, number] {
  const level = Math.round(225 - (150 * index) / Math.max(1, count - 1));
  return [level, level, level];
}

function requestFor(picture: Picture, lamp: DistantLamp, markers: ReadonlyMap<string, Marker>): { ids: string[]; request: PaintRequest } {
  const labelOf = new Map((picture.regionMap?.regions ?? []).map(({ id, label }) => [id, label]));
  const coloured = picture.elements.filter((element) => element.ladder && element.regionIds.length > 0);
  return {
    ids: coloured.map(({ id }) => id),
    request: {
      lamp,
      elements: coloured.map((element) => {
        const rungs = element.ladder?.rungs ?? [];
        return {
          labels: element.regionIds.map((id) => labelOf.get(id)).filter((label) => label !== undefined),
          shares: [...usualShares(rungs.length)],
          colours: rungs.map(({ markerId }, index) => {
            const lab = markers.get(markerId)?.lab;
            return lab ? rgbOfHex(hexOfLab(lab)) : greyOfRung(index, rungs.length);
          }),
        };
      }),
    },
  };
}

/**
 * The bands of a picture in the colours of its markers, computed in a worker. While the lamp moves only the newest place
 * waits: the worker is never asked for more than one picture at a time.
 */
export function useBands(picture: Picture | undefined, labels: Uint16Array | null, lamp: DistantLamp, markers: readonly Marker[]): Bands {
  const [bands, setBands] = useState<Bands>({ paint: null, shares: new Map(), problem: null });
  const worker = useRef<{ api: Remote<LightApi>; busy: boolean; next: (() => Promise<void>) | null } | null>(null);
  const byId = useMemo(() => new Map(markers.map((marker) => [marker.id, marker])), [markers]);
  const widthPx = picture?.regionMap?.widthPx ?? 0;
  const heightPx = picture?.regionMap?.heightPx ?? 0;

  useEffect(() => {
    if (!labels || widthPx === 0) return;
    const thread = new Worker(new URL('../../workers/light.worker.ts', import.meta.url), { type: 'module' });
    const api = wrap<LightApi>(thread);
    const copy = labels.slice();
    worker.current = { api, busy: false, next: null };
    void api.load(transfer({ labels: copy, width: widthPx, height: heightPx }, [copy.buffer]));
    return () => {
      thread.terminate();
      worker.current = null;
    };
  }, [labels, widthPx, heightPx]);

  // What the worker is asked, as text: an edit that changes nothing of it (a name) asks nothing.
  const asked = useMemo(() => (picture ? JSON.stringify(requestFor(picture, lamp, byId)) : null), [picture, lamp, byId]);

  useEffect(() => {
    const own = worker.current;
    if (!own || !asked || !labels) return;
    const work = async () => {
      const { ids, request } = JSON.parse(asked) as ReturnType<typeof requestFor>;
      const { rgba, width, height, shares } = await own.api.paint(request);
      const paint = await createImageBitmap(new ImageData(rgba, width, height));
      if (worker.current !== own) return;
      setBands({ paint, shares: new Map(ids.map((id, index) => [id, shares[index] ?? []])), problem: null });
    };
    const run = async () => {
      own.busy = true;
      while (own.next) {
        const newest = own.next;
        own.next = null;
        try {
          await newest();
        } catch (error) {
          setBands((before) => ({ ...before, problem: error instanceof Error ? error.message : String(error) }));
        }
      }
      own.busy = false;
    };
    own.next = work;
    if (!own.busy) void run();
  }, [asked, labels]);

  return bands;
}
