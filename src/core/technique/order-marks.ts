/** Marks of one wet blend: they run in their order and are never interrupted. */
export type Blend = {
  id: string;
  /** Elements that it colours. */
  elements: readonly string[];
  /** `lightnessL`: L* of the marker's ink, 0 to 100. `seconds`: how long the mark takes. */
  marks: readonly { marker: string; lightnessL: number; seconds: number }[];
  /** It starts no earlier than so long after the end of the named blend: what must be dry. */
  after?: readonly { blend: string; waitSeconds: number }[];
};

export type OrderRequest = {
  blends: readonly Blend[];
  /** Elements that lie side by side. */
  touching: readonly (readonly [string, string])[];
};

export type OrderedMarks = {
  /** Ids of the blends. */
  order: string[];
  /** When each of them starts, the earliest possible. */
  startsAtSeconds: number[];
  totalSeconds: number;
  /** How often another marker is picked up, the first not counted. */
  markerChanges: number;
  /** Pairs in which the dark one comes before a light one that it touches: [dark, light]. */
  darkBeforeLight: [string, string][];
};

/** Dark ink is dragged into a neighbour whose darkest ink is lighter by so much, in L*. */
export const draggedL = 10;
/** Up to so many blends every order is looked at. */
const mostExact = 7;
/** So many steps of a comparison are spent on making an order better, at the most. */
const mostWork = 15_000_000;

/** Blends by number, with what of them is asked again and again. */
type Plan = {
  count: number;
  ids: readonly string[];
  seconds: Float64Array;
  /** Darkest ink of each. */
  darkest: Float64Array;
  firstMarker: Int32Array;
  lastMarker: Int32Array;
  /** Changes of marker within all of them: the same in every order. */
  innerChanges: number;
  after: readonly (readonly { blend: number; waitSeconds: number }[])[];
  /** For each its lighter neighbours, which it should follow, and its darker ones. */
  lighter: readonly (readonly number[])[];
  darker: readonly (readonly number[])[];
};

/** What an order costs; compared in this turn. */
type Cost = { dark: number; total: number; changes: number };

function isLess(one: Cost, other: Cost): boolean {
  if (one.dark !== other.dark) return one.dark < other.dark;
  // Sums of the same numbers in another order differ by their rounding.
  if (Math.abs(one.total - other.total) > 1e-9 * (1 + Math.abs(other.total))) return one.total < other.total;
  return one.changes < other.changes;
}

function planOf({ blends, touching }: OrderRequest): Plan {
  const numbers = new Map(blends.map(({ id }, index) => [id, index]));
  if (numbers.size < blends.length) throw new RangeError('orderMarks expects every blend once: an id stands twice.');
  const markers = new Map<string, number>();
  const markerNumber = (marker: string): number => {
    if (!markers.has(marker)) markers.set(marker, markers.size);
    return markers.get(marker) as number;
  };
  for (const { id, marks, after = [] } of blends) {
    if (marks.length === 0) throw new RangeError(`orderMarks expects marks in every blend: ${id} has none.`);
    for (const { lightnessL, seconds } of marks) {
      if (!Number.isFinite(lightnessL))
        throw new RangeError(`orderMarks expects a lightness L* for every mark, got ${lightnessL} in ${id}.`);
      if (!(seconds >= 0) || !Number.isFinite(seconds)) throw new RangeError(`orderMarks expects seconds from 0, got ${seconds} in ${id}.`);
    }
    for (const { blend, waitSeconds } of after) {
      if (!numbers.has(blend)) throw new RangeError(`orderMarks: ${id} comes after ${blend}, which is not among the blends.`);
      if (!(waitSeconds >= 0) || !Number.isFinite(waitSeconds))
        throw new RangeError(`orderMarks expects waitSeconds from 0, got ${waitSeconds} in ${id}.`);
    }
  }
  const neighbours = new Map<string, Set<string>>();
  for (const [one, other] of touching) {
    if (one === other) continue;
    neighbours.set(one, (neighbours.get(one) ?? new Set()).add(other));
    neighbours.set(other, (neighbours.get(other) ?? new Set()).add(one));
  }
  const darkest = Float64Array.from(blends, ({ marks }) => Math.min(...marks.map(({ lightnessL }) => lightnessL)));
  const byElement = new Map<string, number[]>();
  for (const [index, { elements }] of blends.entries())
    for (const element of new Set(elements)) byElement.set(element, [...(byElement.get(element) ?? []), index]);
  const lighter = blends.map(({ elements }, index) => {
    const found = new Set<number>();
    for (const element of elements) {
      for (const next of neighbours.get(element) ?? []) {
        for (const other of byElement.get(next) ?? [])
          if (other !== index && darkest[other]! >= darkest[index]! + draggedL) found.add(other);
      }
    }
    return [...found].sort((one, other) => one - other);
  });
  const darker = blends.map(() => [] as number[]);
  for (const [index, own] of lighter.entries()) for (const other of own) darker[other]!.push(index);
  return {
    count: blends.length,
    ids: blends.map(({ id }) => id),
    seconds: Float64Array.from(blends, ({ marks }) => marks.reduce((sum, { seconds }) => sum + seconds, 0)),
    darkest,
    firstMarker: Int32Array.from(blends, ({ marks }) => markerNumber(marks[0]!.marker)),
    lastMarker: Int32Array.from(blends, ({ marks }) => markerNumber(marks.at(-1)!.marker)),
    innerChanges: blends.reduce(
      (sum, { marks }) => sum + marks.slice(1).filter(({ marker }, index) => marker !== marks[index]!.marker).length,
      0,
    ),
    after: blends.map(({ after = [] }) => after.map(({ blend, waitSeconds }) => ({ blend: numbers.get(blend) as number, waitSeconds }))),
    lighter,
    darker,
  };
}

/** When each blend of an order starts. */
function startsOf(plan: Plan, order: ArrayLike<number>): Float64Array {
  const ends = new Float64Array(plan.count);
  const starts = new Float64Array(plan.count);
  let now = 0;
  for (let place = 0; place < order.length; place++) {
    const own = order[place]!;
    let start = now;
    for (const { blend, waitSeconds } of plan.after[own]!) if (ends[blend]! + waitSeconds > start) start = ends[blend]! + waitSeconds;
    starts[place] = start;
    now = start + plan.seconds[own]!;
    ends[own] = now;
  }
  return starts;
}

/** What an order costs; null: something comes before what it must come after. */
function costOf(plan: Plan, order: ArrayLike<number>, scratch: { place: Int32Array; ends: Float64Array }): Cost | null {
  const { place, ends } = scratch;
  for (let i = 0; i < order.length; i++) place[order[i]!] = i;
  let [dark, now, changes] = [0, 0, plan.innerChanges];
  for (let i = 0; i < order.length; i++) {
    const own = order[i]!;
    let start = now;
    for (const { blend, waitSeconds } of plan.after[own]!) {
      if (place[blend]! >= i) return null;
      if (ends[blend]! + waitSeconds > start) start = ends[blend]! + waitSeconds;
    }
    now = start + plan.seconds[own]!;
    ends[own] = now;
    if (i > 0 && plan.lastMarker[order[i - 1]!] !== plan.firstMarker[own]) changes++;
    for (const light of plan.lighter[own]!) if (place[light]! > i) dark++;
  }
  return { dark, total: now, changes };
}

const scratchOf = (plan: Plan) => ({ place: new Int32Array(plan.count), ends: new Float64Array(plan.count) });

/** The order in which a careful hand would go: of what may come next always what `prefers` likes best. @returns null: there is a round. */
function greedy(plan: Plan, prefers: (candidates: readonly number[], placed: readonly number[]) => number): number[] | null {
  const placed: number[] = [];
  const isPlaced = new Uint8Array(plan.count);
  while (placed.length < plan.count) {
    const candidates: number[] = [];
    for (let own = 0; own < plan.count; own++)
      if (!isPlaced[own] && plan.after[own]!.every(({ blend }) => isPlaced[blend])) candidates.push(own);
    if (candidates.length === 0) return null;
    const next = prefers(candidates, placed);
    isPlaced[next] = 1;
    placed.push(next);
  }
  return placed;
}

/** What is lightest in its darkest ink first, by id where two are alike: the order that no other may be worse than. */
function lightestFirst(plan: Plan): number[] | null {
  return greedy(plan, (candidates) =>
    candidates.reduce((best, own) => {
      const [one, other] = [plan.darkest[own]!, plan.darkest[best]!];
      return one > other || (one === other && plan.ids[own]! < plan.ids[best]!) ? own : best;
    }),
  );
}

/** Of what leaves no light neighbour behind, what may start first, with the marker that is in the hand where that is possible. */
function drying(plan: Plan): number[] | null {
  const ends = new Float64Array(plan.count);
  const isPlaced = new Uint8Array(plan.count);
  let now = 0;
  return greedy(plan, (candidates, placed) => {
    const last = placed.at(-1);
    const rank = (own: number) => {
      const left = plan.lighter[own]!.filter((light) => !isPlaced[light]).length;
      const start = plan.after[own]!.reduce((latest, { blend, waitSeconds }) => Math.max(latest, ends[blend]! + waitSeconds), now);
      const changes = last !== undefined && plan.lastMarker[last] === plan.firstMarker[own] ? 0 : 1;
      // What others wait for comes early, so that they dry meanwhile.
      const waited = plan.after.some((after) => after.some(({ blend, waitSeconds }) => blend === own && waitSeconds > 0)) ? 0 : 1;
      return [left, start, waited, changes, -plan.darkest[own]!] as const;
    };
    const best = candidates
      .map((own) => ({ own, rank: rank(own) }))
      .reduce((one, other) => {
        const at = one.rank.findIndex((value, index) => value !== other.rank[index]);
        return at >= 0 && other.rank[at]! < one.rank[at]! ? other : one;
      });
    now = best.rank[1] + plan.seconds[best.own]!;
    ends[best.own] = now;
    isPlaced[best.own] = 1;
    return best.own;
  });
}

/** Makes an order better by taking a blend, or a few in a row, elsewhere, as long as that helps and there is work left. */
function improved(plan: Plan, begun: readonly number[], work: { left: number }): { order: number[]; cost: Cost } {
  const scratch = scratchOf(plan);
  let order = [...begun];
  let cost = costOf(plan, order, scratch) as Cost;
  const step = plan.count + plan.lighter.reduce((sum, { length }) => sum + length, 0);
  for (let isBetter = true; isBetter && work.left > 0; ) {
    isBetter = false;
    for (const length of [1, 2, 3]) {
      for (let from = 0; from + length <= plan.count; from++) {
        const rest = [...order.slice(0, from), ...order.slice(from + length)];
        const moved = order.slice(from, from + length);
        let best: { order: number[]; cost: Cost } | null = null;
        for (let to = 0; to <= rest.length && work.left > 0; to++) {
          if (to === from) continue;
          work.left -= step;
          const tried = [...rest.slice(0, to), ...moved, ...rest.slice(to)];
          const own = costOf(plan, tried, scratch);
          if (own && isLess(own, best?.cost ?? cost)) best = { order: tried, cost: own };
        }
        if (!best) continue;
        ({ order, cost } = best);
        isBetter = true;
      }
    }
  }
  return { order, cost };
}

/** The best of all orders: every one is begun, and left where it cannot become better than the best so far. */
function exact(plan: Plan, begun: readonly number[]): number[] {
  const scratch = scratchOf(plan);
  let best = [...begun];
  let bestCost = costOf(plan, best, scratch) as Cost;
  const ends = new Float64Array(plan.count);
  const isPlaced = new Uint8Array(plan.count);
  const placed: number[] = [];
  const goOn = (now: number, dark: number, changes: number, leftSeconds: number): void => {
    if (placed.length === plan.count) {
      if (!isLess({ dark, total: now, changes }, bestCost)) return;
      best = [...placed];
      bestCost = { dark, total: now, changes };
      return;
    }
    if (!isLess({ dark, total: now + leftSeconds, changes: changes - 1 }, bestCost)) return;
    for (let own = 0; own < plan.count; own++) {
      if (isPlaced[own] || !plan.after[own]!.every(({ blend }) => isPlaced[blend])) continue;
      const start = plan.after[own]!.reduce((latest, { blend, waitSeconds }) => Math.max(latest, ends[blend]! + waitSeconds), now);
      const last = placed.at(-1);
      isPlaced[own] = 1;
      placed.push(own);
      ends[own] = start + plan.seconds[own]!;
      goOn(
        ends[own]!,
        dark + plan.lighter[own]!.filter((light) => !isPlaced[light]).length,
        changes + (last !== undefined && plan.lastMarker[last] !== plan.firstMarker[own] ? 1 : 0),
        leftSeconds - plan.seconds[own]!,
      );
      placed.pop();
      isPlaced[own] = 0;
    }
  };
  goOn(
    0,
    0,
    plan.innerChanges,
    plan.seconds.reduce((sum, own) => sum + own, 0),
  );
  return best;
}

/** Blends of which each waits for the next, and the last for the first. */
function roundOf(plan: Plan): string[] {
  const placed = new Set<number>();
  for (let isMore = true; isMore; ) {
    isMore = false;
    for (let own = 0; own < plan.count; own++) {
      if (placed.has(own) || !plan.after[own]!.every(({ blend }) => placed.has(blend))) continue;
      placed.add(own);
      isMore = true;
    }
  }
  const way: number[] = [];
  let at = plan.ids.findIndex((_, index) => !placed.has(index));
  while (!way.includes(at)) {
    way.push(at);
    at = plan.after[at]!.find(({ blend }) => !placed.has(blend))!.blend;
  }
  return way.slice(way.indexOf(at)).map((own) => plan.ids[own]!);
}

/**
 * Puts wet blends into an order. Sought are, in this turn: the fewest pairs of touching elements in which dark ink comes before a lighter neighbour
 * (by 10 L* or more in the darkest ink of both), the least time, the fewest changes of marker. Exact up to seven blends; above that never worse than
 * to take always the lightest that may come next.
 * @returns `problem`: blends that wait for each other in a round.
 * @throws RangeError for an empty blend, an id that stands twice or is not there, and numbers out of range.
 */
export function orderMarks(request: OrderRequest): OrderedMarks | { problem: string } {
  const plan = planOf(request);
  const plain = lightestFirst(plan);
  if (!plain) {
    const round = roundOf(plan);
    return { problem: `These wait for each other in a round: ${[...round, round[0]].join(' after ')}. Let one of them not wait.` };
  }
  return told(plan, plan.count <= mostExact ? exact(plan, plain) : bestFound(plan, plain));
}

/** What an order that is given comes to. @throws RangeError as orderMarks does, and where the order leaves a blend out or breaks what must be dry. */
export function tellOrder(request: OrderRequest, order: readonly string[]): OrderedMarks {
  const plan = planOf(request);
  const numbers = new Map(plan.ids.map((id, index) => [id, index]));
  const own = order.flatMap((id) => numbers.get(id) ?? []);
  if (new Set(own).size !== plan.count || own.length !== order.length) throw new RangeError('tellOrder expects every blend once.');
  if (!costOf(plan, own, scratchOf(plan))) throw new RangeError('tellOrder: something comes before what it waits for.');
  return told(plan, own);
}

function told(plan: Plan, order: readonly number[]): OrderedMarks {
  const place = new Map(order.map((own, index) => [own, index]));
  const cost = costOf(plan, order, scratchOf(plan)) as Cost;
  return {
    order: order.map((own) => plan.ids[own]!),
    startsAtSeconds: [...startsOf(plan, order)],
    totalSeconds: cost.total,
    markerChanges: cost.changes,
    darkBeforeLight: order.flatMap((own) =>
      plan.lighter[own]!.filter((light) => place.get(light)! > place.get(own)!).map((light): [string, string] => [
        plan.ids[own]!,
        plan.ids[light]!,
      ]),
    ),
  };
}

function bestFound(plan: Plan, plain: readonly number[]): number[] {
  const work = { left: mostWork };
  const begun = [plain, drying(plan)].flatMap((order) => (order ? [order] : []));
  return begun.map((order) => improved(plan, order, work)).reduce((one, other) => (isLess(other.cost, one.cost) ? other : one)).order;
}
