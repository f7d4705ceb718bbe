import { transfer } from 'comlink';
import { colouredPicture } from '#core/make/coloured';
import { decodeLabelMap } from '#core/picture/label-map';
import { planSource } from '#core/plan/plan-source';
import { type KeptBandMap, keptBandMap } from '#core/recipe/kept-band-map';
import { livingWorker } from '#islands/shared/living-worker.ts';
import { fetchPicture } from '#islands/shared/make-parts.ts';
import { fetchBlob } from '#islands/shared/server-calls.ts';
import type { DistantLamp } from '#model/lamp';
import type { SceneApi } from '#workers/scene.worker';

/** A picture of the maker under each of some lamps: where each band lies, and what each place of the maps is called. */
export type LitMap = { maps: KeptBandMap[]; names: string[]; lines: ImageBitmap; shape: number };

/** Longest side of the map that is painted on. */
const mostPx = 480;

/** Lights a picture by lamps that the maker did not choose. @throws RangeError in words where it has no areas yet; CallProblem, WorkerGoneError. */
export async function litMap(makeId: string, pictureId: string, lamps: readonly DistantLamp[]): Promise<LitMap> {
  const { make, picture, table } = await fetchPicture(makeId, pictureId);
  const regionMap = picture?.regionMap;
  if (!picture || !table || !regionMap) throw new RangeError('This picture has no areas yet.');
  const labels = decodeLabelMap(await fetchBlob(regionMap.labelMap), regionMap.widthPx, regionMap.heightPx);
  const worker = livingWorker<SceneApi>({
    what: 'What computes the light',
    create: (name) => new Worker(new URL('../../workers/scene.worker.ts', import.meta.url), { type: 'module', name }),
    begin: (api) => {
      const copy = labels.slice();
      return api.load(transfer({ labels: copy, table: table.table }, [copy.buffer]));
    },
  });
  try {
    const wants = { form: false, edges: false, contacts: false, whereabouts: false };
    const maps: KeptBandMap[] = [];
    let ids: readonly string[] = [];
    for (const lamp of lamps) {
      const source = planSource(make, colouredPicture(picture), lamp);
      const answer = await worker.ask((api) => api.plan({ source, resolution: 'half', wants, falling: [] }));
      if (!answer) throw new RangeError('The light was not computed.');
      ids = answer.ids;
      maps.push(
        keptBandMap(
          answer.map,
          answer.ids.map((_, index) => index + 1),
          mostPx,
        ),
      );
    }
    const names = ids.map((id) => picture.elements.find((element) => element.id === id)?.name ?? 'a part');
    const lines = await createImageBitmap(new Blob([await fetchBlob(picture.grey.sha256)], { type: 'image/png' }));
    return { maps, names, lines, shape: picture.widthMm / picture.heightMm };
  } finally {
    worker.close();
  }
}
