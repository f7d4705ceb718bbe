/// <reference lib="webworker" />
import { diePasses, type DiePasses } from '#core/passes/die-passes';
import { offer } from './offer';
import { passesRequestSchema } from './passes-messages';

const api = {
  /** Lays dies onto plates in the fewest passes. */
  passes(request: unknown): DiePasses {
    return diePasses(passesRequestSchema.parse(request));
  },
};

export type PassesApi = typeof api;

offer(api);
