import type { ColouredPicture } from '#model/coloured-picture';

/** The address of the pull list, to be printed, of one colouring of a picture. */
export function pullListAddress(makeId: string, { id, colouring, colourings }: ColouredPicture): string {
  const which = colourings.length > 1 ? `&colouring=${colouring.id}` : '';
  return `/makes/${makeId}/pull-list?picture=${id}${which}`;
}
