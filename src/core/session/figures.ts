import type { Lab } from '#model/marker';
import type { SessionShort } from '#model/session-short';

/** What sessions come to: what is used and what lies idle, ladders one comes back to, pairs that failed, the pace over time. */
export type Figures = {
  sessions: number;
  marks: number;
  areaCm2: number;
  workedS: number;
  /** Most used first. */
  used: { markerId: string; code: string; lab?: Lab | undefined; areaCm2: number; coats: number; sessions: number }[];
  idle: { markerId: string; code: string; lab?: Lab | undefined }[];
  /** Those of several sessions, the most frequent first. */
  ladders: { codes: string[]; sessions: number }[];
  failedPairs: { codes: [string, string]; times: number }[];
  /** The oldest first. */
  pace: { atMs: number; cm2PerMinute: number; sessionId: string }[];
};

/** So many of each are told: the rest is found by searching. */
export const mostFigures = { used: 60, idle: 400, ladders: 20, pairs: 20, pace: 2000 } as const;

const byCount = ([one, count]: [string, number], [other, than]: [string, number]) => than - count || (one < other ? -1 : 1);

/** Pairs that failed, in either order one, the most frequent first. */
export function failedPairsOf(pairs: readonly (readonly [string, string])[]): Figures['failedPairs'] {
  const counts = new Map<string, number>();
  for (const pair of pairs) {
    const key = [...pair].sort().join('\n');
    counts.set(key, (counts.get(key) ?? 0) + 1);
  }
  return [...counts]
    .sort(byCount)
    .slice(0, mostFigures.pairs)
    .map(([codes, times]) => ({ codes: codes.split('\n') as [string, string], times }));
}

/** The plain way, session by session; the server sums where the rows lie (server/store/logbook.ts). @param owned markers that could have been used. */
export function figuresOf(
  logged: readonly { id: string; short: SessionShort }[],
  owned: readonly { id: string; code: string; lab?: Lab | undefined }[],
): Figures {
  const used = new Map<string, Figures['used'][number]>();
  const ladders = new Map<string, number>();
  const sums = { marks: 0, areaCm2: 0, workedS: 0 };
  for (const { short } of logged) {
    sums.marks += short.laid;
    sums.workedS += short.workedS;
    const seen = new Set<string>();
    for (const { markerId, code, lab, areaMm2, coats } of short.markers) {
      const now = used.get(markerId) ?? { markerId, code, ...(lab ? { lab } : {}), areaCm2: 0, coats: 0, sessions: 0 };
      const isFirst = !seen.has(markerId);
      seen.add(markerId);
      sums.areaCm2 += areaMm2 / 100;
      used.set(markerId, {
        ...now,
        areaCm2: now.areaCm2 + areaMm2 / 100,
        coats: now.coats + coats,
        sessions: now.sessions + (isFirst ? 1 : 0),
      });
    }
    for (const codes of short.ladders) ladders.set(codes.join('\n'), (ladders.get(codes.join('\n')) ?? 0) + 1);
  }
  return {
    ...{ sessions: logged.length, ...sums },
    used: [...used.values()]
      .sort((one, other) => other.areaCm2 - one.areaCm2 || (one.code < other.code ? -1 : 1))
      .slice(0, mostFigures.used),
    idle: owned
      .filter(({ id }) => !used.has(id))
      .map(({ id, code, lab }) => ({ markerId: id, code, ...(lab ? { lab } : {}) }))
      .slice(0, mostFigures.idle),
    ladders: [...ladders]
      .filter(([, count]) => count > 1)
      .sort(byCount)
      .slice(0, mostFigures.ladders)
      .map(([codes, sessions]) => ({ codes: codes.split('\n'), sessions })),
    failedPairs: failedPairsOf(logged.flatMap(({ short }) => short.failedPairs)),
    pace: logged
      .flatMap(({ id, short: { startedAtMs, paceCm2 } }) =>
        paceCm2 === null ? [] : [{ atMs: startedAtMs, cm2PerMinute: paceCm2, sessionId: id }],
      )
      .sort((one, other) => one.atMs - other.atMs)
      .slice(-mostFigures.pace),
  };
}
