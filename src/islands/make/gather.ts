import { counted } from '#core/make/counted';
import type { Operation } from '#model/operation';
import type { Element, Picture } from '#model/picture';
import { freshElementName, ownersOf } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import type { Hand } from './make-store';

export type Gathering = { operations: Operation[]; hand: Hand; said: string };

/**
 * What a tap or a drag over regions means with what is in hand.
 * With an element in hand: the regions join it; a single tap on one of its own lets it go. With a ladder in hand: the
 * element under the tap gets the ladder; white regions become one new element with it, which further ones join. With empty
 * hands: the tapped element is taken in hand; white regions become a new element.
 */
export function gather(
  picture: Picture,
  table: IndexedTable,
  hand: Hand,
  labels: readonly number[],
  gesture: 'tap' | 'sweep',
  newId: () => string,
): Gathering | null {
  const regionIds = labels.flatMap((label) => table.byLabel.get(label)?.id ?? []);
  if (regionIds.length === 0) return null;
  const owners = ownersOf(picture);
  const ownerOf = (regionId: string): Element | undefined => owners.get(regionId);
  const pictureId = picture.id;
  const owner = ownerOf(regionIds[0] as string);

  const create = (wished: string[], ladder?: Hand & { kind: 'ladder' }): Gathering => {
    const id = newId();
    const name = freshElementName(picture);
    const element = { id, name, regionIds: wished, ...(ladder ? { ladder: ladder.ladder } : {}) };
    return {
      operations: [{ kind: 'put', entity: 'element', pictureId, row: element }],
      hand: ladder ? { ...ladder, elementId: id } : { kind: 'element', elementId: id },
      said: `${name} begun with ${counted(wished.length, 'area')}`,
    };
  };

  if (hand.kind === 'ladder') {
    const white = regionIds.filter((id) => !ownerOf(id));
    if (white.length > 0) {
      const begun = picture.elements.find(({ id }) => id === hand.elementId);
      if (!begun) return create(white, hand);
      return { operations: [assignTo(pictureId, begun.id, white)], hand, said: `${counted(white.length, 'area')} added to ${begun.name}` };
    }
    const dressed = [...new Set(regionIds.map(ownerOf))].filter((element) => element !== undefined);
    return {
      operations: dressed.map(({ id }) => ({ kind: 'patch', entity: 'element', pictureId, id, fields: { ladder: hand.ladder } })),
      hand,
      said: `Ladder given to ${dressed.map(({ name }) => name).join(', ')}`,
    };
  }

  const inHand = hand.kind === 'element' ? picture.elements.find(({ id }) => id === hand.elementId) : undefined;
  if (!inHand) {
    if (gesture === 'tap' && owner)
      return { operations: [], hand: { kind: 'element', elementId: owner.id }, said: `${owner.name} in hand` };
    const white = regionIds.filter((id) => !ownerOf(id));
    return white.length > 0 ? create(white) : null;
  }
  if (gesture === 'tap' && owner === inHand) {
    return {
      operations: [{ kind: 'assignRegions', pictureId, assignments: regionIds.map((regionId) => ({ regionId, elementId: null })) }],
      hand,
      said: `1 area let go from ${inHand.name}`,
    };
  }
  const joining = regionIds.filter((id) => ownerOf(id) !== inHand);
  if (joining.length === 0) return null;
  return {
    operations: [assignTo(pictureId, inHand.id, joining)],
    hand,
    said: `${counted(joining.length, 'area')} added to ${inHand.name}`,
  };
}

function assignTo(pictureId: string, elementId: string, regionIds: readonly string[]): Operation {
  return { kind: 'assignRegions', pictureId, assignments: regionIds.map((regionId) => ({ regionId, elementId })) };
}
