/** How well a drill is known: SM-2. */
export type Spacing = {
  /** Times in a row that it went well. */
  inARow: number;
  /** How much longer each interval is than the one before. */
  ease: number;
  /** Days until it is due again, from the last time. */
  days: number;
};

export const firstSpacing: Spacing = { inARow: 0, ease: 2.5, days: 0 };
const leastEase = 1.3;
/** From this grade on it went well. */
const passingGrade = 3;

/** Grade of SM-2, 0 to 5, of a score. @param score 0 to 1. */
export const gradeOf = (score: number): number => Math.round(5 * Math.max(0, Math.min(1, score)));

/**
 * When a drill is due again, by how it went: SM-2 (P. A. Woźniak 1990, Optimization of learning, master's thesis; algorithm SM-2): one day, six days, then each
 * interval by the ease, which the grade changes; under grade 3 it begins anew.
 * @param grade 0 to 5.
 */
export function spacedAfter({ inARow, ease, days }: Spacing, grade: number): Spacing {
  if (!(grade >= 0 && grade <= 5)) throw new RangeError(`spacedAfter expects a grade from 0 to 5, got ${grade}.`);
  const nextEase = Math.max(leastEase, ease + 0.1 - (5 - grade) * (0.08 + (5 - grade) * 0.02));
  if (grade < passingGrade) return { inARow: 0, ease: nextEase, days: 1 };
  return { inARow: inARow + 1, ease: nextEase, days: inARow === 0 ? 1 : inARow === 1 ? 6 : Math.ceil(days * nextEase) };
}

const dayMs = 24 * 60 * 60 * 1000;

/** When a drill is due again after all of its times, in ms; null: it was never tried, and may be tried at once. Nothing is locked by it. */
export function dueAtMs(tries: readonly { atMs: number; score: number }[]): number | null {
  const last = tries.at(-1);
  if (!last) return null;
  const { days } = tries.reduce((spacing, { score }) => spacedAfter(spacing, gradeOf(score)), firstSpacing);
  return last.atMs + days * dayMs;
}
