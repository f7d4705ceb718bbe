import type { SchoolId } from '#model/school';

/** Where a mark goes: over the whole element, or on the band of one rung (0 = lightest). */
export type Place = { kind: 'allOver' } | { kind: 'band'; band: number };

/** One step of a school, for a ladder of a known number of rungs. */
export type SchoolStep = {
  /** Index of the rung whose marker is taken, 0 = lightest. */
  rung: number;
  place: Place;
  stroke: 'small circles' | 'circles outwards' | 'light circles over all';
  purpose: string;
};

export type School = {
  id: SchoolId;
  name: string;
  suits: string;
  /** @param rungs 1 to 6. */
  steps: (rungs: number) => SchoolStep[];
};

const allOver: Place = { kind: 'allOver' };
const onBand = (band: number): Place => ({ kind: 'band', band });

/** A single marker shades itself: the second coat is deeper. Common practice, no source. */
const oneMarker: SchoolStep[] = [
  { rung: 0, place: allOver, stroke: 'small circles', purpose: 'one even coat' },
  { rung: 0, place: allOver, stroke: 'circles outwards', purpose: 'a second coat on the side away from the lamp, while the first is wet' },
];

/** The schools as data. Common practice, no source. */
export const schools: Record<SchoolId, School> = {
  wetBaseDarkToLight: {
    id: 'wetBaseDarkToLight',
    name: 'Wet base, then dark to light',
    suits: 'medium and large areas, dry paper',
    steps: (rungs) =>
      rungs === 1
        ? oneMarker
        : [
            { rung: 0, place: allOver, stroke: 'small circles', purpose: 'wet the paper' },
            { rung: rungs - 1, place: onBand(rungs - 1), stroke: 'small circles', purpose: 'set the darkest places' },
            ...Array.from({ length: rungs - 2 }, (_, index): SchoolStep => {
              const rung = rungs - 2 - index;
              return { rung, place: onBand(rung), stroke: 'circles outwards', purpose: 'pull the darker edge out' };
            }),
            { rung: 0, place: allOver, stroke: 'light circles over all', purpose: 'blend everything together' },
          ],
  },
  palestDeepestMiddle: {
    id: 'palestDeepestMiddle',
    name: 'Palest, deepest, middle',
    suits: 'quick work with three markers',
    steps: (rungs) =>
      rungs === 1
        ? oneMarker
        : [
            { rung: 0, place: allOver, stroke: 'small circles', purpose: 'one even coat' },
            { rung: rungs - 1, place: onBand(rungs - 1), stroke: 'small circles', purpose: 'set the darkest places' },
            ...Array.from({ length: rungs - 2 }, (_, index): SchoolStep => {
              const rung = rungs - 2 - index;
              return { rung, place: onBand(rung), stroke: 'circles outwards', purpose: 'blend the two together' };
            }),
          ],
  },
};
