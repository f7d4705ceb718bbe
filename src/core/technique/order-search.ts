import { type Cost, costOf, isLess, type Plan, scratchOf } from './order-plan';

/** Up to so many blends every order is looked at. */
const mostExact = 7;
/** So many steps of a comparison are spent on making an order better, at the most. */
const mostWork = 15_000_000;

/** What may stand at a place: what a hand put there, else all that waits for nothing that is still to come. */
function mayComeNext(plan: Plan, place: number, isPlaced: Uint8Array): number[] {
  const pinned = plan.pinnedAt[place]!;
  if (pinned >= 0) return [pinned];
  const found: number[] = [];
  for (let own = 0; own < plan.count; own++) {
    if (isPlaced[own] || plan.isPinned[own]) continue;
    if (plan.after[own]!.every(({ blend }) => isPlaced[blend] || plan.isPinned[blend])) found.push(own);
  }
  return found;
}

/** What has still to come of what a blend waits for. */
const leftOf = (plan: Plan, own: number, isPlaced: Uint8Array): number => plan.after[own]!.filter(({ blend }) => !isPlaced[blend]).length;

/** The order in which a careful hand would go: of what may come next always what `prefers` likes best. @returns null: there is a round. */
function greedy(plan: Plan, prefers: (candidates: readonly number[], placed: readonly number[]) => number): number[] | null {
  const placed: number[] = [];
  const isPlaced = new Uint8Array(plan.count);
  while (placed.length < plan.count) {
    const candidates = mayComeNext(plan, placed.length, isPlaced);
    if (candidates.length === 0) return null;
    const next = prefers(candidates, placed);
    isPlaced[next] = 1;
    placed.push(next);
  }
  return placed;
}

/** What comes first in the list of what may come next. */
export function asListed(plan: Plan): number[] | null {
  return greedy(plan, ([first]) => first as number);
}

/** What is lightest in its darkest ink first, by id where two are alike: the order that no other may be worse than. */
export function lightestFirst(plan: Plan): number[] | null {
  return greedy(plan, (candidates) =>
    candidates.reduce((best, own) => {
      const [one, other] = [plan.darkest[own]!, plan.darkest[best]!];
      return one > other || (one === other && plan.ids[own]! < plan.ids[best]!) ? own : best;
    }),
  );
}

/** Of what leaves no light neighbour behind, what may start first, with the marker that is in the hand where that is possible. */
function drying(plan: Plan): number[] | null {
  const ends = new Float64Array(plan.count).fill(Number.NEGATIVE_INFINITY);
  const isPlaced = new Uint8Array(plan.count);
  // What others wait for comes early, so that they dry meanwhile.
  const isWaitedFor = new Uint8Array(plan.count);
  for (const after of plan.after) for (const { blend, waitSeconds } of after) if (waitSeconds > 0) isWaitedFor[blend] = 1;
  let now = 0;
  return greedy(plan, (candidates, placed) => {
    const last = placed.at(-1);
    const rank = (own: number) => {
      const broken = leftOf(plan, own, isPlaced);
      const left = plan.lighter[own]!.filter((light) => !isPlaced[light]).length;
      const start = plan.after[own]!.reduce((latest, { blend, waitSeconds }) => Math.max(latest, ends[blend]! + waitSeconds), now);
      const changes = last !== undefined && plan.lastMarker[last] === plan.firstMarker[own] ? 0 : 1;
      return [broken, left, start, isWaitedFor[own] ? 0 : 1, changes, -plan.darkest[own]!] as const;
    };
    const best = candidates
      .map((own) => ({ own, rank: rank(own) }))
      .reduce((one, other) => {
        const at = one.rank.findIndex((value, index) => value !== other.rank[index]);
        return at >= 0 && other.rank[at]! < one.rank[at]! ? other : one;
      });
    now = best.rank[2] + plan.seconds[best.own]!;
    ends[best.own] = now;
    isPlaced[best.own] = 1;
    return best.own;
  });
}

/** Puts what may be moved about what stands where a hand put it. */
function aroundPinned({ pinnedAt, count }: Plan, free: readonly number[]): readonly number[] {
  if (free.length === count) return free;
  let next = 0;
  return Array.from(pinnedAt, (pinned) => (pinned >= 0 ? pinned : free[next++]!));
}

/** Makes an order better by taking a blend, or a few in a row, elsewhere, as long as that helps and there is work left. */
function improved(plan: Plan, begun: readonly number[], work: { left: number }): { order: number[]; cost: Cost } {
  const scratch = scratchOf(plan);
  let free = begun.filter((own) => !plan.isPinned[own]);
  let cost = costOf(plan, begun, scratch) as Cost;
  const step = plan.count + plan.lighter.reduce((sum, { length }) => sum + length, 0);
  for (let isBetter = true; isBetter && work.left > 0; ) {
    isBetter = false;
    for (const length of [1, 2, 3]) {
      for (let from = 0; from + length <= free.length; from++) {
        const rest = [...free.slice(0, from), ...free.slice(from + length)];
        const moved = free.slice(from, from + length);
        let best: { free: number[]; cost: Cost } | null = null;
        for (let to = 0; to <= rest.length && work.left > 0; to++) {
          if (to === from) continue;
          work.left -= step;
          const tried = [...rest.slice(0, to), ...moved, ...rest.slice(to)];
          const own = costOf(plan, aroundPinned(plan, tried), scratch);
          if (own && isLess(own, best?.cost ?? cost)) best = { free: tried, cost: own };
        }
        if (!best) continue;
        ({ free, cost } = best);
        isBetter = true;
      }
    }
  }
  return { order: [...aroundPinned(plan, free)], cost };
}

/** The best of all orders: every one is begun, and left where it cannot become better than the best so far. */
function exact(plan: Plan, begun: readonly number[]): number[] {
  const scratch = scratchOf(plan);
  let best = [...begun];
  let bestCost = costOf(plan, best, scratch) as Cost;
  const ends = new Float64Array(plan.count).fill(Number.NEGATIVE_INFINITY);
  const isPlaced = new Uint8Array(plan.count);
  const placed: number[] = [];
  const goOn = ({ broken, dark, total: now, changes }: Cost, leftSeconds: number): void => {
    if (placed.length === plan.count) {
      const found = { broken, dark, total: now, changes };
      if (!isLess(found, bestCost)) return;
      best = [...placed];
      bestCost = found;
      return;
    }
    if (!isLess({ broken, dark, total: now + leftSeconds, changes: changes - 1 }, bestCost)) return;
    for (const own of mayComeNext(plan, placed.length, isPlaced)) {
      const start = plan.after[own]!.reduce((latest, { blend, waitSeconds }) => Math.max(latest, ends[blend]! + waitSeconds), now);
      const last = placed.at(-1);
      const end = start + plan.seconds[own]!;
      const next = {
        broken: broken + leftOf(plan, own, isPlaced),
        dark: dark + plan.lighter[own]!.filter((light) => light !== own && !isPlaced[light]).length,
        total: end,
        changes: changes + (last !== undefined && plan.lastMarker[last] !== plan.firstMarker[own] ? 1 : 0),
      };
      isPlaced[own] = 1;
      placed.push(own);
      ends[own] = end;
      goOn(next, leftSeconds - plan.seconds[own]!);
      placed.pop();
      isPlaced[own] = 0;
      ends[own] = Number.NEGATIVE_INFINITY;
    }
  };
  goOn(
    { broken: 0, dark: 0, total: 0, changes: plan.innerChanges },
    plan.seconds.reduce((sum, own) => sum + own, 0),
  );
  return best;
}

/** The best order that is found: exact for a few, else the careful hand's order and another, both made better. @returns null: what may be moved waits in a round. */
export function bestOrder(plan: Plan): number[] | null {
  const plain = lightestFirst(plan);
  if (!plain) return null;
  if (plan.count <= mostExact) return exact(plan, plain);
  const work = { left: mostWork };
  const begun = [plain, drying(plan)].flatMap((order) => (order ? [order] : []));
  return begun.map((order) => improved(plan, order, work)).reduce((one, other) => (isLess(other.cost, one.cost) ? other : one)).order;
}
