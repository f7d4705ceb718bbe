import type { Coats } from '#model/colouring';
import { elementExtraSchema, type ElementExtra, type PictureExtra, pictureExtraSchema } from '#model/extra';
import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import type { SchoolId } from '#model/school';
import { type ColouringName, colouredElement, colouredNow, treat } from '#core/make/coloured';

/** Chooses the school of all elements: that of the make; of one colouring among several, where a picture has more than one. */
export function chooseSchool({ pictureId, colouringId }: ColouringName, school: SchoolId): (newest: Make) => Operation[] | null {
  return (newest) => {
    const now = colouredNow(newest, { pictureId, colouringId });
    if (!now) return null;
    if (now.colourings.length === 1) return [{ kind: 'patch', entity: 'make', fields: { school } }];
    return [{ kind: 'patch', entity: 'colouring', pictureId, id: colouringId, fields: { school } }];
  };
}

/** Chooses the school of one element; null: as all. */
export function chooseSchoolOf(of: ColouringName, elementId: string, school: SchoolId | null): (newest: Make) => Operation[] {
  return () => [treat(of, elementId, { school })];
}

/** Changes how often an element is laid, from how it is now; one coat with nothing more is none said. */
export function changeCoats(of: ColouringName, elementId: string, change: (now: Coats) => Coats): (newest: Make) => Operation[] | null {
  return (newest) => {
    const element = colouredElement(newest, of, elementId);
    if (!element) return null;
    const coats = change(element.coats ?? { passes: 1 });
    const saysNothing = coats.passes === 1 && !coats.untilHappy && !coats.darker;
    return [treat(of, elementId, { coats: saysNothing ? null : coats })];
  };
}

function turned<E>(extras: readonly E[], extra: E, all: readonly E[]): E[] {
  return all.filter((one) => (one === extra ? !extras.includes(extra) : extras.includes(one)));
}

/** Takes an extra for an element, or lets it go. */
export function turnExtra(of: ColouringName, elementId: string, extra: ElementExtra): (newest: Make) => Operation[] | null {
  return (newest) => {
    const element = colouredElement(newest, of, elementId);
    if (!element) return null;
    const extras = turned(element.extras ?? [], extra, elementExtraSchema.options);
    return [treat(of, elementId, { extras: extras.length > 0 ? extras : null })];
  };
}

/** Takes what is done to the whole picture in the end, or lets it go. */
export function turnFinish({ pictureId, colouringId }: ColouringName, extra: PictureExtra): (newest: Make) => Operation[] | null {
  return (newest) => {
    const now = colouredNow(newest, { pictureId, colouringId });
    if (!now) return null;
    const extras = turned(now.colouring.extras ?? [], extra, pictureExtraSchema.options);
    return [{ kind: 'patch', entity: 'colouring', pictureId, id: colouringId, fields: { extras: extras.length > 0 ? extras : null } }];
  };
}

/** Names the paper or the line ink of a colouring; null: not known. */
export function nameSupply(
  { pictureId, colouringId }: ColouringName,
  fields: { paper: string | null } | { lineInk: string | null },
): (newest: Make) => Operation[] {
  return () => [{ kind: 'patch', entity: 'colouring', pictureId, id: colouringId, fields }];
}

/** Says which colour a picture's lines have; null: as it was read. */
export function sayLineHex(pictureId: string, saidLineHex: string | null): () => Operation[] {
  return () => [{ kind: 'patch', entity: 'picture', id: pictureId, fields: { saidLineHex } }];
}
