import { byId } from '#core/make/by-id';
import type { ColouredElement, ColouredPicture } from '#model/coloured-picture';
import type { Colouring } from '#model/colouring';
import type { SceneLamp } from '#model/lamp';
import type { Make } from '#model/make';
import type { Operation, PatchFields } from '#model/operation';
import type { Picture } from '#model/picture';
import { pictureById } from './picture-lookup';

/** A colouring of a picture; the first where none is named, or the one named is not there. */
export function colouringOf({ colourings }: Pick<Picture, 'colourings'>, colouringId?: string | null): Colouring {
  const own = colourings.find(({ id }) => id === colouringId) ?? colourings[0];
  if (!own) throw new RangeError('A picture without a colouring: every one has one at least.');
  return own;
}

/** A picture in one of its colourings. @param colouringId absent: the first. */
export function colouredPicture(picture: Picture, colouringId?: string | null): ColouredPicture {
  const colouring = colouringOf(picture, colouringId);
  const treatments = byId(colouring.treatments);
  const elements = picture.elements.map((element): ColouredElement => {
    const treatment = treatments.get(element.id);
    return treatment ? { ...element, ...treatment } : element;
  });
  return { ...picture, elements, colouring };
}

/** A picture of a make in a colouring that is named. */
export function colouredNow(make: Make | null | undefined, { pictureId, colouringId }: ColouringName): ColouredPicture | undefined {
  const picture = pictureById(make, pictureId);
  return picture && colouredPicture(picture, colouringId);
}

/** What an element gets in a colouring that is named, and the element. */
export function colouredElement(make: Make | null | undefined, of: ColouringName, elementId: string): ColouredElement | undefined {
  return colouredNow(make, of)?.elements.find(({ id }) => id === elementId);
}

/** Every picture of a make in each of its colourings. */
export function allColoured({ pictures }: Pick<Make, 'pictures'>): ColouredPicture[] {
  return pictures.flatMap((picture) => picture.colourings.map(({ id }) => colouredPicture(picture, id)));
}

/** A colouring is named by its picture and its own id. */
export type ColouringName = { pictureId: string; colouringId: string };

export function nameOfColouring({ id, colouring }: Pick<ColouredPicture, 'id' | 'colouring'>): ColouringName {
  return { pictureId: id, colouringId: colouring.id };
}

/** Changes what an element gets in a colouring; null takes it back. */
export function treat(of: ColouringName, elementId: string, fields: PatchFields<'treatment'>): Operation {
  return { kind: 'patch', entity: 'treatment', ...of, id: elementId, fields };
}

/** The lamp of a colouring: its own, or the one of the make. */
export function lampOfColouring({ lamp }: Pick<Make, 'lamp'>, colouring: Pick<Colouring, 'lamp'>): SceneLamp {
  return colouring.lamp ?? lamp;
}

/** An empty colouring. The first of a picture has the name of the picture, so that edits of before there were colourings find it (upgrade/from-3.ts). */
export function newColouring(id: string): Colouring {
  return { id, treatments: [], strokes: [] };
}

/** What a colouring is called: its name, or its number among those of the picture. */
export function colouringTitle({ colourings }: Pick<Picture, 'colourings'>, { id, name }: Pick<Colouring, 'id' | 'name'>): string {
  return name ?? `Colouring ${colourings.findIndex((one) => one.id === id) + 1}`;
}
