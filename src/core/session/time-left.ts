import { leastMarkSeconds } from '#core/technique/wet-limit';
import type { PlannedMark } from '#model/session';
import type { LearntPace } from './pace';
import type { SessionState } from './session-state';

/** How long a mark takes at a pace, in s; where none of one's own is known, as it was planned. */
export function secondsOfMark({ school, areaMm2, seconds }: PlannedMark, pace: LearntPace): number {
  const { cm2PerMinute, sessions } = pace.of(school, areaMm2);
  return sessions === 0 || areaMm2 <= 0 ? seconds : leastMarkSeconds + (60 * areaMm2) / 100 / cm2PerMinute;
}

/** How long what is left takes at one's own pace, in s, drying aside. `sessions`: the most of one's own that any of it is known from; 0: all of it is the usual pace. */
export function timeLeft(
  marks: readonly PlannedMark[],
  { standings }: Pick<SessionState, 'standings'>,
  pace: LearntPace,
): { seconds: number; sessions: number } {
  const open = marks.filter(({ id }) => standings.get(id)?.state === 'open');
  return {
    seconds: open.reduce((sum, mark) => sum + secondsOfMark(mark, pace), 0),
    sessions: open.reduce((most, { school, areaMm2 }) => Math.max(most, pace.of(school, areaMm2).sessions), 0),
  };
}
