import * as z from 'zod/mini';

/** Paces that a hand can have, in cm2 a minute. */
export const paceBounds = { least: 0.5, most: 500 } as const;

/** How the maker's hand works, in all makes. `paceCm2`: so much it lays with one marker, in cm2 a minute. */
export const handSchema = z.object({
  paceCm2: z
    .number()
    .check(
      z.minimum(paceBounds.least, 'a pace is more than 0: say how many cm² you colour in a minute'),
      z.maximum(paceBounds.most, `no hand lays more than ${paceBounds.most} cm² in a minute`),
    ),
});
