import { assignTo, goneWords } from '#core/make/assign-regions';
import { counted } from '#core/make/counted';
import type { Operation } from '#model/operation';
import type { ColouredElement, ColouredPicture } from '#model/coloured-picture';
import type { Element, Picture } from '#model/picture';
import { nameOfColouring, treat } from '#core/make/coloured';
import { freshElementName, ownersOf } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import type { Hand } from '../../document/make-store';

/** Areas of another element that were tapped with one in hand: whether they are taken is asked at the tap. */
export type TakeFrom = { regionIds: readonly string[]; fromId: string };

export type Gathering = { operations: Operation[]; hand: Hand; said: string; asks?: TakeFrom };

export type Gesture = 'tap' | 'sweep' | 'lasso';

const nothing: Hand = { kind: 'nothing' };

/**
 * What a tap, a drag or a loop over regions means with what is in hand.
 * With empty hands white regions become one new element; a tap on what is gathered takes its element in hand, a drag or loop over a part of one element splits
 * that part off. With an element in hand white regions join it, a tap on one of its own lets it go, one on another's asks, and one on paper puts it down. With
 * a ladder in hand: the element under the tap gets the ladder; white regions become one new element with it, which further ones join.
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
  const held = hand.kind === 'element' ? picture.elements.find(({ id }) => id === hand.elementId) : undefined;
  if (regionIds.length === 0) {
    return held && gesture === 'tap' ? { operations: [], hand: nothing, said: `${held.name} is put down.` } : null;
  }
  const touched = { regionIds, white, owners };
  if (hand.kind === 'ladder') return withLadder(picture, hand, touched, newId);
  // A soft spot and what lies outside have no areas.
  if (held && !held.spot && !held.outside && gesture === 'tap') return tapWith(picture, held, hand, touched);
  if (held && !held.spot && !held.outside && white.length > 0) return join(picture, held, hand, white);
  const owner = owners.get(regionIds[0] as string);
  if (gesture === 'tap' && owner) return { operations: [], hand: { kind: 'element', elementId: owner.id }, said: `${owner.name} in hand` };
  if (white.length > 0) return begin(picture, white, newId);
  return splitOff(picture, touched, hand, newId);
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
    return join(picture, begun, hand, white);
  }
  const dressed = [...new Set(regionIds.map((id) => owners.get(id)))].filter((element) => element !== undefined);
  return {
    operations: dressed.map(({ id }) => treat(nameOfColouring(picture), id, { ladder: hand.ladder })),
    hand,
    said: `Ladder given to ${dressed.map(({ name }) => name).join(', ')}`,
  };
}

/** Adds regions to an element, from whichever they are in. */
export function join(picture: Picture, element: Element, hand: Hand, regionIds: readonly string[]): Gathering {
  const { operations, gone } = assignTo(picture, element.id, regionIds);
  return { operations, hand, said: `${counted(regionIds.length, 'area')} added to ${element.name}.${goneWords(gone)}` };
}

function tapWith(picture: ColouredPicture, held: ColouredElement, hand: Hand, { regionIds, owners }: Touched): Gathering {
  const owner = owners.get(regionIds[0] as string);
  if (!owner) return join(picture, held, hand, regionIds);
  if (owner !== held) {
    return { operations: [], hand, said: `That is of ${owner.name}.`, asks: { regionIds, fromId: owner.id } };
  }
  const { operations, gone } = assignTo(picture, null, regionIds);
  return {
    operations,
    hand: gone.length > 0 ? nothing : hand,
    said: `1 area let go from ${held.name}.${goneWords(gone)}`,
  };
}

/** A part of one element, round which a drag or a loop went, becomes an element of its own. */
function splitOff(picture: ColouredPicture, { regionIds, owners }: Touched, hand: Hand, newId: () => string): Gathering {
  const of = [...new Set(regionIds.map((id) => owners.get(id)))].filter((element) => element !== undefined);
  const [owner] = of;
  if (!owner || of.length > 1)
    return { operations: [], hand, said: `They are of ${of.map(({ name }) => name).join(' and ')}: tap one to take it in hand.` };
  if (regionIds.length === owner.regionIds.length)
    return { operations: [], hand: { kind: 'element', elementId: owner.id }, said: `${owner.name} in hand` };
  const id = newId();
  const name = freshElementName(picture);
  return {
    operations: [
      { kind: 'put', entity: 'element', pictureId: picture.id, row: { id, name, regionIds: [] } },
      ...assignTo(picture, id, regionIds).operations,
    ],
    hand: { kind: 'element', elementId: id },
    said: `${counted(regionIds.length, 'area')} split off from ${owner.name}`,
  };
}
