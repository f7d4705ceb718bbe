/** Where on a make's screen: the id of a station; null is the first picture, and its first colouring. */
export type MakePlace = { station: string; pictureId: string | null; colouringId: string | null };

/** "#light/picture-id/colouring-id": kept in the address, so that a reload and the browser's back button find it. */
export function addressOf({ station, pictureId, colouringId }: MakePlace): string {
  return ['#', [station, pictureId, pictureId && colouringId].filter((part) => part).join('/')].join('');
}
