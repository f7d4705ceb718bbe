/// <reference lib="webworker" />
import { type CutPlan, cutPlan } from '#core/cutting/cut-plan';
import type { OutlineMm } from '#core/outline/outline';
import { silhouetteOutlines } from '#core/outline/silhouette';
import { diePasses, type DiePasses } from '#core/passes/die-passes';
import { type Spread, spreadMotifs } from '#core/spread/spread-motifs';
import { offer } from './offer';
import { cutRequestSchema, passesRequestSchema, silhouetteRequestSchema, spreadRequestSchema } from './passes-messages';

const api = {
  /** Lays dies onto plates in the fewest passes. */
  passes(request: unknown): DiePasses {
    return diePasses(passesRequestSchema.parse(request));
  },

  /** Plans how sheets are cut by through cuts. */
  cuts(request: unknown): CutPlan {
    return cutPlan(cutRequestSchema.parse(request));
  },

  /** Spreads motifs over a panel. */
  spread(request: unknown): Spread {
    return spreadMotifs(spreadRequestSchema.parse(request));
  },

  /** Outlines of what is in a picture with a rim of paper, the largest first. */
  silhouettes(request: unknown): OutlineMm[] {
    const { labels, width, height, pxPerMm, rimMm } = silhouetteRequestSchema.parse(request);
    return silhouetteOutlines({ width, height, pxPerMm, data: Uint8Array.from(labels, (label) => (label > 0 ? 1 : 0)) }, { rimMm });
  },
};

export type PassesApi = typeof api;

offer(api);
