import type { Lab } from '#model/marker';
import { deltaE00 } from '#core/colour/difference';
import { searchPalette } from './palette-search';

export type PaletteRequest = {
  /** Elements with their area and the ladders that suit them, the best first. */
  elements: readonly { areaMm2: number; candidates: readonly number[] }[];
  /** Rungs of each ladder, light to dark. */
  ladders: readonly (readonly Lab[])[];
  /** Elements that touch, and the length of their border in mm. */
  neighbours: readonly (readonly [number, number, number])[];
  /** At most so many different ladders. */
  most: number;
  /** Ladders that none but those that have them already may get. Default none. */
  without?: ReadonlySet<number> | undefined;
  /** Ladders that some elements have already. */
  fixed?: Readonly<Record<number, number>> | undefined;
};

/** `bound`: no choice costs less; it is the cost itself where the choice is proven to be the best. */
export type ChosenPalette = { choice: number[]; cost: number; bound: number };

/** Ladders that differ by this much (CIEDE2000, in the mean of their rungs) part two neighbours fully. */
const partsE00 = 20;
/** A large element wants a ladder that spans so many L*. */
const fullSpanL = 45;
/** What a millimetre of border between two that run together costs, and, by the root of an element's area, a ladder less liked or flatter than full. */
const weights = { border: 1, liking: 0.25, span: 0.5 } as const;

function spanL(ladder: readonly Lab[]): number {
  return (ladder[0]?.L ?? 0) - (ladder.at(-1)?.L ?? 0);
}

/** How much two ladders run together side by side: 1 the same, 0 parted. */
export function likenessOf(first: readonly Lab[], second: readonly Lab[]): number {
  const at = (ladder: readonly Lab[], share: number) => ladder[Math.round(share * (ladder.length - 1))] as Lab;
  const apart = [0, 0.5, 1].reduce((sum, share) => sum + deltaE00(at(first, share), at(second, share)) / 3, 0);
  return Math.max(0, 1 - apart / partsE00);
}

/**
 * The cost of a choice: over borders their length times how much both ladders run together; over elements, by the root of their area, the place of
 * the ladder among those that suit, and how much flatter it is than a full one.
 */
export function paletteCosts({ elements, ladders, neighbours }: PaletteRequest) {
  const likeness = ladders.map((one) => ladders.map((other) => likenessOf(one, other)));
  const flatness = ladders.map((ladder) => Math.max(0, 1 - spanL(ladder) / fullSpanL));
  const own = elements.map(({ areaMm2, candidates }) => {
    const root = Math.sqrt(areaMm2);
    return new Map(candidates.map((ladder, place) => [ladder, root * (weights.liking * place + weights.span * flatness[ladder]!)]));
  });
  const beside = elements.map((_, element) =>
    neighbours.flatMap(([one, other, mm]) => (one === element ? [{ other, mm }] : other === element ? [{ other: one, mm }] : [])),
  );
  const between = (first: number, second: number, mm: number) => weights.border * mm * likeness[first]![second]!;
  return { own, beside, between };
}

/**
 * Chooses a ladder for each element, at most so many different ones, so that neighbours part and large elements get what suits them: branch and bound
 * (Land & Doig 1960, An automatic method of solving discrete programming problems, Econometrica 28), over sets of ladders and then within each.
 * @throws RangeError when a number is out of range.
 */
export function choosePalette(request: PaletteRequest): ChosenPalette | { problem: string } {
  const { elements, ladders, most, fixed = {}, without } = request;
  checkRequest(request);
  const { own, beside, between } = paletteCosts(request);
  const options = elements.map(({ candidates }, element) =>
    fixed[element] === undefined ? candidates.filter((ladder) => !without?.has(ladder)) : [fixed[element]],
  );
  for (const [element, ladder] of Object.entries(fixed)) own[Number(element)]?.set(ladder, own[Number(element)]?.get(ladder) ?? 0);
  const bare = options.findIndex((own) => own.length === 0);
  if (bare >= 0) return { problem: `Element ${bare} has no ladder that suits it.` };
  const needed = new Set(Object.values(fixed)).size;
  if (needed > most) return { problem: `${needed} ladders are fixed already: more than ${most}.` };

  // Fixed ones first, then the large ones: what they decide narrows the rest most.
  const order = [...elements.keys()].sort(
    (one, other) =>
      Number(options[one]!.length > 1) - Number(options[other]!.length > 1) ||
      elements[other]!.areaMm2 - elements[one]!.areaMm2 ||
      one - other,
  );
  const count = ladders.length;
  const costs = new Float64Array(elements.length * count).fill(Number.POSITIVE_INFINITY);
  for (const [element, open] of options.entries()) for (const ladder of open) costs[element * count + ladder] = own[element]!.get(ladder)!;
  const perMm = Float64Array.from({ length: count * count }, (_, at) => between(Math.floor(at / count), at % count, 1));
  const found = searchPalette({ elements: elements.length, ladders: count, own: costs, beside, perMm, most, order });
  return found ?? { problem: `No choice of at most ${most} ladders has one that suits for every element.` };
}

function checkRequest({ elements, ladders, neighbours, most, fixed = {} }: PaletteRequest): void {
  if (!Number.isInteger(most) || most < 1) throw new RangeError(`choosePalette expects at least one ladder, got ${most}`);
  const isElement = (element: number) => Number.isInteger(element) && element >= 0 && element < elements.length;
  const isLadder = (ladder: number) => (ladders[ladder]?.length ?? 0) > 0;
  for (const { areaMm2, candidates } of elements) {
    if (!(areaMm2 >= 0)) throw new RangeError(`choosePalette expects areas of 0 or more, got ${areaMm2}`);
    const wrong = candidates.find((ladder) => !isLadder(ladder));
    if (wrong !== undefined)
      throw new RangeError(`choosePalette expects candidates of 0 to ${ladders.length - 1} with rungs, got ${wrong}`);
  }
  for (const [one, other, mm] of neighbours) {
    if (!isElement(one) || !isElement(other) || one === other || !(mm >= 0)) {
      throw new RangeError(`choosePalette expects neighbours of 0 to ${elements.length - 1} and a length, got ${one}, ${other}, ${mm}`);
    }
  }
  for (const [element, ladder] of Object.entries(fixed)) {
    if (!isElement(Number(element)) || !isLadder(ladder)) throw new RangeError(`choosePalette got ${ladder} fixed for ${element}`);
  }
}
