import * as z from 'zod/mini';
import type { HandAnswer } from '#core/practice/hand/score-hand-sheet';
import type { HandDrillId } from '#model/practice';

export const readPracticeSchema = z.object({ file: z.instanceof(Blob) });

/** A practice sheet that was read: how it went, its figures' middles in shares of the page, and the photo laid flat in white light, RGBA. */
export type ReadPractice =
  | (Omit<Exclude<HandAnswer, { problem: string }>, 'toPhoto'> & {
      drill: HandDrillId;
      middles: (readonly [number, number])[];
      widthPx: number;
      heightPx: number;
      rgba: Uint8ClampedArray<ArrayBuffer>;
    })
  | { problem: string };
