import type { Make } from '#model/make';
import type { ColouredPicture } from '#model/coloured-picture';
import { allColoured } from './coloured';
import { counted } from './counted';
import { staysWhite } from './element-names';

/** What is still open in a picture, counted. */
export type PictureProgress = {
  regions: number;
  /** Regions that belong to no element: they stay white. */
  whiteRegions: number;
  /** Without bare paper. */
  elements: number;
  elementsWithoutLadder: number;
  emptyElements: number;
};

export function progressOfPicture(picture: Pick<ColouredPicture, 'regionMap' | 'elements' | 'colouring'>): PictureProgress {
  const regions = picture.regionMap?.count ?? 0;
  const gathered = picture.elements.reduce((sum, { regionIds }) => sum + regionIds.length, 0);
  return {
    regions,
    whiteRegions: regions - gathered,
    elements: picture.elements.filter((element) => !staysWhite(element)).length,
    // Bare paper needs none.
    elementsWithoutLadder: picture.elements.filter((element) => !element.ladder && !staysWhite(element)).length,
    emptyElements: picture.elements.filter(({ regionIds, spot, outside }) => regionIds.length === 0 && !spot && !outside).length,
  };
}

/** `station`: id of the one of the workline where it is done. */
export type NextThing = { station: string; words: string; pictureId: string | null; colouringId: string | null };

function nextOfPicture(picture: ColouredPicture): Omit<NextThing, 'pictureId' | 'colouringId'> {
  if (!picture.regionMap) return { station: 'picture', words: 'Find the areas of the picture' };
  const { elements, elementsWithoutLadder, whiteRegions } = progressOfPicture(picture);
  if (elements === 0) return { station: 'elements', words: 'Gather the first element' };
  if (elementsWithoutLadder > 0) {
    return { station: 'groups', words: `${counted(elementsWithoutLadder, 'element needs', 'elements need')} a ladder` };
  }
  if (whiteRegions > 0) return { station: 'elements', words: `${counted(whiteRegions, 'area')} still white` };
  return { station: 'recipe', words: 'Read the recipe' };
}

/** The one next thing to do in a make, in the order of the trade: of its first picture, in its first colouring, with something open. */
export function nextThing(make: Make): NextThing {
  const things = allColoured(make).map((picture) => ({
    ...nextOfPicture(picture),
    pictureId: picture.id,
    colouringId: picture.colouring.id === picture.colourings[0]?.id ? null : picture.colouring.id,
  }));
  return (
    things.find(({ station }) => station !== 'recipe') ??
    things[0] ?? { station: 'picture', words: 'Bring in a line image', pictureId: null, colouringId: null }
  );
}
