import type { ColouredPicture } from '#model/coloured-picture';

/** Ids of elements whose strokes fall down from a parting: hair. */
export function fallingElements(picture: Pick<ColouredPicture, 'elements'> | undefined): string[] {
  return (picture?.elements ?? []).flatMap(({ id, kind }) => (kind === 'hair' ? [id] : []));
}
