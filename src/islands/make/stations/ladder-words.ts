import type { Ladder } from '#model/ladder';
import type { ShownMarker } from '#core/markers/assumed-colour';
import type { LadderRung } from '#ui/ladder/ladder.tsx';

/** "88b.gold, 62b.gold, 36b.gold" */
export function ladderWords(ladder: Ladder): string {
  return ladder.rungs.map(({ code }) => code).join(', ');
}

/** Rungs with the colours the rack has now. */
export function rungsToShow(ladder: Ladder | undefined, markers: readonly ShownMarker[]): LadderRung[] {
  return (ladder?.rungs ?? []).map(({ markerId, code }) => {
    const marker = markers.find(({ id }) => id === markerId);
    return { code, lab: marker?.lab, isAssumed: marker?.shownSource === 'assumed' };
  });
}
