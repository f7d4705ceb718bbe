import * as z from 'zod/mini';

/** A place on the upright original as shares of its width and height; a little beyond the edge is paper. */
export const originalPlaceSchema = z.tuple([
  z.number().check(z.minimum(-0.5), z.maximum(1.5)),
  z.number().check(z.minimum(-0.5), z.maximum(1.5)),
]);
export type OriginalPlace = z.infer<typeof originalPlaceSchema>;

/**
 * How a picture is cut out of its original. The four corners (left top, right top, right bottom, left bottom) say it all: a crop when they
 * are upright, a straightening when they are turned, the flattening of a photo when they are askew.
 */
export const preparationSchema = z.object({
  corners: z.tuple([originalPlaceSchema, originalPlaceSchema, originalPlaceSchema, originalPlaceSchema]),
  /** Whether the paper is brought to one white. */
  evenLight: z.boolean(),
});
export type Preparation = z.infer<typeof preparationSchema>;

export const wholeOriginal: Preparation = {
  corners: [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ],
  evenLight: false,
};
