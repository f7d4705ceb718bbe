import type { ShareProblem } from './share-problem';

/** One part of what hangs together: on each of its two sides things of one kind. `turns`: which sides may have kind 0 (0, 1 or both). */
type Part = { sides: [number[], number[]]; turns: number[] };

/**
 * Two kinds, exactly: what hangs together can only alternate, so each part is turned one way or the other, and the turns that make the counts most
 * even are found by all sums that can be reached.
 * @param given kind of each thing, -1 for none.
 */
export function twoKinds(beside: readonly (readonly number[])[], given: readonly number[]): number[] | ShareProblem {
  const sideOf = new Int8Array(given.length).fill(-1);
  const parts: Part[] = [];
  for (let start = 0; start < given.length; start++) {
    if (sideOf[start] !== -1) continue;
    const part: Part = { sides: [[], []], turns: [] };
    sideOf[start] = 0;
    const open = [start];
    for (const thing of open) {
      const side = sideOf[thing] as 0 | 1;
      part.sides[side].push(thing);
      for (const next of beside[thing] ?? []) {
        if (sideOf[next] === side)
          return {
            problem: `An odd ring of neighbours runs through ${thing} and ${next}: two kinds are not enough.`,
            reason: 'oddRing',
            about: [thing, next],
          };
        if (sideOf[next] !== -1) continue;
        sideOf[next] = 1 - side;
        open.push(next);
      }
    }
    const fits = (turn: number) =>
      part.sides.every((things, side) => things.every((thing) => given[thing] === -1 || given[thing] === (side ^ turn)));
    part.turns = [0, 1].filter(fits);
    if (part.turns.length === 0)
      return {
        problem: `What hangs together with ${start} can only alternate, and what is fixed in it does not.`,
        reason: 'alternates',
        about: [start],
      };
    parts.push(part);
  }
  // Sums of kind 0 that can be reached after each part, with the turn that reached them.
  const reached: Map<number, number>[] = [new Map([[0, 0]])];
  for (const { sides, turns } of parts) {
    const next = new Map<number, number>();
    for (const sum of reached.at(-1)?.keys() ?? []) for (const turn of turns) next.set(sum + (sides[turn as 0 | 1]?.length ?? 0), turn);
    reached.push(next);
  }
  let sum =
    [...(reached.at(-1)?.keys() ?? [])].sort(
      (one, other) => Math.abs(2 * one - given.length) - Math.abs(2 * other - given.length) || one - other,
    )[0] ?? 0;
  const kindOf = new Array<number>(given.length).fill(0);
  for (let place = parts.length - 1; place >= 0; place--) {
    const { sides } = parts[place] as Part;
    const turn = reached[place + 1]?.get(sum) ?? 0;
    for (const [side, things] of sides.entries()) for (const thing of things) kindOf[thing] = side ^ turn;
    sum -= sides[turn as 0 | 1].length;
  }
  return kindOf;
}
