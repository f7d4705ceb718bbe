import type { Lab } from '#model/marker';

/** Paper of which nothing else is known. From memory. */
export const usualPaper: Lab = { L: 95, a: 0, b: 0 };
