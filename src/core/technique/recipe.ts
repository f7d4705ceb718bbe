import { byId } from '#core/make/by-id';
import type { ColouredElement, ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import type { Marker } from '#model/marker';
import type { Role } from '#model/ladder';
import type { SchoolId } from '#model/school';
import { staysWhite } from '#core/make/element-names';
import { areaMm2Of, liesOnPicture } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import { rolesOfLadder, usualShares } from '#core/markers/ladder';
import { outsideRungs } from '#core/make/outside-rungs';
import { wishedShares } from '#core/light/wished-shares';
import { type LaidMark, layMarks } from './lay-marks';
import { measureElement } from './nib';
import { liesByPlace, schoolOfColouring, schoolOfElement } from './schools';

/** `where`: its place in a ladder that is ordered by place, in which roles say nothing. */
export type RecipeMark = LaidMark & { number: number; markerId: string; code: string; role: Role; where?: string };
export type RecipeRung = { markerId: string; code: string; role: Role; share: number; where?: string };
export type RecipeElement = {
  elementId: string;
  name: string;
  regions: number;
  areaMm2: number;
  rungs: RecipeRung[];
  marks: RecipeMark[];
  /** The maker's choice for this element; absent: as all. */
  chosenSchool?: SchoolId;
  /** Name of the school of this element, where it is not that of all. */
  ownSchool?: string;
  /** Its ladder lies from the edge to the middle. */
  isByPlace: boolean;
};
export type PictureRecipe = {
  school: SchoolId;
  elements: RecipeElement[];
  withoutLadder: { elementId: string; name: string }[];
  /** All markers to lay out, by code. */
  markers: { markerId: string; code: string }[];
};

/** How early an element is coloured: the lighter and the yellower, the earlier, so that no dark ink is dragged into it. */
function earliness(element: ColouredElement, markers: ReadonlyMap<string, Marker>): number {
  const rungs = element.ladder?.rungs ?? [];
  const shares = usualShares(Math.max(1, rungs.length));
  return rungs.reduce((sum, { markerId }, index) => {
    const lab = markers.get(markerId)?.lab;
    return sum + (shares[index] ?? 0) * (lab ? lab.L + 0.1 * Math.max(0, lab.b) : 50);
  }, 0);
}

/** A soft spot comes after what it lies on, however light it is. */
function turnOf(element: ColouredElement, elements: readonly ColouredElement[], markers: ReadonlyMap<string, Marker>): number {
  const early = earliness(element, markers);
  const host = element.spot && elements.find(({ id }) => id === element.spot?.on);
  return host?.ladder ? Math.min(early, earliness(host, markers) - 1e-3) : early;
}

/** Where a rung of a ladder by place lies: the first along the edge, the last in the middle. */
function placeOfRung(rung: number, count: number): string {
  if (rung === 0) return 'along the edge';
  return rung === count - 1 ? 'in the middle' : 'between edge and middle';
}

/** Each marker once, by code; two lines may share a code. */
function distinct(rungs: readonly RecipeRung[]): PictureRecipe['markers'] {
  const codes = new Map(rungs.map(({ markerId, code }) => [markerId, code]));
  return [...codes]
    .map(([markerId, code]) => ({ markerId, code }))
    .sort((first, second) => (first.code < second.code ? -1 : first.code > second.code ? 1 : first.markerId < second.markerId ? -1 : 1));
}

/**
 * The recipe of one picture: for each element its ladder, the role and share of each marker and the marks in the order of
 * the school; elements light before dark (common practice, no source), marks numbered through.
 * @param table measures of the picture's regions; without them every area is 0.
 */
export function recipeOfPicture(
  make: Pick<Make, 'school'>,
  picture: Pick<ColouredPicture, 'elements' | 'colouring'>,
  rack: readonly Marker[],
  table?: IndexedTable,
): PictureRecipe {
  const markers = byId(rack);
  const coloured = picture.elements
    .filter((element) => element.ladder && liesOnPicture(picture, element))
    .map((element, index) => ({ element, index, early: turnOf(element, picture.elements, markers) }))
    .sort((first, second) => second.early - first.early || first.index - second.index);
  const ofAll = schoolOfColouring(make, picture.colouring);
  let number = 0;
  const elements = coloured.map(({ element }): RecipeElement => {
    const whole = element.ladder?.rungs ?? [];
    const rungs = element.outside ? whole.slice(0, outsideRungs(whole.length, element.light)) : whole;
    const roles = rolesOfLadder(rungs.length);
    const wished = wishedShares(rungs.length, element.light);
    const isByPlace = liesByPlace(element);
    const school = schoolOfElement(element, ofAll);
    const whereOf = (rung: number) => (isByPlace ? { where: placeOfRung(rung, rungs.length) } : {});
    const shares = wished.keepsPaper ? wished.shares.slice(1) : wished.shares;
    return {
      elementId: element.id,
      name: element.name,
      regions: element.regionIds.length,
      areaMm2: areaMm2Of(element, table),
      rungs: rungs.map(({ markerId, code }, index) => ({
        markerId,
        code,
        role: roles[index] as Role,
        share: shares[index] as number,
        ...whereOf(index),
      })),
      isByPlace,
      ...(element.school === undefined ? {} : { chosenSchool: element.school }),
      ...(school.id === ofAll.id ? {} : { ownSchool: school.name }),
      marks: layMarks(school, rungs.length, measureElement(element, table).nib ?? 'brush').map((step) => {
        number++;
        return {
          ...step,
          number,
          markerId: rungs[step.rung]?.markerId as string,
          code: rungs[step.rung]?.code as string,
          role: roles[step.rung] as Role,
          ...whereOf(step.rung),
        };
      }),
    };
  });
  return {
    school: ofAll.id,
    elements,
    withoutLadder: picture.elements
      .filter((element) => !element.ladder && !staysWhite(element))
      .map(({ id, name }) => ({ elementId: id, name })),
    markers: distinct(elements.flatMap(({ rungs }) => rungs)),
  };
}
