import * as z from 'zod/mini';

/** What a thing is made of, in the words of the trade: it informs strokes, school and groups. `bare paper` stays white on purpose. */
export const elementKindSchema = z.enum([
  ...(['skin', 'hair', 'fur', 'muzzle', 'sleeve', 'leaf', 'petal'] as const),
  ...(['wood', 'stone', 'metal', 'glass', 'white thing', 'bare paper'] as const),
]);
export type ElementKind = z.infer<typeof elementKindSchema>;
export const elementKinds = elementKindSchema.options;
