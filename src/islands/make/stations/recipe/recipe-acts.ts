import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import type { SchoolId } from '#model/school';
import { type ColouringName, colouredNow, treat } from '#core/make/coloured';

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
