import type { School, SchoolPart } from '#model/school';
import type { Nib } from './nib';

/** Where a mark goes: over the whole element, or on the band of one rung (0 = lightest). */
export type Place = { kind: 'allOver' } | { kind: 'band'; band: number };

/** One marker, one place, one stroke: a part of a school as a ladder of a known length has it. */
export type LaidMark = Pick<SchoolPart, 'stroke' | 'coat' | 'reaches' | 'afterDry' | 'purpose'> & {
  /** Index of the rung whose marker is taken, 0 = lightest. */
  rung: number;
  place: Place;
  nib: Nib;
};

/** The rungs for which a part stands, in the order in which they are laid. */
function rungsOf({ rung }: SchoolPart, rungs: number): number[] {
  const deepest = rungs - 1;
  switch (rung) {
    case 'palest':
      return [0];
    case 'deepest':
      return [deepest];
    case 'between':
      return Array.from({ length: Math.max(0, rungs - 2) }, (_, index) => deepest - 1 - index);
    case 'each':
      return Array.from({ length: rungs }, (_, index) => index);
  }
}

/**
 * The marks of an element as a school lays them.
 * @param rungs how many markers its ladder has, 1 to 6. @param nib what its narrowest place asks for. Default the brush.
 */
export function layMarks(school: Pick<School, 'marks' | 'oneMarker'>, rungs: number, nib: Nib = 'brush'): LaidMark[] {
  return (rungs === 1 ? school.oneMarker : school.marks).flatMap((part) =>
    rungsOf(part, rungs).map((rung): LaidMark => {
      const { stroke, coat, reaches, afterDry, purpose, place } = part;
      const own: Place = place === 'allOver' ? { kind: 'allOver' } : { kind: 'band', band: rung };
      return { rung, place: own, stroke, nib: part.nib === 'asFits' ? nib : part.nib, coat, reaches, afterDry, purpose };
    }),
  );
}
