import type { RackMarker } from '#model/marker';
import type { PlannedMark } from '#model/session';
import type { SessionShort } from '#model/session-short';
import { median } from './median';

/** Paper that a full marker covers once, in cm2, where nothing is learnt yet: a fill of about 2 ml. From memory. */
export const usualFillCm2 = 900;
/** What was laid with one marker on one day. */
export type Laid = SessionShort['markers'][number];

/** What a marker has covered since it was filled last. `since`: the day; null: since the first session. */
export type InkUsed = { areaCm2: number; coats: number; since: string | null };

const fills = new Set(['bought', 'refilled']);

/** The last day on which a marker was filled; null: nobody said. */
export function filledOn({ events = [] }: Pick<RackMarker, 'events'>): string | null {
  return events.reduce<string | null>((last, { kind, on }) => (fills.has(kind) && (last === null || on > last) ? on : last), null);
}

/** What each marker has covered since its last refill, by its id; of those that covered nothing, nothing. */
export function inkUsed(laid: readonly Laid[], markers: readonly Pick<RackMarker, 'id' | 'events'>[]): Map<string, InkUsed> {
  const since = new Map(markers.map((marker) => [marker.id, filledOn(marker)]));
  const used = new Map<string, InkUsed>();
  for (const { markerId, day, areaMm2, coats } of laid) {
    const from = since.get(markerId) ?? null;
    if (from !== null && day < from) continue;
    const now = used.get(markerId) ?? { areaCm2: 0, coats: 0, since: from };
    used.set(markerId, { ...now, areaCm2: now.areaCm2 + areaMm2 / 100, coats: now.coats + coats });
  }
  return used;
}

/** How much paper a full marker covers, in cm2; `fills`: how many of one's own that ran dry it is the middle of; 0: the usual one. */
export type FillCover = { areaCm2: number; fills: number };

/** Learnt from markers that were reported dry: what each had covered between its last filling and that day. */
export function learnFill(laid: readonly Laid[], markers: readonly Pick<RackMarker, 'id' | 'events'>[]): FillCover {
  const seen = markers.flatMap(({ id, events = [] }) => {
    const sorted = [...events].sort((one, other) => (one.on < other.on ? -1 : 1));
    let filled: string | null = null;
    return sorted.flatMap(({ kind, on }) => {
      if (fills.has(kind)) filled = on;
      if (kind !== 'ran dry' || filled === null) return [];
      const from = filled;
      filled = null;
      const cm2 = laid.reduce((sum, one) => sum + (one.markerId === id && one.day >= from && one.day <= on ? one.areaMm2 / 100 : 0), 0);
      return cm2 > 0 ? [cm2] : [];
    });
  });
  const middle = median(seen);
  return middle === undefined ? { areaCm2: usualFillCm2, fills: 0 } : { areaCm2: middle, fills: seen.length };
}

/** Markers that are likely to run dry in what is to be laid: with what they have covered and what is still to come they come to more than a fill. */
export function likelyDry(
  marks: readonly Pick<PlannedMark, 'markerId' | 'code' | 'areaMm2'>[],
  used: ReadonlyMap<string, InkUsed>,
  { areaCm2 }: FillCover,
): { markerId: string; code: string; coversCm2: number; willCm2: number }[] {
  const will = new Map<string, { code: string; cm2: number }>();
  for (const { markerId, code, areaMm2 } of marks) {
    if (markerId !== null) will.set(markerId, { code, cm2: (will.get(markerId)?.cm2 ?? 0) + areaMm2 / 100 });
  }
  return [...will].flatMap(([markerId, { code, cm2 }]) => {
    const covered = used.get(markerId)?.areaCm2 ?? 0;
    return covered + cm2 > areaCm2 ? [{ markerId, code, coversCm2: covered, willCm2: cm2 }] : [];
  });
}
