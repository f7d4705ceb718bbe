import { counted } from '#core/make/counted';
import type { Operation } from '#model/operation';
import type { ColouredElement, ColouredPicture } from '#model/coloured-picture';
import { nameOfColouring, treat } from '#core/make/coloured';
import { freshElementName, ownersOf } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import type { Hand } from '../../document/make-store';

export type Gathering = { operations: Operation[]; hand: Hand; said: string };

export type Gesture = 'tap' | 'sweep' | 'lasso';

/**
 * What a tap, a drag or a loop over regions means with what is in hand.
 * As a rule each makes one new element of the white regions it takes; a tap on what is gathered takes its element in hand. With an element
 * in hand that is being added to, they join it, and a tap on one of its own lets it go. With a ladder in hand: the element under the tap gets
 * the ladder; white regions become one new element with it, which further ones join.
 */
export function gather(
  picture: ColouredPicture,
  table: IndexedTable,
  hand: Hand,
  labels: readonly number[],
  gesture: Gesture,
  newId: () => string,
): Gathering | null {
  const regionIds = labels.flatMap((label) => table.byLabel.get(label)?.id ?? []);
  const owners = ownersOf(picture);
  const white = regionIds.filter((id) => !owners.has(id));
  if (gesture === 'lasso' && regionIds.length === 0)
    return { operations: [], hand, said: 'The loop goes round no area: draw it round the middle of what it is to take.' };
  if (regionIds.length === 0) return null;
  if (hand.kind === 'ladder') return withLadder(picture, hand, { regionIds, white, owners }, newId);
  const inHand = hand.kind === 'element' ? picture.elements.find(({ id }) => id === hand.elementId) : undefined;
  if (inHand && hand.kind === 'element' && hand.isJoining) return join(picture.id, inHand, { regionIds, owners, gesture, hand });
  const owner = owners.get(regionIds[0] as string);
  if (gesture === 'tap' && owner) {
    return { operations: [], hand: { kind: 'element', elementId: owner.id }, said: `${owner.name} in hand` };
  }
  if (white.length === 0) return { operations: [], hand, said: 'All that it takes has its element already: “Add areas” moves them.' };
  return begin(picture, white, newId);
}

function begin(picture: ColouredPicture, white: readonly string[], newId: () => string, ladder?: Hand & { kind: 'ladder' }): Gathering {
  const id = newId();
  const name = freshElementName(picture);
  const element = { id, name, regionIds: [...white] };
  return {
    operations: [
      { kind: 'put', entity: 'element', pictureId: picture.id, row: element },
      ...(ladder ? [treat(nameOfColouring(picture), id, { ladder: ladder.ladder })] : []),
    ],
    hand: ladder ? { ...ladder, elementId: id } : { kind: 'element', elementId: id },
    said: `${name} begun with ${counted(white.length, 'area')}`,
  };
}

type Touched = { regionIds: readonly string[]; white: readonly string[]; owners: ReadonlyMap<string, ColouredElement> };

function withLadder(
  picture: ColouredPicture,
  hand: Hand & { kind: 'ladder' },
  { regionIds, white, owners }: Touched,
  newId: () => string,
): Gathering {
  if (white.length > 0) {
    const begun = picture.elements.find(({ id }) => id === hand.elementId);
    if (!begun) return begin(picture, white, newId, hand);
    return { operations: [assignTo(picture.id, begun.id, white)], hand, said: `${counted(white.length, 'area')} added to ${begun.name}` };
  }
  const dressed = [...new Set(regionIds.map((id) => owners.get(id)))].filter((element) => element !== undefined);
  return {
    operations: dressed.map(({ id }) => treat(nameOfColouring(picture), id, { ladder: hand.ladder })),
    hand,
    said: `Ladder given to ${dressed.map(({ name }) => name).join(', ')}`,
  };
}

type Joined = Pick<Touched, 'regionIds' | 'owners'> & { gesture: Gesture; hand: Hand };

function join(pictureId: string, inHand: ColouredElement, { regionIds, owners, gesture, hand }: Joined): Gathering {
  if (gesture === 'tap' && owners.get(regionIds[0] as string) === inHand) {
    return {
      operations: [{ kind: 'assignRegions', pictureId, assignments: regionIds.map((regionId) => ({ regionId, elementId: null })) }],
      hand,
      said: `1 area let go from ${inHand.name}`,
    };
  }
  const joining = regionIds.filter((id) => owners.get(id) !== inHand);
  if (joining.length === 0) return { operations: [], hand, said: `${inHand.name} has them already.` };
  return {
    operations: [assignTo(pictureId, inHand.id, joining)],
    hand,
    said: `${counted(joining.length, 'area')} added to ${inHand.name}`,
  };
}

/** Gives regions to an element, from whichever they are in. */
export function assignTo(pictureId: string, elementId: string, regionIds: readonly string[]): Operation {
  return { kind: 'assignRegions', pictureId, assignments: regionIds.map((regionId) => ({ regionId, elementId })) };
}
