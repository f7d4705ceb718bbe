import type { ColouredElement } from '#model/coloured-picture';
import type { School } from '#model/school';
import { rungsOfPart } from './lay-marks';

type Given = {
  element: Pick<ColouredElement, 'name' | 'coats'>;
  school: School;
  rungs: number;
  isTooTiny: boolean;
  /** It is large, with narrow places. */
  isLarge: boolean;
  /** The school that was chosen for it is not there any more. */
  isGone: boolean;
  /** Names of extras that wait for each other in a round. */
  cycle: readonly string[] | null;
};

/** What of an element's recipe is left out or otherwise than was wished, and why, in words. */
export function notesOfElement({ element: { coats }, school, rungs, isTooTiny, isLarge, isGone, cycle }: Given): string[] {
  const notes: string[] = [];
  if (isTooTiny && rungs > 1) notes.push('Too tiny to blend: one marker of its ladder, once.');
  if (isLarge) notes.push('The fine nib for its narrow places.');
  if (isGone) notes.push('The school that was chosen for it is no longer among yours: it is laid as all.');
  if (rungs > 1 && !isTooTiny) {
    const missing = school.marks.filter(
      (part) => ['second', 'third', 'fourth', 'fifth'].includes(part.rung) && rungsOfPart(part.rung, rungs).length === 0,
    );
    for (const { rung } of missing)
      notes.push(
        `“${school.name}” takes a ${rung} marker; its ladder has ${rungs}. That step is left out: add a marker at Groups, or take another school.`,
      );
  }
  if (coats?.darker && coats.passes === 1) notes.push(`${coats.darker.code} waits for a second coat; there is only one.`);
  if (cycle)
    notes.push(
      `${cycle.join(' waits for ')} waits for ${cycle[0]}: that goes round. What you noted of them is left out; change it at the rack, “Paper and ink”.`,
    );
  return notes;
}
