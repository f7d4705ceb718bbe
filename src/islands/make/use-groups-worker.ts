import { type Remote, transfer, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { GroupsApi } from '#workers/groups.worker';

/** A worker that shares out and chooses palettes; with the label map of the picture, where there is one. Null until it is there. */
export function useGroupsWorker(
  labels: Uint16Array | null,
  size: { widthPx: number; heightPx: number } | undefined,
): Remote<GroupsApi> | null {
  const [api, setApi] = useState<Remote<GroupsApi> | null>(null);
  const [widthPx, heightPx] = [size?.widthPx ?? 0, size?.heightPx ?? 0];
  useEffect(() => {
    if (!labels || labels.length !== widthPx * heightPx) return;
    const thread = new Worker(new URL('../../workers/groups.worker.ts', import.meta.url), { type: 'module' });
    const remote = wrap<GroupsApi>(thread);
    let current = true;
    const copy = labels.slice();
    void remote.load(transfer({ labels: copy, width: widthPx, height: heightPx }, [copy.buffer])).then(() => {
      if (current) setApi(() => remote);
    });
    return () => {
      current = false;
      thread.terminate();
      setApi(null);
    };
  }, [labels, widthPx, heightPx]);
  return api;
}
