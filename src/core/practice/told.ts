/** How a drill went. `score` 0 (chance) to 1 (as computed); `words`: the reason of what was farthest off, or that nothing was. */
export type Told = { score: number; words: string };

/**
 * Right answers less those that guessing gives: R - W / (k - 1), over all (correction for guessing, Thurstone 1919; from memory).
 * @param choices of each question, at least 2. @returns 0 to 1.
 */
export function withoutGuesses(right: number, wrong: number, choices: number): number {
  const all = right + wrong;
  return all === 0 ? 0 : Math.max(0, (right - wrong / (choices - 1)) / all);
}
