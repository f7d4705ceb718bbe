/** A set with one more, or one less. */
export function turned<T>(set: ReadonlySet<T>, one: T): ReadonlySet<T> {
  return set.has(one) ? new Set([...set].filter((own) => own !== one)) : new Set([...set, one]);
}
