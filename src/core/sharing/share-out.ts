import { seeded } from './seeded';
import type { ShareProblem } from './share-problem';
import { spreadOut } from './spread-out';
import { twoKinds } from './two-kinds';

export type ShareOutRequest = {
  /** Pairs of things that lie side by side, by number from 0. */
  neighbours: readonly (readonly [number, number])[];
  /** How many things there are. */
  count: number;
  /** How many kinds they are shared out among. */
  kinds: number;
  /** Kinds that some things have already, by number. */
  fixed?: Readonly<Record<number, number>> | undefined;
  /** The same seed gives the same arrangement. */
  seed: number;
  /** Where each thing lies, in any unit: then those of a kind are spread evenly over the surface too. Default: where they lie does not matter. */
  places?: readonly (readonly [x: number, y: number])[] | undefined;
};

/** Attempts from anew, and changes tried in each, before it is said that none was found. */
const attempts = 40;
const changes = 4000;

/**
 * Shares things out among kinds so that no two side by side are alike and each kind has as many as any other, or one more: a proper colouring
 * by saturation (Brélaz 1979, New methods to color the vertices of a graph, Communications of the ACM 22), evened out by Kempe chains (Kempe 1879, On the
 * geographical problem of the four colours, American Journal of Mathematics 2).
 * @returns the kind of each thing; or a problem: with its reason where that is proven, else that none was found in the attempts that are made.
 * @throws RangeError when a number is out of range.
 */
export function shareOut(request: ShareOutRequest): number[] | ShareProblem {
  const { count, kinds, seed, fixed = {}, places } = request;
  const beside = checked(request);
  const given = Array.from({ length: count }, (_, thing) => fixed[thing] ?? -1);
  const alike = request.neighbours.find(([one, other]) => given[one] !== -1 && given[one] === given[other]);
  if (alike) {
    const problem = `${alike[0]} and ${alike[1]} lie side by side, and both are fixed to kind ${given[alike[0]]}.`;
    return { problem, reason: 'fixedAlike', about: [...alike] };
  }
  if (count === 0) return [];
  if (kinds === 1) {
    const [pair] = request.neighbours;
    if (!pair) return given.map(() => 0);
    return { problem: `${pair[0]} and ${pair[1]} lie side by side: one kind is not enough.`, reason: 'oneKind', about: [...pair] };
  }
  if (kinds === 2) return twoKinds(beside, given);
  const clique = cliqueOf(beside, kinds + 1);
  if (clique) {
    const problem = `${clique.join(', ')} all lie side by side with each other: ${kinds} kinds are not enough.`;
    return { problem, reason: 'allTouch', about: clique };
  }
  const blocked = given.findIndex(
    (kind, thing) => kind === -1 && new Set(beside[thing]?.map((other) => given[other]).filter((own) => own !== -1)).size >= kinds,
  );
  if (blocked >= 0) {
    return { problem: `Round ${blocked} every kind is fixed already: none is left for it.`, reason: 'surrounded', about: [blocked] };
  }

  const random = seeded(seed);
  let best: { kindOf: number[]; spread: number } | null = null;
  for (let attempt = 0; attempt < attempts; attempt++) {
    const kindOf = saturated(beside, given, kinds, random);
    if (!kindOf) continue;
    const spread = evenedOut(kindOf, beside, given, kinds, random);
    if (!best || spread < best.spread) best = { kindOf, spread };
    if (spread <= 1) break;
  }
  if (best && places) spreadOut(best.kindOf, { beside, given, places, random });
  const problem = `None was found in ${attempts} attempts; that does not say that there is none.`;
  return best?.kindOf ?? { problem, reason: 'notFound', about: [] };
}

function checked({ neighbours, count, kinds, fixed = {}, places }: ShareOutRequest): number[][] {
  if (!Number.isInteger(count) || count < 0) throw new RangeError(`shareOut expects a count of 0 or more, got ${count}`);
  if (!Number.isInteger(kinds) || kinds < 1) throw new RangeError(`shareOut expects at least one kind, got ${kinds}`);
  if (places && places.length !== count) throw new RangeError(`shareOut expects ${count} places, got ${places.length}`);
  const isThing = (thing: number) => Number.isInteger(thing) && thing >= 0 && thing < count;
  const beside = Array.from({ length: count }, () => new Set<number>());
  for (const [one, other] of neighbours) {
    if (!isThing(one) || !isThing(other) || one === other)
      throw new RangeError(`shareOut expects neighbours of 0 to ${count - 1}, got ${one}, ${other}`);
    beside[one]?.add(other);
    beside[other]?.add(one);
  }
  for (const [thing, kind] of Object.entries(fixed)) {
    if (!isThing(Number(thing)) || !Number.isInteger(kind) || kind < 0 || kind >= kinds) {
      throw new RangeError(`shareOut expects fixed kinds of 0 to ${kinds - 1}, got ${kind} for ${thing}`);
    }
  }
  return beside.map((own) => [...own].sort((one, other) => one - other));
}

/** Things that all lie side by side with each other, so many; null where none are found. Neighbourhoods on paper are small. */
function cliqueOf(beside: readonly (readonly number[])[], size: number): number[] | null {
  const sets = beside.map((own) => new Set(own));
  const grow = (clique: number[], open: number[]): number[] | null => {
    if (clique.length === size) return clique;
    if (clique.length + open.length < size) return null;
    for (const [place, thing] of open.entries()) {
      const found = grow(
        [...clique, thing],
        open.slice(place + 1).filter((other) => sets[thing]?.has(other)),
      );
      if (found) return found;
    }
    return null;
  };
  for (const [thing, own] of beside.entries()) {
    const later = own.filter((other) => other > thing && (beside[other]?.length ?? 0) >= size - 1);
    const found = own.length >= size - 1 ? grow([thing], later) : null;
    if (found) return found;
  }
  return null;
}

/** Gives each thing the rarest kind that none beside it has, those with fewest left first; null where one has none left. */
function saturated(beside: readonly (readonly number[])[], given: readonly number[], kinds: number, random: () => number): number[] | null {
  const kindOf = [...given];
  const counts = new Array<number>(kinds).fill(0);
  const taken = beside.map(() => new Set<number>());
  const give = (thing: number, kind: number) => {
    kindOf[thing] = kind;
    counts[kind]!++;
    for (const other of beside[thing] ?? []) taken[other]?.add(kind);
  };
  for (const [thing, kind] of given.entries()) if (kind !== -1) give(thing, kind);
  const jitter = beside.map(() => random());
  const open = new Set([...given.keys()].filter((thing) => given[thing] === -1));
  while (open.size > 0) {
    let next = -1;
    let most = Number.NEGATIVE_INFINITY;
    for (const thing of open) {
      const weight = 1000 * (taken[thing]?.size ?? 0) + (beside[thing]?.length ?? 0) + jitter[thing]!;
      if (weight > most) [next, most] = [thing, weight];
    }
    let kind = -1;
    let least = Number.POSITIVE_INFINITY;
    for (let own = 0; own < kinds; own++) {
      if (taken[next]?.has(own)) continue;
      const weight = counts[own]! + 0.5 * random();
      if (weight < least) [kind, least] = [own, weight];
    }
    if (kind === -1) return null;
    give(next, kind);
    open.delete(next);
  }
  return kindOf;
}

/** Makes the counts more even by swapping the kinds of chains; the arrangement is changed. @returns most less fewest. */
function evenedOut(
  kindOf: number[],
  beside: readonly (readonly number[])[],
  given: readonly number[],
  kinds: number,
  random: () => number,
): number {
  const counts = new Array<number>(kinds).fill(0);
  for (const kind of kindOf) counts[kind]!++;
  const spread = () => Math.max(...counts) - Math.min(...counts);
  for (let change = 0; change < changes && spread() > 1; change++) {
    const thing = Math.floor(random() * kindOf.length);
    const own = kindOf[thing]!;
    // Mostly towards a kind that has fewer; now and then anywhere, so that it does not stick.
    const other = random() < 0.9 ? counts.indexOf(Math.min(...counts)) : Math.floor(random() * kinds);
    if (own === other) continue;
    const chain = chainFrom(thing, other, kindOf, beside);
    if (chain.some((member) => given[member] !== -1)) continue;
    const gain = chain.filter((member) => kindOf[member] === own).length * 2 - chain.length;
    const before = counts[own]! ** 2 + counts[other]! ** 2;
    const after = (counts[own]! - gain) ** 2 + (counts[other]! + gain) ** 2;
    if (after > before || (after === before && random() < 0.5)) continue;
    for (const member of chain) kindOf[member] = kindOf[member] === own ? other : own;
    counts[own]! -= gain;
    counts[other]! += gain;
  }
  return spread();
}

/** All things that hang together with one by things of its kind and one other kind: they may swap the two without anything becoming alike. */
function chainFrom(thing: number, other: number, kindOf: readonly number[], beside: readonly (readonly number[])[]): number[] {
  const own = kindOf[thing];
  const chain = [thing];
  const seen = new Set(chain);
  for (const member of chain) {
    for (const next of beside[member] ?? []) {
      if (seen.has(next) || (kindOf[next] !== own && kindOf[next] !== other)) continue;
      seen.add(next);
      chain.push(next);
    }
  }
  return chain;
}
