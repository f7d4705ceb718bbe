import type { Make } from '#model/make';

const isRecord = (value: unknown): value is Record<string, unknown> => value !== null && typeof value === 'object' && !Array.isArray(value);

/** Every object that stands in a document, the document among them. */
function* objectsIn(value: unknown): Generator<Record<string, unknown>> {
  if (isRecord(value)) yield value;
  if (value !== null && typeof value === 'object') for (const inner of Object.values(value)) yield* objectsIn(inner);
}

/** Markers that a make names, wherever it does (ladders, second coats, markers that alone may be used): their codes by their ids. */
export function markersNamed(make: Make): Map<string, string> {
  const named = new Map<string, string>();
  for (const { markerId, code } of objectsIn(make))
    if (typeof markerId === 'string' && typeof code === 'string' && !named.has(markerId)) named.set(markerId, code);
  return named;
}

/** Ids of the schools that a make names. */
export function schoolsNamed(make: Make): Set<string> {
  const named = new Set<string>();
  for (const { school } of objectsIn(make)) if (typeof school === 'string') named.add(school);
  return named;
}

/** Names of papers and inks that a make names. */
export function suppliesNamed(make: Make): Set<string> {
  const named = new Set<string>();
  for (const { paper, lineInk, ink } of objectsIn(make))
    for (const name of [paper, lineInk, ink]) if (typeof name === 'string') named.add(name);
  return named;
}

export type OtherIds = { markers: ReadonlyMap<string, string>; schools: ReadonlyMap<string, string> };

function renamed(value: unknown, ids: OtherIds): unknown {
  if (Array.isArray(value)) return value.map((one) => renamed(one, ids));
  if (!isRecord(value)) return value;
  return Object.fromEntries(
    Object.entries(value).map(([name, inner]) => {
      if (name === 'markerId' && typeof inner === 'string') return [name, ids.markers.get(inner) ?? inner];
      if (name === 'school' && typeof inner === 'string') return [name, ids.schools.get(inner) ?? inner];
      return [name, renamed(inner, ids)];
    }),
  );
}

/** A make that names markers and schools by the ids that they have elsewhere; codes and names stay as they were written. */
export function withOtherIds(make: Make, ids: OtherIds): Make {
  return renamed(make, ids) as Make;
}
