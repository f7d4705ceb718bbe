import { byId as rowsById } from '#core/make/by-id';
import type { ElementKind } from '#model/element-kind';
import type { Lab, Marker, PairNote } from '#model/marker';
import { rungsForArea, suggestLadders } from '#core/markers/suggest';
import { choosePalette, type PaletteRequest } from '#core/sharing/choose-palette';

/** An element as a palette is chosen for it. `keeps`: ids of the ladder that it has and is to keep. */
export type PaletteElement = {
  id: string;
  name: string;
  kind?: ElementKind | undefined;
  areaMm2: number;
  /** It takes no longer ladder, such as a soft spot. Default: any. */
  mostRungs?: number | undefined;
  keeps?: readonly string[] | undefined;
};

export type PaletteOfPicture = {
  elements: readonly PaletteElement[];
  /** Places of elements that touch, and the length of their border in mm. */
  neighbours: readonly (readonly [number, number, number])[];
  /** At most so many different ladders. */
  most: number;
  only?: ReadonlySet<string> | undefined;
  pairNotes?: readonly PairNote[] | undefined;
  /** How many proposals, each without the ladders of the largest open elements of those before. Default 3. */
  proposals?: number | undefined;
};

export type ProposedPalette<M extends Marker = Marker> = {
  /** Ladder of each element, light to dark. */
  ladders: M[][];
  different: number;
  cost: number;
  /** No choice costs less; the cost itself where it is proven to be the best. */
  bound: number;
};

/** So many rungs out of the middle of a ladder; all of one that has no more. */
function innerRungs<M>(ladder: readonly M[], most: number): M[] {
  const first = Math.max(0, Math.ceil((ladder.length - most) / 2));
  return ladder.slice(first, first + Math.min(most, ladder.length));
}

/** Ladders that are weighed for each element, and in all. */
const mostEach = 5;
const mostLadders = 30;
/** Ladders of larger elements that a smaller one may borrow. */
const mostBorrowed = 6;

/**
 * Limited palettes for a whole picture: for each element the ladders that suit it, and of small ones also those that large ones get, so that they can borrow;
 * then the choice of at most so many that costs least (choose-palette.ts).
 * @returns proposals, the cheapest first, or a problem: why there is none.
 */
export function palettesOfPicture<M extends Marker>(
  rack: readonly M[],
  asked: PaletteOfPicture,
): ProposedPalette<M>[] | { problem: string } {
  const { elements, neighbours, most, only, pairNotes, proposals = 3 } = asked;
  const pool: M[][] = [];
  const placeOf = new Map<string, number>();
  const place = (ladder: readonly M[]): number => {
    const key = ladder.map(({ id }) => id).join(' ');
    const known = placeOf.get(key);
    if (known !== undefined) return known;
    placeOf.set(key, pool.length);
    return pool.push([...ladder]) - 1;
  };
  const byId = rowsById(rack);
  const fixed: Record<number, number> = {};
  for (const [index, { keeps }] of elements.entries()) {
    const ladder = keeps?.flatMap((id) => byId.get(id) ?? []) ?? [];
    if (ladder.length > 0) fixed[index] = place(ladder);
  }
  // Large ones first: when the pool is full, small ones borrow from it.
  const bySize = [...elements.keys()].sort((one, other) => elements[other]!.areaMm2 - elements[one]!.areaMm2 || one - other);
  const candidates: number[][] = elements.map(() => []);
  for (const index of bySize) {
    const element = elements[index]!;
    const suggested = suggestLadders(rack, { element, only, pairNotes, most: mostEach });
    const own = suggested.flatMap(({ rungs }) => {
      const known = placeOf.has(rungs.map(({ id }) => id).join(' '));
      return known || pool.length < mostLadders ? [place(rungs)] : [];
    });
    // What hangs together borrows: any ladder that lies out already will do, after those that suit.
    const fits = (ladder: number) => pool[ladder]!.length <= (element.mostRungs ?? Number.POSITIVE_INFINITY);
    const borrowed = [...pool.keys()].filter((ladder) => !own.includes(ladder) && fits(ladder)).slice(0, mostBorrowed);
    candidates[index] = [...own.filter(fits), ...borrowed];
  }
  const request: PaletteRequest = {
    elements: elements.map(({ areaMm2 }, index) => ({ areaMm2, candidates: candidates[index]! })),
    ladders: pool.map((ladder) => ladder.flatMap(({ lab }) => lab ?? ([] as Lab[]))),
    neighbours,
    most,
    fixed,
  };
  if (pool.length === 0) return { problem: 'Your rack has no ladder that suits any of them.' };
  const found: ProposedPalette<M>[] = [];
  const open = bySize.filter((index) => fixed[index] === undefined);
  const held = new Set(Object.values(fixed));
  const barred = new Set<number>();
  for (let turn = 0; turn < proposals; turn++) {
    const chosen = choosePalette({ ...request, without: barred });
    if ('problem' in chosen) {
      if (turn === 0) return chosen;
      break;
    }
    // A small thing that borrows takes of the ladder only what it has room for.
    const ladders = chosen.choice.map((ladder, index) =>
      fixed[index] === undefined ? innerRungs(pool[ladder]!, rungsForArea(elements[index]!.areaMm2)) : pool[ladder]!,
    );
    // What none undercuts is that of the first: the further ones are held back from its ladders.
    found.push({ ladders, different: new Set(chosen.choice).size, cost: chosen.cost, bound: found[0]?.bound ?? chosen.bound });
    const largest = open.find((index) => !held.has(chosen.choice[index]!));
    if (largest === undefined) break;
    barred.add(chosen.choice[largest]!);
  }
  return found.sort((one, other) => one.cost - other.cost);
}
