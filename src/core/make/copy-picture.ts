import type { Element, Picture } from '#model/picture';
import { mostPictureName } from '#model/picture';
import { freshName } from './fresh-name';

/** A soft spot lies on the copy of the element it lay on. */
function spotOn({ spot }: Element, ids: ReadonlyMap<string, string>): Partial<Element> {
  return spot ? { spot: { ...spot, on: ids.get(spot.on) ?? spot.on } } : {};
}

/**
 * A copy of a picture for the same make, with its regions, elements and mends: rows of its own, so that each can go its own way.
 * @param newId gives an id not used before.
 */
export function copyOfPicture(picture: Picture, others: readonly Picture[], newId: () => string): Picture {
  const { standsAtMm: _, ...kept } = picture;
  const id = newId();
  const ids = new Map(picture.elements.map((element) => [element.id, newId()]));
  return {
    ...kept,
    id,
    name: freshName(
      picture.name,
      others.map(({ name }) => name),
      { most: mostPictureName, from: 2 },
    ),
    elements: picture.elements.map((element) => ({ ...element, ...spotOn(element, ids), id: ids.get(element.id) ?? newId() })),
    bodies: picture.bodies.map((body) => ({ ...body, id: newId() })),
    // The names of mends are part of what the regions were read from: with others they would be read anew.
    mends: picture.mends,
  };
}
