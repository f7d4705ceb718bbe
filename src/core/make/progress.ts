import type { Make } from '#model/make';
import type { Picture } from '#model/picture';
import { counted } from './counted';

/** What is still open in a picture, counted. */
export type PictureProgress = {
  regions: number;
  /** Regions that belong to no element: they stay white. */
  whiteRegions: number;
  elements: number;
  elementsWithoutLadder: number;
  emptyElements: number;
};

export function progressOfPicture(picture: Picture): PictureProgress {
  const regions = picture.regionMap?.regions.length ?? 0;
  const gathered = picture.elements.reduce((sum, { regionIds }) => sum + regionIds.length, 0);
  return {
    regions,
    whiteRegions: regions - gathered,
    elements: picture.elements.length,
    elementsWithoutLadder: picture.elements.filter(({ ladder }) => !ladder).length,
    emptyElements: picture.elements.filter(({ regionIds }) => regionIds.length === 0).length,
  };
}

export type Station = 'picture' | 'elements' | 'groups' | 'light' | 'recipe';
export type NextThing = { station: Station; words: string };

/** The one next thing to do in a make, in the order of the trade. */
export function nextThing(make: Make): NextThing {
  const picture = make.pictures[0];
  if (!picture) return { station: 'picture', words: 'Bring in a line image' };
  if (!picture.regionMap) return { station: 'picture', words: 'Find the areas of the picture' };
  const progress = progressOfPicture(picture);
  if (progress.elements === 0) return { station: 'elements', words: 'Gather the first element' };
  if (progress.elementsWithoutLadder > 0) {
    const count = progress.elementsWithoutLadder;
    return { station: 'groups', words: `${counted(count, 'element needs', 'elements need')} a ladder` };
  }
  if (progress.whiteRegions > 0) {
    return {
      station: 'elements',
      words: `${counted(progress.whiteRegions, 'area')} still white`,
    };
  }
  return { station: 'recipe', words: 'Read the recipe' };
}
