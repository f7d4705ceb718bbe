import { leastMarkSeconds, usualPaceCm2 } from '#core/technique/wet-limit';
import type { PlannedMark, SessionEntry, SessionHead } from '#model/session';
import { median } from './median';
import { sessionState } from './session-state';

/** Areas are laid at another pace when they are small or large; bounds in mm2. From memory. */
const sizeBounds = [100, 600] as const;
export type PaceSize = 'small' | 'middle' | 'large';
export const sizeOf = (areaMm2: number): PaceSize => (areaMm2 < sizeBounds[0] ? 'small' : areaMm2 < sizeBounds[1] ? 'middle' : 'large');

/** How fast somebody lays marks. `sessions`: how many of one's own are behind it; 0: the usual one. */
export type Pace = { cm2PerMinute: number; sessions: number };

/** Paces that were learnt, by "school size", by size, and by "" of all; what was not seen is not in it. */
export type PaceTable = Readonly<Record<string, Pace>>;
export type LearntPace = { /** The pace of a school on areas of that size. */ of: (school: string, areaMm2: number) => Pace };

/** Sessions that count: the newest. */
export const mostPaceSessions = 20;
/** Marks of a session that say something: fewer are chance. */
const leastMarks = 3;
/** What takes so many times as long, or is done in such a share of the time that is usual in its session, is a break or a double tap. As far either way, so that neither draws. */
const [breakTimes, tapShare] = [2, 0.5];

type Seen = { school: string; size: PaceSize; areaCm2: number; seconds: number };

/** The mean of the middle half, of logarithms: as little moved by what lies far out as a median, and steadier (interquartile mean). */
function middleOf(values: readonly number[]): number {
  const sorted = values.map(Math.log).sort((one, other) => one - other);
  const cut = Math.floor(sorted.length / 4);
  const middle = sorted.slice(cut, sorted.length - cut);
  return Math.exp(middle.reduce((sum, value) => sum + value, 0) / middle.length);
}

/** How long each mark took that was laid once as planned, from the act before it; what a pause lies in is left out. */
function marksSeen({ startedAtMs, marks }: SessionHead, entries: readonly SessionEntry[]): Seen[] {
  const known = new Map(marks.map((mark) => [mark.id, mark]));
  const { entries: kept } = sessionState({ startedAtMs, marks }, entries);
  const seen: Seen[] = [];
  let [before, isBroken] = [startedAtMs, false];
  for (const entry of kept) {
    const mark: PlannedMark | undefined = entry.kind === 'done' ? known.get(entry.mark) : undefined;
    if (mark && !isBroken && mark.areaMm2 > 0)
      seen.push({ school: mark.school, size: sizeOf(mark.areaMm2), areaCm2: mark.areaMm2 / 100, seconds: (entry.atMs - before) / 1000 });
    isBroken = entry.kind === 'pause';
    before = entry.atMs;
  }
  return seen;
}

/** Cm2 a minute of a mark, the taking of the marker left out. */
const paceOfMark = ({ areaCm2, seconds }: Seen): number => (60 * areaCm2) / Math.max(0.1, seconds - leastMarkSeconds);
const secondsAt = (areaCm2: number, pace: number): number => leastMarkSeconds + (60 * areaCm2) / pace;

/** The middle pace of some marks of one session, without breaks and double taps; null where they are too few. */
function paceOfSession(marks: readonly Seen[]): number | null {
  if (marks.length < leastMarks) return null;
  const rough = median(marks.map(paceOfMark)) as number;
  const sound = marks.filter(({ areaCm2, seconds }) => {
    const usual = secondsAt(areaCm2, rough);
    return seconds < breakTimes * usual && seconds > tapShare * usual;
  });
  return sound.length < leastMarks ? null : middleOf(sound.map(paceOfMark));
}

/**
 * The maker's own pace, by school and by the size of areas: the middle of what the newest sessions come to, each by the middle of its marks.
 * @param sessions in any order.
 */
export function learnPace(sessions: readonly { head: SessionHead; entries: readonly SessionEntry[] }[]): PaceTable {
  const newest = [...sessions].sort((one, other) => other.head.startedAtMs - one.head.startedAtMs).slice(0, mostPaceSessions);
  const found = new Map<string, number[]>();
  for (const { head, entries } of newest) {
    const marks = marksSeen(head, entries);
    const groups = new Map<string, Seen[]>();
    for (const mark of marks)
      for (const key of [`${mark.school} ${mark.size}`, mark.size, '']) groups.set(key, [...(groups.get(key) ?? []), mark]);
    for (const [key, own] of groups) {
      const pace = paceOfSession(own);
      if (pace !== null) found.set(key, [...(found.get(key) ?? []), pace]);
    }
  }
  return Object.fromEntries([...found].map(([key, paces]) => [key, { cm2PerMinute: middleOf(paces), sessions: paces.length }]));
}

/** What the paces of several sessions come to, each of all its marks. */
export function paceOfSessions(paces: readonly number[]): Pace {
  return paces.length === 0 ? usualPace : { cm2PerMinute: middleOf(paces), sessions: paces.length };
}

/** So many sessions have to be behind a pace before plans are made by it. */
export const leastPaceSessions = 3;

/** The pace that plans are made by: what the hand said of itself, else what was learnt of enough sessions, else the usual one. */
export function plannedPaceCm2({ hand, learnt }: { hand?: { paceCm2: number } | undefined; learnt?: Pace | undefined }): number {
  const isLearnt = learnt !== undefined && learnt.sessions >= leastPaceSessions;
  return hand?.paceCm2 ?? (isLearnt ? Math.round(10 * learnt.cm2PerMinute) / 10 : usualPaceCm2);
}

/** The usual pace, where nothing was learnt. From memory. */
const usualPace: Pace = { cm2PerMinute: usualPaceCm2, sessions: 0 };

/** Looks paces up. Where a school and size were not seen, what was seen of the size, then of anything; then the usual one. */
export function paceOf(table: PaceTable): LearntPace {
  return {
    of: (school, areaMm2) => {
      const size = sizeOf(areaMm2);
      return table[`${school} ${size}`] ?? table[size] ?? table[''] ?? usualPace;
    },
  };
}

/** The pace of all of it together: for what is reckoned before anybody knows how it is laid. */
export const paceOfAll = (table: PaceTable): Pace => table[''] ?? usualPace;
