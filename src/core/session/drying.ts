import type { PlannedMark } from '#model/session';
import type { SessionState } from './session-state';

/** A mark whose ink must dry before another, and when it is dry. */
export type Drying = { mark: string; untilMs: number };

/**
 * What dries while other marks are done: of every mark that was laid and that an open one waits for, until when the longest waits. It follows from when it was laid, so
 * that it counts on through a reload and a closed lid.
 * @param nowMs what is dry by then is left out.
 */
export function dryingAt(marks: readonly PlannedMark[], { standings }: Pick<SessionState, 'standings'>, nowMs: number): Drying[] {
  const until = new Map<string, number>();
  for (const { id, dryBefore = [] } of marks) {
    if (standings.get(id)?.state !== 'open') continue;
    for (const { mark, seconds } of dryBefore) {
      const laid = standings.get(mark);
      if (laid?.state !== 'done' || laid.doneAtMs === undefined) continue;
      until.set(mark, Math.max(until.get(mark) ?? 0, laid.doneAtMs + 1000 * seconds));
    }
  }
  return [...until].flatMap(([mark, untilMs]) => (untilMs > nowMs ? [{ mark, untilMs }] : []));
}

/** When the next mark may be laid: what it waits for is dry by then. @returns ms since 1970; `nowMs` where nothing is waited for. */
export function readyAtMs(mark: Pick<PlannedMark, 'dryBefore'>, { standings }: Pick<SessionState, 'standings'>, nowMs: number): number {
  return (mark.dryBefore ?? []).reduce((latest, { mark: before, seconds }) => {
    const laid = standings.get(before);
    return laid?.state === 'done' && laid.doneAtMs !== undefined ? Math.max(latest, laid.doneAtMs + 1000 * seconds) : latest;
  }, nowMs);
}

/** How long the blend that is being laid is likely to stay wet, in s; null: none of it was laid, or the next mark begins another. */
export function wetLeftS(
  marks: readonly PlannedMark[],
  { current, standings }: Pick<SessionState, 'current' | 'standings'>,
  nowMs: number,
): number | null {
  const own = current === null ? undefined : marks[current];
  if (!own) return null;
  const laid = marks.flatMap(({ id, blend }) => (blend === own.blend ? (standings.get(id)?.doneAtMs ?? []) : []));
  return laid.length === 0 ? null : Math.max(0, own.wetS - (nowMs - Math.max(...laid)) / 1000);
}
