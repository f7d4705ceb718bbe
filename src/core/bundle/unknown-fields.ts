import type { UnknownFields } from '#model/unknown-fields';

const isRecord = (value: unknown): value is Record<string, unknown> => value !== null && typeof value === 'object' && !Array.isArray(value);
const idOf = (row: unknown): string | null => (isRecord(row) && typeof row.id === 'string' ? row.id : null);

/** Rows of a list with the name under which each is known again. */
function namedRows(list: readonly unknown[]): [string, unknown][] {
  return list.map((row, index) => [idOf(row) === null ? `at ${index}` : `id ${idOf(row)}`, row]);
}

function childrenOf(value: unknown): [string, unknown][] {
  return Array.isArray(value) ? namedRows(value) : isRecord(value) ? Object.entries(value) : [];
}

/**
 * What stands in a document and not in what was read of it.
 * @param raw the document as it came, @param known what its schema made of it. @returns undefined where nothing is left out.
 */
export function unknownFields(raw: unknown, known: unknown): UnknownFields | undefined {
  if (isRecord(raw) !== isRecord(known) || Array.isArray(raw) !== Array.isArray(known)) return undefined;
  const there = new Map(childrenOf(known));
  const fields: [string, unknown][] = [];
  const within: [string, UnknownFields][] = [];
  for (const [name, value] of childrenOf(raw)) {
    if (there.has(name)) {
      const own = unknownFields(value, there.get(name));
      if (own) within.push([name, own]);
    } else if (isRecord(raw)) fields.push([name, value]);
  }
  if (fields.length === 0 && within.length === 0) return undefined;
  return {
    ...(fields.length > 0 ? { fields: Object.fromEntries(fields) } : {}),
    ...(within.length > 0 ? { within: Object.fromEntries(within) } : {}),
  };
}

/** A document with what was kept beside it: nothing that is known is changed, and what belonged to a row that is gone is gone. */
export function withUnknownFields<T>(known: T, unknown: UnknownFields | undefined): T {
  if (!unknown) return known;
  const inside = (name: string, value: unknown) =>
    unknown.within && Object.hasOwn(unknown.within, name) ? withUnknownFields(value, unknown.within[name]) : value;
  if (Array.isArray(known)) return namedRows(known).map(([name, row]) => inside(name, row)) as T;
  if (!isRecord(known)) return known;
  return { ...unknown.fields, ...Object.fromEntries(Object.entries(known).map(([name, value]) => [name, inside(name, value)])) } as T;
}
