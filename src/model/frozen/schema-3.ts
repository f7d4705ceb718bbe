import * as z from 'zod/mini';

/**
 * Documents and operations of schemas 2 and 3, as they were written until 28 November 2026; frozen. Only what the upgrade reads is described: the
 * rest goes on as it is and is checked when it has come to today. Schema 2 knew no bodies, fronts, cuts and strokes.
 */
const id = z.string().check(z.regex(/^[A-Za-z0-9-]{1,64}$/));
const asItWas = z.unknown();
const rows = z._default(z.array(z.looseObject({ id })), []);

const element3Schema = z.looseObject({
  id,
  ladder: z.optional(asItWas),
  light: z.optional(asItWas),
  spot: z.optional(z.looseObject({ on: id })),
});
export type Element3 = z.infer<typeof element3Schema>;

export const picture3Schema = z.looseObject({
  id,
  elements: z.array(element3Schema),
  bodies: rows,
  fronts: rows,
  cuts: rows,
  strokes: rows,
  marksPull: z.optional(asItWas),
});
export type Picture3 = z.infer<typeof picture3Schema>;

export const make2Schema = z.looseObject({ schema: z.literal(2), pictures: z.array(z.looseObject({})) });
export const make3Schema = z.looseObject({ schema: z.literal(3), pictures: z.array(picture3Schema) });

const operation3Schema = z.looseObject({
  kind: z.string(),
  entity: z.optional(z.string()),
  pictureId: z.optional(id),
  id: z.optional(id),
  row: z.optional(z.looseObject({ id })),
  fields: z.optional(z.record(z.string(), asItWas)),
});
export const operations3Schema = z.array(operation3Schema);
export type Operation3 = z.infer<typeof operation3Schema>;
export { element3Schema };
