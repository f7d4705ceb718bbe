import type { PlannedMark, SessionEntry, SessionHead, SessionMarker } from '#model/session';

/** How one mark stands. `passes`: how often it was laid. `doneAtMs`: when it was laid last. */
export type MarkStanding = {
  state: 'open' | 'done' | 'left out';
  passes: number;
  /** What it is laid with: as planned, or what took its place. */
  marker: SessionMarker;
  /** A marker beyond the plan that was laid after it. */
  darker?: SessionMarker;
  doneAtMs?: number;
};

export type SessionState = {
  /** All marks: those that were planned, then those that mend what a photo showed. */
  marks: readonly PlannedMark[];
  /** By the ids of the marks. */
  standings: ReadonlyMap<string, MarkStanding>;
  /** The next mark, by its place in the plan; null: none is left. */
  current: number | null;
  isPaused: boolean;
  isEnded: boolean;
  /** What stands, without what was taken back; times never run back. */
  entries: readonly SessionEntry[];
  /** What an undo would take back; null: nothing. */
  last: SessionEntry | null;
};

const isAct = ({ kind }: SessionEntry): boolean =>
  kind !== 'pause' && kind !== 'resume' && kind !== 'undo' && kind !== 'note' && kind !== 'checked' && kind !== 'judged';

/** Entries once each, in the order in which they were told, with times that never run back: a clock may be set. */
function told(entries: readonly SessionEntry[], fromMs: number): SessionEntry[] {
  const seen = new Set<string>();
  let latest = fromMs;
  return entries.flatMap((entry) => {
    if (seen.has(entry.id)) return [];
    seen.add(entry.id);
    latest = Math.max(latest, entry.atMs);
    return [{ ...entry, atMs: latest }];
  });
}

/** What stands when undos have taken back what they name; one that does not name the last act that stands does nothing: two devices may say the same. */
function standing(entries: readonly SessionEntry[]): SessionEntry[] {
  const kept: SessionEntry[] = [];
  for (const entry of entries) {
    if (entry.kind !== 'undo') {
      kept.push(entry);
      continue;
    }
    const last = kept.findLastIndex(isAct);
    if (last >= 0 && kept[last]?.id === entry.of) kept.splice(last, 1);
  }
  return kept;
}

/** Marks that mend what photos showed: of each finding what was said of it last. */
function mendsOf(kept: readonly SessionEntry[], known: Set<string>): PlannedMark[] {
  const chosen = new Map<string, readonly PlannedMark[]>();
  for (const entry of kept) {
    if (entry.kind !== 'judged') continue;
    const key = `${entry.check} ${entry.finding}`;
    // What is said anew comes last.
    chosen.delete(key);
    if (entry.choice === 'mend' && entry.marks) chosen.set(key, entry.marks);
  }
  return [...chosen.values()].flat().filter(({ id }) => !known.has(id) && known.add(id));
}

/**
 * How a session stands after what was told: a function of its plan and its entries, whatever came in between.
 * Entries about marks that are not in the plan, and those that come twice, change nothing.
 */
export function sessionState(
  { startedAtMs, marks: planned }: Pick<SessionHead, 'startedAtMs' | 'marks'>,
  entries: readonly SessionEntry[],
): SessionState {
  const kept = standing(told(entries, startedAtMs));
  const mends = mendsOf(kept, new Set(planned.map(({ id }) => id)));
  const marks = mends.length > 0 ? [...planned, ...mends] : planned;
  const standings = new Map<string, MarkStanding>(
    marks.map(({ id, markerId, code, lab }) => [id, { state: 'open', passes: 0, marker: { markerId, code, ...(lab ? { lab } : {}) } }]),
  );
  let [isPaused, isEnded] = [false, false];
  const put = (id: string, change: (now: MarkStanding) => Partial<MarkStanding>) => {
    const now = standings.get(id);
    if (now) standings.set(id, { ...now, ...change(now) });
  };
  for (const entry of kept) {
    switch (entry.kind) {
      case 'done':
        put(entry.mark, ({ state, passes }) => (state === 'done' ? {} : { state: 'done', passes: passes + 1, doneAtMs: entry.atMs }));
        break;
      case 'again':
        // It stays in hand until it is done.
        put(entry.mark, ({ passes }) => ({ passes: passes + 1, doneAtMs: entry.atMs }));
        break;
      case 'darker':
        put(entry.mark, () => ({ darker: entry.marker, doneAtMs: entry.atMs }));
        break;
      case 'other':
        takeOther(entry, marks, standings);
        break;
      case 'leaveOut':
        put(entry.mark, ({ state }) => (state === 'open' ? { state: 'left out' } : {}));
        break;
      case 'pause':
        isPaused = true;
        break;
      case 'resume':
        isPaused = false;
        break;
      case 'end':
        isEnded = true;
        break;
      default:
        break;
    }
  }
  const isOpen = ({ id }: PlannedMark) => standings.get(id)?.state === 'open';
  // What ended goes on with its mends alone: what was left open then stays so.
  const from = isEnded && mends.some(isOpen) ? planned.length : 0;
  if (from > 0) isEnded = false;
  const next = marks.findIndex((mark, index) => index >= from && isOpen(mark));
  return { marks, standings, current: next < 0 ? null : next, isPaused, isEnded, entries: kept, last: kept.findLast(isAct) ?? null };
}

/** Another marker for a mark, and if the maker says so for all that is still open and was to be laid with the same one. */
function takeOther(
  entry: Extract<SessionEntry, { kind: 'other' }>,
  marks: readonly PlannedMark[],
  standings: Map<string, MarkStanding>,
): void {
  const own = standings.get(entry.mark);
  if (!own) return;
  const before = own.marker;
  const from = marks.findIndex(({ id }) => id === entry.mark);
  marks.forEach(({ id }, place) => {
    const now = standings.get(id);
    if (!now) return;
    const follows =
      entry.rest && place > from && now.state === 'open' && now.marker.code === before.code && now.marker.markerId === before.markerId;
    if (id === entry.mark || follows) standings.set(id, { ...now, marker: entry.marker });
  });
}

/** Whether a blend was begun and is not finished: nothing is paused there, since its ink is wet. */
export function isWithinBlend(marks: readonly PlannedMark[], { current, standings }: Pick<SessionState, 'current' | 'standings'>): boolean {
  if (current === null) return false;
  const own = marks[current] as PlannedMark;
  return marks.some(({ id, blend }) => blend === own.blend && standings.get(id)?.state === 'done');
}
