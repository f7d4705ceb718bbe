import { proxy, wrap } from 'comlink';
import { blobAnswerSchema } from '#model/api/originals';
import type { Picture, RegionMap } from '#model/picture';
import { toRegionMap } from '#core/picture/region-map';
import { call, fetchBlob } from '#islands/shared/server-calls.ts';
import type { RegionsApi } from '#workers/regions.worker';

/** Finds the regions of a picture in a worker and keeps the label map on the server. @throws CallProblem or Error */
export async function findPictureRegions(picture: Picture, onProgress: (stage: string, share: number) => void): Promise<RegionMap> {
  onProgress('Fetching the picture', 0);
  const png = await fetchBlob(picture.grey.sha256);
  const thread = new Worker(new URL('../../workers/regions.worker.ts', import.meta.url), { type: 'module' });
  try {
    const pxPerMm = picture.grey.widthPx / picture.widthMm;
    const found = await wrap<RegionsApi>(thread).find({ png, pxPerMm }, proxy(onProgress));
    onProgress('Keeping the areas', 0.97);
    const { sha256 } = await call(blobAnswerSchema, '/api/blobs', {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: found.labelMap,
    });
    return toRegionMap(found, { pxPerMm, labelMap: sha256, newId: () => crypto.randomUUID() });
  } finally {
    thread.terminate();
  }
}
