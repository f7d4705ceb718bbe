import { settled } from './settled';

/**
 * One named step of a chain: of what it is made, and how. What it needs is said here and nowhere else; it is made anew when one of those is
 * another, and then gets what it made before, to keep of it what still holds.
 */
export type Entry<Values, Out> = {
  needs: readonly (keyof Values)[];
  make: (given: Values, before: Out | undefined) => Out;
  /** Whether what is made counts as another only where it says something else. For small values. Default false: each making is another. */
  settles?: boolean;
};

export type Entries<Values> = { readonly [Name in keyof Values]?: Entry<Values, Values[Name]> };

/** Values that are worked out when they are asked for, and kept as long as nothing that they need has changed. */
export type Chain<Values> = {
  /** Puts values in: documents, or anything that an entry would make. One that says the same as before changes nothing. */
  put: (values: Partial<Values>) => void;
  ask: <Name extends keyof Values>(name: Name) => Values[Name];
  /** Names of the entries that were made since this was asked last, in turn. */
  made: () => (keyof Values)[];
};

type Kept<Values> = { needs: unknown[]; out: Values[keyof Values] };

/** Opens a chain of entries with nothing put in. @throws RangeError from `ask`, when a value is needed that was not put in and that nothing makes. */
export function openChain<Values extends object>(entries: Entries<Values>): Chain<Values> {
  const given = new Map<keyof Values, unknown>();
  const kept = new Map<keyof Values, Kept<Values>>();
  let made: (keyof Values)[] = [];
  const ask = <Name extends keyof Values>(name: Name): Values[Name] => {
    if (given.has(name)) return given.get(name) as Values[Name];
    const entry = entries[name] as Entry<Values, Values[Name]> | undefined;
    if (!entry) throw new RangeError(`The plan needs ${String(name)}, which was not given.`);
    const needs = entry.needs.map((need) => ask(need));
    const before = kept.get(name);
    if (before?.needs.every((need, index) => need === needs[index])) return before.out as Values[Name];
    const values = Object.fromEntries(entry.needs.map((need, index) => [need, needs[index]])) as Values;
    const out = entry.make(values, before?.out as Values[Name] | undefined);
    made.push(name);
    const own = entry.settles ? settled(before?.out as Values[Name] | undefined, out) : out;
    kept.set(name, { needs, out: own });
    return own;
  };
  return {
    put: (values) => {
      for (const [name, value] of Object.entries(values) as [keyof Values, unknown][]) {
        // What is not put in any more is made by its entry again.
        if (value === undefined) given.delete(name);
        else given.set(name, settled(given.get(name), value));
      }
    },
    ask,
    made: () => {
      const told = made;
      made = [];
      return told;
    },
  };
}
