import { make2Schema } from '#model/frozen/schema-3';

/** A make of schema 2 as one of schema 3: it knew no bodies, fronts, cuts and strokes, and is one without any. @throws ZodError when it is no such make. */
export function makeFrom2(document: unknown): object {
  const make = make2Schema.parse(document);
  return { ...make, schema: 3 };
}
