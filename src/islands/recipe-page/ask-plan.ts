import { transfer } from 'comlink';
import { fallingElements } from '#core/make/falling-elements';
import type { IndexedTable } from '#core/make/region-tables';
import { decodeLabelMap } from '#core/picture/label-map';
import { planSource } from '#core/plan/plan-source';
import { livingWorker } from '#islands/shared/living-worker.ts';
import { fetchBlob } from '#islands/shared/server-calls.ts';
import type { ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import type { PlanAnswer } from '#workers/scene-messages';
import type { SceneApi } from '#workers/scene.worker';

/** Bands of a picture, where they lie and how strokes go, worked out once. @returns null: it has no areas of its present cut-out. @throws CallProblem, RangeError or WorkerGoneError */
export async function askPlan(make: Make, picture: ColouredPicture, table: IndexedTable): Promise<PlanAnswer | null> {
  const { grey, regionMap } = picture;
  if (regionMap?.widthPx !== grey.widthPx || regionMap.heightPx !== grey.heightPx) return null;
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
    return await worker.ask((api) =>
      api.plan({
        source: planSource(make, picture),
        resolution: 'full',
        wants: { form: false, edges: false, contacts: false, whereabouts: true },
        falling: fallingElements(picture),
      }),
    );
  } finally {
    worker.close();
  }
}
