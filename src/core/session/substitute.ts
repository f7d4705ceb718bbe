import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import { type ColouringName, colouredNow, treat } from '#core/make/coloured';

/**
 * Puts one marker into the place of another in all ladders of some colourings, and among their darker ones. A ladder that has the other already stays as it is: no marker
 * stands in it twice. Colourings that are not there any more are passed over.
 * @param isWanted which elements. Default: all.
 */
export function substituteInMake(
  make: Make,
  of: readonly ColouringName[],
  fromId: string,
  to: { markerId: string; code: string },
  isWanted: (elementId: string) => boolean = () => true,
): Operation[] {
  return of.flatMap(({ pictureId, colouringId }): Operation[] => {
    const name = { pictureId, colouringId };
    const picture = colouredNow(make, name);
    if (!picture || picture.colouring.id !== name.colouringId) return [];
    return picture.elements.flatMap(({ id, ladder, coats }): Operation[] => {
      if (!isWanted(id)) return [];
      const rungs = ladder?.rungs ?? [];
      const hasOther = rungs.some(({ markerId }) => markerId === to.markerId);
      const changesLadder = ladder !== undefined && !hasOther && rungs.some(({ markerId }) => markerId === fromId);
      const changesDarker = coats?.darker?.markerId === fromId && !hasOther;
      if (!changesLadder && !changesDarker) return [];
      return [
        treat(name, id, {
          ...(changesLadder ? { ladder: { ...ladder, rungs: rungs.map((rung) => (rung.markerId === fromId ? { ...to } : rung)) } } : {}),
          ...(changesDarker ? { coats: { ...coats, darker: { ...to } } } : {}),
        }),
      ];
    });
  });
}
