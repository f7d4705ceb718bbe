import type { ColouredElement } from '#model/coloured-picture';
import type { Colouring } from '#model/colouring';
import type { Make } from '#model/make';
import { asFitsSchool, type School, type SchoolId } from '#model/school';
import schoolData from './schools.json';

/** The schools that come with the program, as rows; a maker's own are rows of the same form. Common practice, no source. */
export const readySchools: readonly School[] = schoolData as School[];

const named = (id: SchoolId, schools: readonly School[]): School | undefined => schools.find((school) => school.id === id);

/** A school by its id; one that is not there any more is the first, which is recommended. @param schools default: those that come with the program. */
export function schoolById(id: SchoolId, schools: readonly School[] = readySchools): School {
  const school = named(id, schools) ?? schools[0];
  if (!school) throw new RangeError('schoolById expects at least one school.');
  return school;
}

/** Those that come with the program, and the maker's own after them. */
export function allSchools(own: readonly School[] = []): readonly School[] {
  return own.length === 0 ? readySchools : [...readySchools, ...own];
}

/** Schools that a maker chooses from for ladders light to dark. */
export function schoolsToChoose(schools: readonly School[] = readySchools): School[] {
  return schools.filter(({ ladders }) => ladders === 'lightToDark');
}

/** The school of a colouring: its own, or the one of the make; null: each element has the one that suits it. */
export function schoolOfColouring(
  make: Pick<Make, 'school'>,
  colouring: Pick<Colouring, 'school'>,
  schools?: readonly School[],
): School | null {
  const id = colouring.school ?? make.school;
  return id === asFitsSchool ? null : schoolById(id, schools);
}

/** Whether a ladder lies from the edge to the middle; one marker has no order. */
export function liesByPlace({ ladder }: Pick<ColouredElement, 'ladder'>): boolean {
  return ladder?.order === 'place' && ladder.rungs.length > 1;
}
