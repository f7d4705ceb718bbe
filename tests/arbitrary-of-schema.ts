import fc from 'fast-check';
import * as z from 'zod/mini';

/** Arbitraries that stand in for fields of a name or for whole schemas: ids that hit what is there, digests that exist. */
export type Instead = { names?: Record<string, fc.Arbitrary<unknown>>; schemas?: ReadonlyMap<z.ZodMiniType, fc.Arbitrary<unknown>> };

type Check = { _zod: { def: { check: string; value?: number; minimum?: number; maximum?: number; inclusive?: boolean; format?: string } } };

function limits(schema: z.ZodMiniType): { least: number; most: number; isInteger: boolean } {
  const bounds = { least: -1000, most: 1000, isInteger: (schema.def as { check?: string }).check === 'number_format' };
  for (const { _zod } of ((schema.def as { checks?: Check[] }).checks ?? []) as Check[]) {
    const { check, value = 0, inclusive = true, format } = _zod.def;
    if (check === 'greater_than') bounds.least = inclusive ? value : value + 1e-3;
    if (check === 'less_than') bounds.most = inclusive ? value : value - 1;
    if (check === 'number_format' || format === 'safeint') bounds.isInteger = true;
  }
  // Bounds that stand only on one side are far apart.
  return bounds.most < bounds.least ? { ...bounds, most: bounds.least + 1000 } : bounds;
}

function lengths(schema: z.ZodMiniType): { minLength: number; maxLength: number } {
  const own = { minLength: 0, maxLength: 3 };
  for (const { _zod } of ((schema.def as { checks?: Check[] }).checks ?? []) as Check[]) {
    if (_zod.def.check === 'min_length') own.minLength = _zod.def.minimum ?? 0;
  }
  return { ...own, maxLength: Math.max(own.minLength, own.maxLength) };
}

/**
 * An arbitrary of what a Zod schema takes, built from the schema itself: a field that is added to it is generated from then on.
 * @throws Error at a kind of schema it does not know, so that nothing is left out unseen.
 */
export function arbitraryOf(schema: z.ZodMiniType, instead: Instead = {}): fc.Arbitrary<unknown> {
  const own = instead.schemas?.get(schema);
  if (own) return own;
  const inner = (one: unknown) => arbitraryOf(one as z.ZodMiniType, instead);
  if (schema instanceof z.ZodMiniOptional) return fc.option(inner(schema.def.innerType), { nil: undefined });
  if (schema instanceof z.ZodMiniDefault) return inner(schema.def.innerType);
  if (schema instanceof z.ZodMiniNullable) return fc.option(inner(schema.def.innerType), { nil: null });
  if (schema instanceof z.ZodMiniLiteral) return fc.constantFrom(...schema.def.values);
  if (schema instanceof z.ZodMiniEnum) return fc.constantFrom(...(Object.values(schema.def.entries) as string[]));
  if (schema instanceof z.ZodMiniBoolean) return fc.boolean();
  if (schema instanceof z.ZodMiniNumber) {
    const { least, most, isInteger } = limits(schema);
    if (isInteger) return fc.integer({ min: Math.ceil(least), max: Math.min(2 ** 31 - 1, Math.floor(most)) });
    return fc.integer({ min: Math.ceil(least * 8), max: Math.floor(most * 8) }).map((eighths) => eighths / 8);
  }
  if (schema instanceof z.ZodMiniString) {
    if (
      (schema.def.checks ?? []).some(
        (check) => (check as Check)._zod.def.check === 'string_format' && (check as Check)._zod.def.format === 'regex',
      )
    )
      throw new Error('A text with a pattern needs a stand-in in `schemas`.');
    return fc.constantFrom('One', 'Two', 'a longer name, with Ö and 🎈');
  }
  if (schema instanceof z.ZodMiniArray) return fc.array(inner(schema.def.element), lengths(schema));
  if (schema instanceof z.ZodMiniTuple) return fc.tuple(...(schema.def.items as unknown[]).map(inner));
  if (schema instanceof z.ZodMiniUnion || schema instanceof z.ZodMiniDiscriminatedUnion)
    return fc.oneof(...(schema.def.options as unknown[]).map(inner));
  if (schema instanceof z.ZodMiniObject) {
    const fields = Object.entries(schema.shape as Record<string, z.ZodMiniType>);
    const required = fields.filter(([, field]) => !(field instanceof z.ZodMiniOptional)).map(([name]) => name);
    const arbitraries = fields.map(([name, field]) => {
      const bare = field instanceof z.ZodMiniOptional ? (field.def.innerType as z.ZodMiniType) : field;
      return [name, instead.names?.[name] ?? arbitraryOf(bare, instead)] as const;
    });
    return fc.record(Object.fromEntries(arbitraries), { requiredKeys: required });
  }
  throw new Error(`No arbitrary for ${schema.constructor.name}.`);
}
