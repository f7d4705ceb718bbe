import { z } from 'zod';
import { distantLampSchema } from '#model/lamp';

export const loadRequestSchema = z.object({
  labels: z.instanceof(Uint16Array),
  width: z.number().int().positive(),
  height: z.number().int().positive(),
});

export const paintRequestSchema = z.object({
  lamp: distantLampSchema,
  elements: z
    .array(
      z.object({
        labels: z.array(z.number().int().min(1).max(65535)),
        /** Share of each rung, light to dark. */
        shares: z.array(z.number()).min(1).max(6),
        /** Colour of each rung: R, G, B from 0 to 255. */
        colours: z
          .array(z.tuple([z.number(), z.number(), z.number()]))
          .min(1)
          .max(6),
      }),
    )
    .max(2000),
});
export type PaintRequest = z.infer<typeof paintRequestSchema>;

/** RGBA of the whole picture, transparent where nothing is coloured, and the share each band really covers. */
export type PaintAnswer = { rgba: Uint8ClampedArray<ArrayBuffer>; width: number; height: number; shares: number[][] };
