import type { Picture } from '#model/picture';
import { cleanText } from '#model/text';

/** A name not taken among others: "Pilot 2". */
export function freshCopyName(name: string, taken: readonly string[], most = 80): string {
  for (let number = 2; ; number++) {
    const ending = ` ${number}`;
    const wished = `${cleanText(name, most - ending.length)}${ending}`;
    if (!taken.includes(wished)) return wished;
  }
}

/**
 * A copy of a picture for the same make, with its regions, elements and mends: rows of its own, so that each can go its own way.
 * @param newId gives an id not used before.
 */
export function copyOfPicture(picture: Picture, others: readonly Picture[], newId: () => string): Picture {
  const { standsAtMm: _, ...kept } = picture;
  return {
    ...kept,
    id: newId(),
    name: freshCopyName(
      picture.name,
      others.map(({ name }) => name),
    ),
    elements: picture.elements.map((element) => ({ ...element, id: newId() })),
    // The names of mends are part of what the regions were read from: with others they would be read anew.
    mends: picture.mends,
  };
}
