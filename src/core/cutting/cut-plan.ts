import { seeded } from '#core/sharing/seeded';
import { assertCutRequest, type CutPlanRequest, type Piece, type Stock, toUnits } from './cut-request';
import type { CutNode } from './cut-tree';
import { fewestForFew } from './few-pieces';
import { cutFromFreeParts, fitRules, splitRules } from './free-parts';
import { fitsIn, type OpenSheet } from './stock';
import { cutInStrips, stripTurns } from './strips';
import { toTree, worthOfPart } from './through-tree';

export type CutPlan = { sheets: { sheet: string; tree: CutNode }[] } | { problem: string };

/** Pieces held against free parts by the search at the most: what has not been found by then is not looked for longer. */
const mostTried = 1_200_000;
const searchSeed = 32;

/** How good a plan is: number by number, less is better. Sheets, cuts, then how much smaller the largest offcut is than it could be. */
type Worth = [sheets: number, cuts: number, missing: number];
type Found = { sheets: OpenSheet[]; worth: Worth };

function worthOf(sheets: readonly OpenSheet[]): Worth {
  const each = sheets.map(({ part }) => worthOfPart(part));
  return [
    sheets.filter(({ stock }) => !stock.isOffcut).length,
    each.reduce((sum, { cuts }) => sum + cuts, 0),
    -Math.max(0, ...each.map(({ largest }) => largest)),
  ];
}

const isBetter = (one: Worth, other: Worth): boolean => {
  const place = one.findIndex((value, index) => value !== other[index]);
  return place >= 0 && one[place]! < other[place]!;
};

/** Orders in which pieces are cut, the first one that needs the most room. */
const orders: ((one: Piece, other: Piece) => number)[] = [
  (one, other) => other.width * other.height - one.width * one.height,
  (one, other) => Math.max(other.width, other.height) - Math.max(one.width, one.height),
  (one, other) => Math.min(other.width, other.height) - Math.min(one.width, one.height),
  (one, other) => other.width + other.height - one.width - one.height,
  (one, other) => other.height - one.height || other.width - one.width,
  (one, other) => other.width - one.width || other.height - one.height,
];

/** The fewest sheets there can be, by area alone. */
function fewestThinkable(pieces: readonly Piece[], stocks: readonly Stock[]): number {
  const wanted = pieces.reduce((sum, { width, height }) => sum + width * height, 0);
  const kept = stocks.filter(({ isOffcut }) => isOffcut).reduce((sum, { width, height, left }) => sum + left * width * height, 0);
  const largest = Math.max(0, ...stocks.filter(({ isOffcut }) => !isOffcut).map(({ width, height }) => width * height));
  return largest === 0 ? 0 : Math.max(0, Math.ceil((wanted - kept) / largest - 1e-9));
}

function bestPlan(pieces: readonly Piece[], stocks: readonly Stock[], blade: number): Found | null {
  let best: Found | null = null;
  const take = (sheets: OpenSheet[] | null) => {
    if (!sheets) return;
    const worth = worthOf(sheets);
    if (!best || isBetter(worth, best.worth)) best = { sheets, worth };
  };
  const byArea = (one: Stock, other: Stock) => one.width * one.height - other.width * other.height;
  const offcuts = stocks.filter(({ isOffcut }) => isOffcut).sort(byArea);
  const whole = stocks.filter(({ isOffcut }) => !isOffcut).sort(byArea);
  const stockOrders =
    whole.length < 2
      ? [[...offcuts, ...whole]]
      : [
          [...offcuts, ...whole],
          [...offcuts, ...whole.toReversed()],
        ];
  for (const inOrder of stockOrders) {
    for (const axis of ['y', 'x'] as const) for (const turn of stripTurns) take(cutInStrips(pieces, inOrder, { axis, turn, blade }));
    take(fewestForFew(pieces, inOrder, blade));
  }
  const fewest = fewestThinkable(pieces, stocks);
  const tries = pieces.length * pieces.length;
  let tried = 0;
  const rules = fitRules.flatMap((fit) => splitRules.map((split) => ({ fit, split, blade })));
  let bestOrder = [...pieces].sort(orders[0]);
  const takeInOrder = (ordered: readonly Piece[], inOrder: readonly Stock[], rule: (typeof rules)[number]) => {
    tried += tries;
    const before = best?.worth;
    take(cutFromFreeParts(ordered, inOrder, rule));
    if (best && best.worth !== before) bestOrder = [...ordered];
  };
  for (const inOrder of stockOrders) {
    for (const order of orders) {
      const ordered = [...pieces].sort(order);
      for (const rule of rules) if (tried < mostTried / 2) takeInOrder(ordered, inOrder, rule);
    }
  }
  const random = seeded(searchSeed);
  const isFewest = () => best !== null && best.worth[0] <= fewest;
  for (let turn = 0; tried < mostTried && !isFewest(); turn++) {
    // The best order so far, or one by size, shaken.
    const ordered = turn % 3 === 0 ? [...pieces].sort(orders[turn % orders.length]) : [...bestOrder];
    const moves = 1 + Math.floor(random() * Math.max(2, ordered.length / 6));
    for (let move = 0; move < moves; move++) {
      const [from, to] = [Math.floor(random() * ordered.length), Math.floor(random() * ordered.length)];
      ordered.splice(to, 0, ...ordered.splice(from, 1));
    }
    takeInOrder(ordered, stockOrders[turn % stockOrders.length]!, rules[Math.floor(random() * rules.length)]!);
  }
  return best;
}

const sized = (mm: number) => `${Math.round(mm * 100) / 100}`;

/**
 * Plans how sheets of one paper are cut into pieces by straight cuts, each all the way through what it cuts: the fewest sheets, then the fewest cuts, then the largest single offcut. Few pieces are
 * looked through whole; for more, pieces are cut out of free parts by several rules and orders (Jylänki 2010), in strips (Coffman and others 1980), and in seeded orders beside the best one.
 * Sizes are reckoned to 0.0001 mm. Offcuts are used first and count as none.
 * @returns a tree of cuts for each sheet that is used, in mm from its left top; or in words what has no room.
 * @throws RangeError for what is no request.
 */
export function cutPlan(request: CutPlanRequest): CutPlan {
  assertCutRequest(request);
  const { pieces: wanted, sheets, bladeMm = 0 } = request;
  const pieces = wanted.flatMap(({ widthMm, heightMm, count, mayTurn = true }, kind): Piece[] =>
    Array.from({ length: count }, () => ({ kind, width: toUnits(widthMm), height: toUnits(heightMm), mayTurn })),
  );
  if (pieces.length === 0) return { sheets: [] };
  const stocks = sheets.flatMap(({ widthMm, heightMm, count = pieces.length, offcut = false }, kind): Stock[] =>
    count > 0 ? [{ kind, width: toUnits(widthMm), height: toUnits(heightMm), left: Math.min(count, pieces.length), isOffcut: offcut }] : [],
  );
  if (stocks.length === 0) return { problem: 'There is no sheet to cut from. Add one to the papers, with its size.' };
  const tooLarge = wanted.filter((_, kind) => {
    const piece = pieces.find((own) => own.kind === kind);
    return piece !== undefined && !stocks.some((stock) => fitsIn(piece, stock));
  });
  if (tooLarge.length > 0) {
    const words = tooLarge.map(({ id, widthMm, heightMm }) => `${id} (${sized(widthMm)} x ${sized(heightMm)} mm)`).join(', ');
    const isTurnable = tooLarge.some(({ mayTurn = true }) => !mayTurn);
    return {
      problem: `Larger than any sheet: ${words}. Take a larger sheet${isTurnable ? ', or let it turn' : ''}, or make it of two pieces.`,
    };
  }
  const found = bestPlan(pieces, stocks, toUnits(bladeMm));
  if (!found) {
    const room = stocks.reduce((sum, { width, height, left }) => sum + (left * width * height) / 1e8, 0);
    const asked = pieces.reduce((sum, { width, height }) => sum + (width * height) / 1e8, 0);
    return {
      problem: `The sheets that are left do not hold all pieces: these are ${Math.round(asked / 100)} cm2, the sheets ${Math.round(room / 100)} cm2. Add sheets, or cut fewer.`,
    };
  }
  return {
    sheets: found.sheets.map(({ stock, part }) => ({
      sheet: sheets[stock.kind]!.id,
      tree: toTree(part, (kind) => wanted[kind]!.id),
    })),
  };
}
