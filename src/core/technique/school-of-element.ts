import { asFitsSchool, type School } from '#model/school';
import type { ColouredElement } from '#model/coloured-picture';
import type { Make } from '#model/make';
import type { Lab } from '#model/marker';
import { kindOf } from '#core/make/element-names';
import { recommendSchool, type Recommended } from './recommend-school';
import { liesByPlace, readySchools, schoolById } from './schools';

/** The school that is mostly chosen by hand for things of this kind in a make, from two on. */
function usualSchoolOf(
  make: Partial<Pick<Make, 'pictures'>>,
  element: Pick<ColouredElement, 'id' | 'kind' | 'name'>,
  schools: readonly School[],
): { school: string; name: string } | undefined {
  const [{ id }, kind] = [element, kindOf(element)];
  if (!kind) return undefined;
  const counts = new Map<string, number>();
  for (const { elements, colourings } of make.pictures ?? []) {
    const alike = new Set(elements.filter((one) => kindOf(one) === kind && one.id !== id).map((one) => one.id));
    for (const { treatments } of colourings)
      for (const { id: of, school } of treatments) if (school && alike.has(of)) counts.set(school, (counts.get(school) ?? 0) + 1);
  }
  const [most] = [...counts].sort(([, one], [, other]) => other - one);
  const own = most && most[1] > 1 ? schools.find((school) => school.id === most[0]) : undefined;
  return own && { school: own.id, name: own.name };
}

export type ElementSchool = {
  school: School;
  /** What would suit it; null where there is no choice: one marker, hues by place, the paper outside. */
  recommended: (Recommended & { name: string }) | null;
  /** Its own choice is not there any more. */
  isGone: boolean;
};

type Given = {
  make: Partial<Pick<Make, 'pictures'>>;
  /** Of the colouring, or the make; null: each as recommended. */
  ofAll: School | null;
  schools?: readonly School[];
  areaMm2: number;
  /** Of its largest area. */
  largestMm2: number;
  labs: readonly (Lab | undefined)[];
  isTooTiny: boolean;
};

/** The school by which an element is laid: that of its ladder's order or its place, else its own choice, that of all, or the one that suits it. */
export function schoolForElement(
  element: ColouredElement,
  { make, ofAll, schools = readySchools, areaMm2, largestMm2, labs, isTooTiny }: Given,
): ElementSchool {
  const fixed = element.outside ? 'outside' : liesByPlace(element) ? 'byPlace' : null;
  const forced = fixed && schools.find(({ ladders }) => ladders === fixed);
  if (forced) return { school: forced, recommended: null, isGone: false };
  const facts = {
    areaMm2,
    largestMm2,
    labs,
    kind: kindOf(element),
    keepsWhite: element.light?.highlight !== undefined,
    areas: element.regionIds.length,
  };
  const suits = recommendSchool({ ...facts, usual: usualSchoolOf(make, element, schools) });
  const fitting = schoolById(suits.school, schools);
  const own = element.school === undefined ? undefined : schools.find(({ id }) => id === element.school);
  return {
    school: own ?? ofAll ?? fitting,
    recommended: labs.length > 1 && !isTooTiny ? { ...suits, name: fitting.name } : null,
    isGone: element.school !== undefined && !own && element.school !== asFitsSchool,
  };
}
