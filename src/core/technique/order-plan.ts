import type { Placing } from '#model/placing';

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

/** Blends by number, with what of them is asked again and again. */
export type Plan = {
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
  /** For each its lighter neighbours, which it should follow. */
  lighter: readonly (readonly number[])[];
  /** For each place the blend that a hand put there, -1: none; and which blends were. */
  pinnedAt: Int32Array;
  isPinned: Uint8Array;
};

/** What an order costs; compared in this turn. `broken`: what comes before what it waits for, since a hand put one of the two where it is. */
export type Cost = { broken: number; dark: number; total: number; changes: number };

export function isLess(one: Cost, other: Cost): boolean {
  if (one.broken !== other.broken) return one.broken < other.broken;
  if (one.dark !== other.dark) return one.dark < other.dark;
  // Sums of the same numbers in another order differ by their rounding.
  if (Math.abs(one.total - other.total) > 1e-9 * (1 + Math.abs(other.total))) return one.total < other.total;
  return one.changes < other.changes;
}

/** Where hands put blends: each at its place, or at the next that is free; what is not there any more is left out. */
function pinsOf(placings: readonly Placing[], numbers: ReadonlyMap<string, number>): Pick<Plan, 'pinnedAt' | 'isPinned'> {
  const pinnedAt = new Int32Array(numbers.size).fill(-1);
  const isPinned = new Uint8Array(numbers.size);
  for (const { blend, place } of placings) {
    const own = numbers.get(blend);
    if (own === undefined || isPinned[own]) continue;
    if (!Number.isInteger(place) || place < 1)
      throw new RangeError(`A place in the order is a whole number from 1, got ${place} for ${blend}.`);
    const wished = Math.min(place, numbers.size) - 1;
    const after = pinnedAt.findIndex((other, index) => index >= wished && other < 0);
    pinnedAt[after >= 0 ? after : pinnedAt.lastIndexOf(-1)] = own;
    isPinned[own] = 1;
  }
  return { pinnedAt, isPinned };
}

/** @throws RangeError for an empty blend, an id that stands twice or is not there, and numbers out of range. */
export function planOf({ blends, touching }: OrderRequest, placings: readonly Placing[] = []): Plan {
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
    ...pinsOf(placings, numbers),
  };
}

/** When each blend of an order starts. */
export function startsOf(plan: Plan, order: ArrayLike<number>): Float64Array {
  // What has not been laid yet is not waited for: a hand wants it so.
  const ends = new Float64Array(plan.count).fill(Number.NEGATIVE_INFINITY);
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

/** Whether one of two blends stands where a hand put it, so that their order may break what must be dry. */
export const mayBreak = ({ isPinned }: Plan, one: number, other: number): boolean => isPinned[one] === 1 || isPinned[other] === 1;

/** What an order costs; null: something comes before what it must come after, and no hand wants it so. */
export function costOf(plan: Plan, order: ArrayLike<number>, scratch: { place: Int32Array; ends: Float64Array }): Cost | null {
  const { place, ends } = scratch;
  for (let i = 0; i < order.length; i++) place[order[i]!] = i;
  let [broken, dark, now, changes] = [0, 0, 0, plan.innerChanges];
  for (let i = 0; i < order.length; i++) {
    const own = order[i]!;
    let start = now;
    for (const { blend, waitSeconds } of plan.after[own]!) {
      if (place[blend]! >= i) {
        if (!mayBreak(plan, own, blend)) return null;
        broken++;
      } else if (ends[blend]! + waitSeconds > start) start = ends[blend]! + waitSeconds;
    }
    now = start + plan.seconds[own]!;
    ends[own] = now;
    if (i > 0 && plan.lastMarker[order[i - 1]!] !== plan.firstMarker[own]) changes++;
    for (const light of plan.lighter[own]!) if (place[light]! > i) dark++;
  }
  return { broken, dark, total: now, changes };
}

export const scratchOf = (plan: Plan) => ({ place: new Int32Array(plan.count), ends: new Float64Array(plan.count) });
