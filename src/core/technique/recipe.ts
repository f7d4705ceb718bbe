import type { Make } from '#model/make';
import type { Marker } from '#model/marker';
import type { Element, Picture } from '#model/picture';
import type { Role } from '#model/ladder';
import type { SchoolId } from '#model/school';
import { rolesOfLadder, usualShares } from '#core/markers/ladder';
import { schools, type SchoolStep } from './schools';

export type RecipeMark = SchoolStep & { number: number; code: string; role: Role };
export type RecipeRung = { markerId: string; code: string; role: Role; share: number };
export type RecipeElement = { elementId: string; name: string; regions: number; areaMm2: number; rungs: RecipeRung[]; marks: RecipeMark[] };
export type PictureRecipe = {
  school: SchoolId;
  elements: RecipeElement[];
  withoutLadder: { elementId: string; name: string }[];
  markers: string[];
};

function areaOf(picture: Picture, element: Element): number {
  const own = new Set(element.regionIds);
  return (picture.regionMap?.regions ?? []).reduce((sum, region) => sum + (own.has(region.id) ? region.areaMm2 : 0), 0);
}

/** How early an element is coloured: the lighter and the yellower, the earlier, so that no dark ink is dragged into it. */
function earliness(element: Element, markers: ReadonlyMap<string, Marker>): number {
  const rungs = element.ladder?.rungs ?? [];
  const shares = usualShares(Math.max(1, rungs.length));
  return rungs.reduce((sum, { markerId }, index) => {
    const lab = markers.get(markerId)?.lab;
    return sum + (shares[index] ?? 0) * (lab ? lab.L + 0.1 * Math.max(0, lab.b) : 50);
  }, 0);
}

/**
 * The recipe of one picture: for each element its ladder, the role and share of each marker and the marks in the order of
 * the school; elements light before dark (common practice, no source), marks numbered through.
 */
export function recipeOfPicture(make: Pick<Make, 'school'>, picture: Picture, rack: readonly Marker[]): PictureRecipe {
  const markers = new Map(rack.map((marker) => [marker.id, marker]));
  const coloured = picture.elements
    .filter((element) => element.ladder)
    .map((element, index) => ({ element, index, early: earliness(element, markers) }))
    .sort((first, second) => second.early - first.early || first.index - second.index);
  let number = 0;
  const elements = coloured.map(({ element }): RecipeElement => {
    const rungs = element.ladder?.rungs ?? [];
    const roles = rolesOfLadder(rungs.length);
    const shares = usualShares(rungs.length);
    return {
      elementId: element.id,
      name: element.name,
      regions: element.regionIds.length,
      areaMm2: areaOf(picture, element),
      rungs: rungs.map(({ markerId, code }, index) => ({ markerId, code, role: roles[index] as Role, share: shares[index] as number })),
      marks: schools[make.school].steps(rungs.length).map((step) => {
        number++;
        return { ...step, number, code: rungs[step.rung]?.code as string, role: roles[step.rung] as Role };
      }),
    };
  });
  return {
    school: make.school,
    elements,
    withoutLadder: picture.elements.filter(({ ladder }) => !ladder).map(({ id, name }) => ({ elementId: id, name })),
    markers: [...new Set(elements.flatMap(({ rungs }) => rungs.map(({ code }) => code)))].sort(),
  };
}
