import type { SchoolId } from '#model/school';
import schoolData from './schools.json';

/** Where a mark goes: over the whole element, or on the band of one rung (0 = lightest). */
export type Place = { kind: 'allOver' } | { kind: 'band'; band: number };

/** One step of a school, for a ladder of a known number of rungs. */
export type SchoolStep = {
  /** Index of the rung whose marker is taken, 0 = lightest. */
  rung: number;
  place: Place;
  stroke: string;
  purpose: string;
};

/**
 * One line of a school's pattern. `rung`: the marker that is taken; `between` stands for one step for each rung between the palest and
 * the deepest, darkest first. `place`: over the whole element, or on the band of that rung.
 */
export type SchoolPattern = { rung: 'palest' | 'between' | 'deepest'; place: 'allOver' | 'ownBand'; stroke: string; purpose: string };

/** `marks`: from two rungs on; `oneMarker`: for a ladder of one, which shades itself by a second coat. */
export type School = { id: SchoolId; name: string; suits: string; marks: SchoolPattern[]; oneMarker: SchoolPattern[] };

/** The schools, plain data. Common practice, no source. */
export const schools = Object.fromEntries(
  schoolData.schools.map((school) => [school.id, { ...school, oneMarker: schoolData.oneMarker }]),
) as Record<SchoolId, School>;

/** The steps of a school for a ladder of 1 to 6 rungs. */
export function stepsOf(school: School, rungs: number): SchoolStep[] {
  const deepest = rungs - 1;
  const step = ({ place, stroke, purpose }: SchoolPattern, rung: number): SchoolStep => ({
    rung,
    place: place === 'allOver' ? { kind: 'allOver' } : { kind: 'band', band: rung },
    stroke,
    purpose,
  });
  return (rungs === 1 ? school.oneMarker : school.marks).flatMap((pattern) => {
    if (pattern.rung === 'palest') return [step(pattern, 0)];
    if (pattern.rung === 'deepest') return [step(pattern, deepest)];
    return Array.from({ length: Math.max(0, rungs - 2) }, (_, index) => step(pattern, deepest - 1 - index));
  });
}

/** What a ladder ordered by place is laid by, whatever the make's school. */
export const byPlaceName = schoolData.byPlace.name;

/** The steps of a ladder that is ordered by place, of 2 or more rungs: each hue in its place in turn, the last one over all. Common practice, no source. */
export function stepsByPlace(rungs: number): SchoolStep[] {
  const { each, last } = schoolData.byPlace;
  const inTurn = Array.from({ length: rungs }, (_, rung): SchoolStep => ({ rung, place: { kind: 'band', band: rung }, ...each }));
  return [...inTurn, { rung: rungs - 1, place: { kind: 'allOver' }, ...last }];
}
