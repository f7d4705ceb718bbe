import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';

/** Takes elements out, with the soft spots that lie on them: those would lie on nothing. */
export function takeOut(picture: Picture, elementIds: readonly string[]): Operation[] {
  const gone = new Set(elementIds);
  const lying = picture.elements.filter(({ id, spot }) => spot && gone.has(spot.on) && !gone.has(id)).map(({ id }) => id);
  return [...lying, ...elementIds].map((id) => ({ kind: 'remove', entity: 'element', pictureId: picture.id, id }));
}

export type Reassigned = {
  operations: Operation[];
  /** Names of the elements that lost their last area by it, and went. */
  gone: string[];
};

/** Gives regions to an element, or to none (null), from whichever they are in; an element that loses its last one goes. */
export function assignTo(picture: Picture, elementId: string | null, regionIds: readonly string[]): Reassigned {
  const taken = new Set(regionIds);
  const emptied = picture.elements.filter(
    ({ id, regionIds: own }) => id !== elementId && own.length > 0 && own.every((regionId) => taken.has(regionId)),
  );
  const assignments = regionIds.map((regionId) => ({ regionId, elementId }));
  return {
    operations: [
      { kind: 'assignRegions', pictureId: picture.id, assignments },
      ...takeOut(
        picture,
        emptied.map(({ id }) => id),
      ),
    ],
    gone: emptied.map(({ name }) => name),
  };
}

/** What is said of elements that went because they lost their last area; empty when none did. */
export function goneWords(gone: readonly string[]): string {
  if (gone.length === 0) return '';
  return ` ${gone.join(' and ')} ${gone.length === 1 ? 'has' : 'have'} no area left, and ${gone.length === 1 ? 'is' : 'are'} gone.`;
}
