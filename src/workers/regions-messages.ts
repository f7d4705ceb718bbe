import { z } from 'zod';
import type { FoundRegions } from '#core/picture/regions';

export const findRequestSchema = z.object({
  png: z.instanceof(Uint8Array<ArrayBuffer>),
  pxPerMm: z.number().positive().max(100),
});

export type FoundAnswer = FoundRegions & { labelMap: Uint8Array<ArrayBuffer> };
