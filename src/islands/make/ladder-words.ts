import type { Ladder } from '#model/ladder';
import type { Marker } from '#model/marker';
import type { LadderRung } from '#ui/ladder.tsx';

/** "88b.gold, 62b.gold, 36b.gold" */
export function ladderWords(ladder: Ladder): string {
  return ladder.rungs.map(({ code }) => code).join(', ');
}

/** Rungs with the colours the rack has now. */
export function rungsToShow(ladder: Ladder | undefined, markers: readonly Marker[]): LadderRung[] {
  return (ladder?.rungs ?? []).map(({ markerId, code }) => ({ code, lab: markers.find(({ id }) => id === markerId)?.lab }));
}
