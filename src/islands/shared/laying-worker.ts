import { type LivingWorker, livingWorker } from './living-worker';
import type { PassesApi } from '#workers/passes.worker';

/** The worker that lays things out. @param what it does, as a maker is told of it. */
export const layingWorker = (what: string): LivingWorker<PassesApi> =>
  livingWorker<PassesApi>({
    what,
    create: (name) => new Worker(new URL('../../workers/passes.worker.ts', import.meta.url), { type: 'module', name }),
  });
