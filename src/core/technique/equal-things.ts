import type { ColouredThing } from './wet-blend';
import { layersWhileWet, wetLimitMm2, wetRuns } from './wet-limit';

/** Things by a key, in the order in which each key is first met. */
export function inGroups<T>(things: readonly T[], keyOf: (thing: T) => string): T[][] {
  const groups = new Map<string, T[]>();
  for (const thing of things) groups.set(keyOf(thing), [...(groups.get(keyOf(thing)) ?? []), thing]);
  return [...groups.values()];
}

/** What two elements are laid alike by: the same inks, tools, places and strokes in the same turn. */
function alikeBy({ element: { marks, rungs } }: ColouredThing): string {
  return JSON.stringify([
    rungs.map(({ markerId, share }) => [markerId, Math.round(100 * share)]),
    marks.map(({ markerId, code, tool, place, stroke, nib, coat, afterDry }) => [
      markerId ?? code,
      tool,
      place,
      stroke,
      nib,
      coat,
      afterDry,
    ]),
  ]);
}

/**
 * Elements that are brought to one depth together, marker by marker across them: those that are laid alike, where all of them stay wet together.
 * @returns groups in the order of their first; whatever has no like, or is too much together, is a group of its own.
 */
export function equalThings(things: readonly ColouredThing[], paceCm2: number): ColouredThing[][] {
  return inGroups(things, (thing) => (thing.hostKey === null ? alikeBy(thing) : thing.key)).flatMap((group) => {
    if (group.length === 1) return [group];
    const { marks, rungs } = (group[0] as ColouredThing).element;
    const layers = Math.max(...wetRuns(marks).map((run) => layersWhileWet(run, rungs)));
    const wetS = Math.min(...group.map((thing) => thing.wetS));
    const areaMm2 = group.reduce((sum, { element }) => sum + element.areaMm2, 0);
    return areaMm2 <= wetLimitMm2({ paceCm2, wetS }, layers) ? [group] : group.map((one) => [one]);
  });
}

/** The steps of what is laid by a school whose layers may dry: what goes over the edge of a mark belongs to the step that left it. */
export function stepsOf<M extends { place: { kind: string } }>(marks: readonly M[]): M[][] {
  const steps: M[][] = [];
  for (const mark of marks) {
    const last = steps.at(-1);
    if (last && mark.place.kind === 'edge') last.push(mark);
    else steps.push([mark]);
  }
  return steps;
}
