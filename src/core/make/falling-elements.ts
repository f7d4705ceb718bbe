import type { ColouredPicture } from '#model/coloured-picture';
import { kindOf } from './element-names';

/** Ids of elements whose strokes fall down from a parting: hair. */
export function fallingElements(picture: Pick<ColouredPicture, 'elements'> | undefined): string[] {
  return (picture?.elements ?? []).flatMap((element) => (kindOf(element) === 'hair' ? [element.id] : []));
}
