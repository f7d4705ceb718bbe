import * as z from 'zod/mini';

/** What is laid beside the ladder of an element, or on the whole picture when its colours are done. */
export const elementExtraSchema = z.enum([
  ...(['fadeIntoWhite', 'lift', 'pushBack', 'dots', 'stripes', 'pencilShading'] as const),
  ...(['softHighlight', 'hardHighlight', 'coverSlip', 'sparkle', 'gloss'] as const),
]);
export const pictureExtraSchema = z.enum(['outlineRepeats', 'edgeMarker']);
export type ElementExtra = z.infer<typeof elementExtraSchema>;
export type PictureExtra = z.infer<typeof pictureExtraSchema>;
export type Extra = ElementExtra | PictureExtra;
