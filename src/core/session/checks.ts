import type { KeptFinding, SessionEntry } from '#model/session';

/** A photo that was looked at: what it shows, and what was said of each finding. */
export type KeptCheck = Extract<SessionEntry, { kind: 'checked' }>;
export type Choice = Extract<SessionEntry, { kind: 'judged' }>['choice'];

/** The photos of one picture of a session, the newest last. */
export function checksOf(entries: readonly SessionEntry[], pictureId: string, copy?: number): KeptCheck[] {
  return entries.filter((entry): entry is KeptCheck => entry.kind === 'checked' && entry.pictureId === pictureId && entry.copy === copy);
}

/** What was said last of each finding of a photo, by the findings' ids; of what nothing was said, nothing is there. */
export function choicesOf(entries: readonly SessionEntry[], checkId: string): Map<string, Choice> {
  return new Map(
    entries.flatMap((entry) => (entry.kind === 'judged' && entry.check === checkId ? [[entry.finding, entry.choice] as const] : [])),
  );
}

/** So near two findings of one kind and place are one, in mm. */
const nearMm = 4;
const isSame = (one: KeptFinding, other: KeptFinding): boolean =>
  one.kind === other.kind &&
  one.places[0] === other.places[0] &&
  (one.kind !== 'white' && one.kind !== 'overLine' ? true : Math.hypot(one.xMm - other.xMm, one.yMm - other.yMm) <= nearMm);

/** Two photos of one picture: what of the earlier one is gone, what is still there, what is new. */
export function compareChecks(
  before: Pick<KeptCheck, 'findings'>,
  after: Pick<KeptCheck, 'findings'>,
): { gone: KeptFinding[]; still: KeptFinding[]; fresh: KeptFinding[] } {
  return {
    gone: before.findings.filter((one) => !after.findings.some((other) => isSame(one, other))),
    still: after.findings.filter((one) => before.findings.some((other) => isSame(one, other))),
    fresh: after.findings.filter((one) => !before.findings.some((other) => isSame(one, other))),
  };
}
