import { z } from 'zod';
import { idSchema } from './id';
import { distantLampSchema } from './lamp';
import { pictureSchema } from './picture';
import { schoolIdSchema } from './school';

export const makeSchemaVersion = 1;

/** A card project as one document. Every change is an operation (operation.ts). */
export const makeSchema = z.object({
  schema: z.literal(makeSchemaVersion),
  id: idSchema,
  name: z.string().trim().min(1, 'a make needs a name').max(80),
  lamp: distantLampSchema,
  school: schoolIdSchema,
  pictures: z.array(pictureSchema).max(60),
});
export type Make = z.infer<typeof makeSchema>;
