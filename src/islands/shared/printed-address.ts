import type { ColouredPicture } from '#model/coloured-picture';

/** The address of a page to be printed of one colouring of a picture. */
export function printedAddress(makeId: string, what: 'recipe' | 'pull-list', { id, colouring, colourings }: ColouredPicture): string {
  const which = colourings.length > 1 ? `&colouring=${colouring.id}` : '';
  return `/makes/${makeId}/${what}?picture=${id}${which}`;
}
