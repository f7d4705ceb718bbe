import { transfer } from 'comlink';
import { useEffect, useState } from 'react';
import { type LivingWorker, livingWorker } from '#islands/shared/living-worker.ts';
import type { GroupsApi } from '#workers/groups.worker';

/** A worker that shares out and chooses palettes; with the label map of the picture, where there is one. Null until that is there. */
export function useGroupsWorker(
  labels: Uint16Array | null,
  size: { widthPx: number; heightPx: number } | undefined,
): LivingWorker<GroupsApi> | null {
  const [worker, setWorker] = useState<LivingWorker<GroupsApi> | null>(null);
  const [widthPx, heightPx] = [size?.widthPx ?? 0, size?.heightPx ?? 0];
  useEffect(() => {
    if (!labels || labels.length !== widthPx * heightPx) return;
    const own = livingWorker<GroupsApi>({
      what: 'What shares out and chooses',
      create: (name) => new Worker(new URL('../../../../workers/groups.worker.ts', import.meta.url), { type: 'module', name }),
      begin: (api) => {
        const copy = labels.slice();
        return api.load(transfer({ labels: copy, width: widthPx, height: heightPx }, [copy.buffer]));
      },
    });
    setWorker(own);
    return () => {
      own.close();
      setWorker(null);
    };
  }, [labels, widthPx, heightPx]);
  return worker;
}
