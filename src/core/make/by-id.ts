/** Rows by their ids, to be looked up: of two with one id the later counts. */
export function byId<R extends { readonly id: string }>(rows: readonly R[]): Map<string, R> {
  return new Map(rows.map((row) => [row.id, row]));
}
