/// <reference lib="webworker" />
import { diePasses, type DiePasses } from '#core/passes/die-passes';
import { type Spread, spreadMotifs } from '#core/spread/spread-motifs';
import { offer } from './offer';
import { passesRequestSchema, spreadRequestSchema } from './passes-messages';

const api = {
  /** Lays dies onto plates in the fewest passes. */
  passes(request: unknown): DiePasses {
    return diePasses(passesRequestSchema.parse(request));
  },

  /** Spreads motifs over a panel. */
  spread(request: unknown): Spread {
    return spreadMotifs(spreadRequestSchema.parse(request));
  },
};

export type PassesApi = typeof api;

offer(api);
