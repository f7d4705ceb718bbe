import type { ColouredPicture } from '#model/coloured-picture';
import { labelsOf } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import type { PictureRecipe } from './recipe';
import type { WetAsked } from './wet-areas-of-picture';
import { type WetHand, wetLimitOf } from './wet-limit';

/** Elements of a picture that are blended, with what of them stays wet and what a hand said of it. @throws RangeError as wetLimitMm2. */
export function wetAsked(
  picture: Pick<ColouredPicture, 'elements'>,
  { elements }: Pick<PictureRecipe, 'elements'>,
  table: IndexedTable,
  hand: WetHand,
): WetAsked[] {
  return elements.flatMap((element) => {
    const maxAreaMm2 = wetLimitOf(element, hand);
    const own = picture.elements.find(({ id }) => id === element.elementId);
    if (maxAreaMm2 === null || !own) return [];
    const labels = labelsOf(own, table);
    return labels.length === 0 ? [] : [{ elementId: element.elementId, labels, maxAreaMm2, mends: own.wetMends ?? [] }];
  });
}
