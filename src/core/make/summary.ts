import type { Make } from '#model/make';
import type { MakeSummary } from '#model/make-summary';
import { allColoured, colouredPicture } from './coloured';
import { nextThing, progressOfPicture } from './progress';

/** Most elements of a make that its summary tells of. */
const mostTold = 400;

/** What the list of makes shows of one, and which ladders its elements got: small, and without its documents. */
export function summaryOf(make: Make): MakeSummary {
  const pictures = make.pictures.map((picture) => {
    const { regions, whiteRegions } = progressOfPicture(colouredPicture(picture));
    const { id, name, grey } = picture;
    return { id, name, grey: grey.sha256, regions, gathered: regions - whiteRegions };
  });
  const ladders = allColoured(make)
    .flatMap(({ id: pictureId, elements, colouring: own, colourings }) => {
      const colouring = colourings.findIndex(({ id }) => id === own.id);
      return elements.flatMap(({ id, name, ladder }) =>
        ladder ? [{ pictureId, colouring, elementId: id, element: name, rungs: ladder.rungs }] : [],
      );
    })
    .slice(0, mostTold);
  return { id: make.id, name: make.name, next: nextThing(make), pictures, ladders };
}
