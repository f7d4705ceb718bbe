import type { Make } from '#model/make';
import type { Supply } from '#model/supplies';
import type { cautions } from '#core/technique/cautions';
import { inkNeeds } from './ink-needs';
import { drawnById } from './needs-of-make';

/** What of the work on the cards can hurt: blades wherever something is cut; heat and powders where an ink asks for them, told by what sort it is. */
export function careOfCards(make: Make, supplies: readonly Pick<Supply, 'kind' | 'name' | 'sort'>[]): (keyof typeof cautions)[] {
  const pieces = (make.cards ?? []).flatMap((card) => card.pieces);
  const inks = pieces.flatMap(({ image }) => {
    if (image.kind === 'words') return drawnById(make, 'words', image.drawnId)?.ink ?? [];
    if (image.kind !== 'picture') return [];
    const picture = make.pictures.find(({ id }) => id === image.pictureId);
    return picture?.colourings.find(({ id }) => id === image.colouringId)?.lineInk ?? [];
  });
  const needs = inks.map((ink) => inkNeeds(ink, supplies));
  const isTrimmed = (make.cards ?? []).some(({ papers }) => papers !== undefined);
  return [
    ...(pieces.some(({ cut }) => cut.by !== 'panel') || isTrimmed ? (['blades'] as const) : []),
    ...(needs.some(({ heat }) => heat) ? (['heat'] as const) : []),
    ...(needs.some(({ powder }) => powder) ? (['powders'] as const) : []),
  ];
}
