/** Swaps that are tried for each thing. */
const turnsEach = 60;

type Spread = {
  beside: readonly (readonly number[])[];
  given: readonly number[];
  places: readonly (readonly [number, number])[];
  random: () => number;
};

/** How much things of a kind crowd: the sum of 1 / distance over all pairs of one kind, as charges of one sign would push each other away. */
export function crowding(kindOf: readonly number[], places: Spread['places']): number {
  let sum = 0;
  for (let one = 0; one < kindOf.length; one++) {
    for (let other = 0; other < one; other++) if (kindOf[one] === kindOf[other]) sum += pull(places, one, other);
  }
  return sum;
}

function pull(places: Spread['places'], one: number, other: number): number {
  const [[x1, y1], [x2, y2]] = [places[one]!, places[other]!];
  return 1 / Math.max(1e-3, Math.sqrt((x1 - x2) ** 2 + (y1 - y2) ** 2));
}

/**
 * Spreads the things of each kind evenly over the surface: two things swap their kinds where that lessens the crowding, as long as nothing becomes like
 * what lies beside it. Counts stay as they are. The arrangement is changed.
 */
export function spreadOut(kindOf: number[], { beside, given, places, random }: Spread): void {
  const free = [...kindOf.keys()].filter((thing) => given[thing] === -1);
  if (free.length < 2) return;
  // Crowding of a thing if it were of each kind: kept up to date, so that a swap is weighed at once.
  const kinds = Math.max(...kindOf) + 1;
  const crowd = kindOf.map((_, thing) => {
    const own = new Float64Array(kinds);
    for (let other = 0; other < kindOf.length; other++) if (other !== thing) own[kindOf[other]!]! += pull(places, thing, other);
    return own;
  });
  const fits = (thing: number, kind: number, but: number) => beside[thing]!.every((other) => other === but || kindOf[other] !== kind);
  for (let turn = 0; turn < turnsEach * free.length; turn++) {
    const one = free[Math.floor(random() * free.length)]!;
    const other = free[Math.floor(random() * free.length)]!;
    const [own, theirs] = [kindOf[one]!, kindOf[other]!];
    if (own === theirs || beside[one]!.includes(other) || !fits(one, theirs, other) || !fits(other, own, one)) continue;
    const between = pull(places, one, other);
    const gain = crowd[one]![own]! + crowd[other]![theirs]! - (crowd[one]![theirs]! - between) - (crowd[other]![own]! - between);
    if (gain <= 1e-12) continue;
    kindOf[one] = theirs;
    kindOf[other] = own;
    for (let thing = 0; thing < kindOf.length; thing++) {
      const [toOne, toOther] = [thing === one ? 0 : pull(places, thing, one), thing === other ? 0 : pull(places, thing, other)];
      crowd[thing]![own]! += toOther - toOne;
      crowd[thing]![theirs]! += toOne - toOther;
    }
  }
}
