import { byId } from '#core/make/by-id';
import type { ColouredElement, ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import type { Marker, PairNote } from '#model/marker';
import type { Role } from '#model/ladder';
import { asFitsSchool, type School, type SchoolId } from '#model/school';
import { noSupplies, type Supplies } from '#model/supplies';
import { staysWhite } from '#core/make/element-names';
import { areaMm2Of, liesOnPicture } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import { rolesOfLadder, usualShares } from '#core/markers/ladder';
import { noteLookup } from '#core/markers/pair-notes';
import { outsideRungs } from '#core/make/outside-rungs';
import { wishedShares } from '#core/light/wished-shares';
import type { StrokeWays } from '#core/scene/stroke-ways';
import type { PartPlace } from '#core/scene/whereabouts';
import type { cautions } from './cautions';
import { marksOfExtra, orderExtras } from './extras';
import { type LaidMark, layMarks } from './lay-marks';
import { howOfMark, type MarkSeen, reachOfMark, whereOfMark } from './mark-words';
import { mindsAtMarks } from './minds-at-marks';
import { isLargeWithNarrowPlaces, measureElement } from './nib';
import { notesOfElement } from './recipe-notes';
import { schoolForElement } from './school-of-element';
import { allSchools, liesByPlace, schoolOfColouring } from './schools';
import { toolNames } from './stroke-words';

/** A mark with its number, what is taken for it, and its words. `markerId` null: no marker of the rack. `code`: printed on it, or what the tool is called. */
export type RecipeMark = LaidMark & {
  number: number;
  markerId: string | null;
  code: string;
  role?: Role;
  /** Where, and how. */
  where: string;
  how: string;
  /** Which coat it is and how far it reaches; empty: the first, within its place. */
  reach: string;
  /** What to mind at it. */
  minds: string[];
};
/** `where`: its place in a ladder that is ordered by place, in which roles say nothing. */
export type RecipeRung = { markerId: string; code: string; role: Role; share: number; where?: string };
export type RecipeElement = {
  elementId: string;
  name: string;
  regions: number;
  areaMm2: number;
  rungs: RecipeRung[];
  /** The marker beyond the ladder that only a second coat takes. */
  darker?: { markerId: string; code: string };
  marks: RecipeMark[];
  /** The school that lays it. */
  school: SchoolId;
  /** The maker's choice for this element; absent: as all. */
  chosenSchool?: SchoolId;
  /** Name of the school of this element, where it is not that of all. */
  ownSchool?: string;
  /** The school that suits it, and why; null: there is no choice. */
  recommended: { school: SchoolId; name: string; reason: string } | null;
  /** What is left out or as it is for a reason. */
  notes: string[];
  /** Its ladder lies from the edge to the middle. */
  isByPlace: boolean;
  /** Its layers may dry before the next: each step runs over all that is laid so. */
  isStepwise: boolean;
};
export type PictureRecipe = {
  school: SchoolId;
  elements: RecipeElement[];
  /** What is done to the whole picture when its colours are. */
  finish: RecipeMark[];
  /** Cautions that belong to it. */
  finishCautions: (keyof typeof cautions)[];
  withoutLadder: { elementId: string; name: string }[];
  /** All markers to lay out, by code. */
  markers: { markerId: string; code: string }[];
};

/** What is seen of the bands of a colouring, by the ids of elements. */
export type SeenBands = {
  whereabouts: ReadonlyMap<string, readonly (readonly PartPlace[])[]>;
  ways: ReadonlyMap<string, StrokeWays>;
};

/** What a recipe is written from beside the picture: all of it may be missing. */
export type RecipeSources = {
  /** Default: places are told by roles. */
  seen?: SeenBands | undefined;
  /** Default none. */
  supplies?: Supplies | undefined;
  /** Default none. */
  pairNotes?: readonly PairNote[] | undefined;
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
function distinct(rungs: readonly { markerId: string; code: string }[]): PictureRecipe['markers'] {
  const codes = new Map(rungs.map(({ markerId, code }) => [markerId, code]));
  return [...codes]
    .map(([markerId, code]) => ({ markerId, code }))
    .sort((first, second) => (first.code < second.code ? -1 : first.code > second.code ? 1 : first.markerId < second.markerId ? -1 : 1));
}

type Context = {
  make: Pick<Make, 'school'> & Partial<Pick<Make, 'pictures'>>;
  picture: Pick<ColouredPicture, 'elements' | 'colouring'>;
  markers: ReadonlyMap<string, Marker>;
  table: IndexedTable | undefined;
  ofAll: School | null;
  schools: readonly School[];
  sources: RecipeSources;
};

/** The recipe of one element; its marks are numbered from 1. */
function recipeOfElement(element: ColouredElement, { make, picture, markers, table, ofAll, schools, sources }: Context): RecipeElement {
  const whole = element.ladder?.rungs ?? [];
  const rungs = element.outside ? whole.slice(0, outsideRungs(whole.length, element.light)) : whole;
  const roles = rolesOfLadder(rungs.length);
  const wished = wishedShares(rungs.length, element.light);
  const shares = wished.keepsPaper ? wished.shares.slice(1) : wished.shares;
  const isByPlace = liesByPlace(element);
  const areaMm2 = areaMm2Of(element, table);
  const measure = measureElement(element, table);
  const isLarge = isLargeWithNarrowPlaces(measure);
  const labs = rungs.map(({ markerId }) => markers.get(markerId)?.lab);
  const isTooTiny = measure.isTooTinyToBlend && !isByPlace && !element.outside;
  const { school, recommended, isGone } = schoolForElement(element, {
    make,
    ofAll,
    schools,
    areaMm2,
    largestMm2: measure.largestMm2,
    labs,
    isTooTiny,
  });
  const { passes = 1, untilHappy = false, darker } = element.coats ?? {};
  const extras = orderExtras(
    element.extras ?? [],
    (sources.supplies?.goesWith ?? []).filter(({ verdict }) => verdict === 'dry first'),
  );
  const laid: LaidMark[] = [
    ...layMarks(school, rungs.length, {
      nib: isLarge ? 'brush' : (measure.nib ?? 'brush'),
      isTooTiny,
      coats: passes,
      hasDarker: darker !== undefined,
      untilHappy,
    }),
    ...extras.kinds.flatMap((kind) => marksOfExtra(kind, rungs.length)),
  ];
  const seen: MarkSeen = {
    codes: rungs.map(({ code }) => code),
    usualPlace: (band) => (isByPlace ? placeOfRung(band, rungs.length) : `on the ${roles[band]}`),
    places: isByPlace ? undefined : sources.seen?.whereabouts.get(element.id),
    nameOf: (owner) => picture.elements[owner - 1]?.name,
    ways: sources.seen?.ways.get(element.id),
  };
  const taken = [...rungs, ...(darker ? [darker] : [])];
  const minds = mindsAtMarks(
    laid,
    taken.map(({ markerId }) => markers.get(markerId)),
    noteLookup(sources.pairNotes ?? []),
  );
  return {
    elementId: element.id,
    name: element.name,
    regions: element.regionIds.length,
    areaMm2,
    rungs: rungs.map(({ markerId, code }, index) => ({
      ...{ markerId, code, role: roles[index] as Role, share: shares[index] as number },
      ...(isByPlace ? { where: placeOfRung(index, rungs.length) } : {}),
    })),
    ...(darker && passes > 1 ? { darker } : {}),
    isByPlace,
    school: school.id,
    isStepwise: school.isStepwise === true && rungs.length > 1 && !isTooTiny,
    ...(element.school === undefined ? {} : { chosenSchool: element.school }),
    ...(school.id === ofAll?.id ? {} : { ownSchool: school.name }),
    recommended,
    notes: notesOfElement({ element, school, rungs: rungs.length, isTooTiny, isLarge, isGone, cycle: extras.cycle }),
    marks: laid.map((mark, index): RecipeMark => {
      const own = mark.rung === null || mark.tool !== 'marker' ? undefined : taken[mark.rung];
      const role = mark.rung === null ? undefined : (roles[mark.rung] ?? 'deepest');
      return {
        ...mark,
        number: index + 1,
        markerId: own?.markerId ?? null,
        code: own?.code ?? (mark.tool === 'marker' ? 'again' : toolNames[mark.tool]),
        ...(role ? { role } : {}),
        where: whereOfMark(mark, seen),
        how: howOfMark(mark, seen),
        reach: reachOfMark(mark),
        minds: minds[index] as string[],
      };
    }),
  };
}

/** What is done to the whole picture in the end. */
function finishOf({ colouring }: Pick<ColouredPicture, 'colouring'>): RecipeMark[] {
  const { kinds } = orderExtras(colouring.extras ?? []);
  return kinds.flatMap((kind) =>
    marksOfExtra(kind, 1).map((mark): RecipeMark => {
      const code = mark.tool === 'marker' ? kind.name : toolNames[mark.tool];
      return { ...mark, number: 0, markerId: null, code, where: 'the whole image', how: howOfMark(mark, {}), reach: '', minds: [] };
    }),
  );
}

/**
 * The recipe of one picture: for each element its ladder, the role and share of each marker and the marks in the order of
 * the school; elements light before dark (common practice, no source), marks numbered through.
 * @param table measures of the picture's regions; without them every area is 0.
 */
export function recipeOfPicture(
  make: Pick<Make, 'school'> & Partial<Pick<Make, 'pictures'>>,
  picture: Pick<ColouredPicture, 'elements' | 'colouring'>,
  rack: readonly Marker[],
  table?: IndexedTable,
  sources: RecipeSources = {},
): PictureRecipe {
  const markers = byId(rack);
  const schools = allSchools((sources.supplies ?? noSupplies).schools);
  const ofAll = schoolOfColouring(make, picture.colouring, schools);
  const coloured = picture.elements
    .filter((element) => element.ladder && liesOnPicture(picture, element))
    .map((element, index) => ({ element, index, early: turnOf(element, picture.elements, markers) }))
    .sort((first, second) => second.early - first.early || first.index - second.index);
  let number = 0;
  const numbered = (mark: RecipeMark): RecipeMark => ({ ...mark, number: ++number });
  const elements = coloured.map(({ element }) => {
    const own = recipeOfElement(element, { make, picture, markers, table, ofAll, schools, sources });
    return { ...own, marks: own.marks.map(numbered) };
  });
  return {
    school: ofAll?.id ?? asFitsSchool,
    elements,
    finish: finishOf(picture).map(numbered),
    finishCautions: orderExtras(picture.colouring.extras ?? []).kinds.flatMap(({ caution }) => caution ?? []),
    withoutLadder: picture.elements
      .filter((element) => !element.ladder && !staysWhite(element))
      .map(({ id, name }) => ({ elementId: id, name })),
    // What no mark takes (of a ladder on something tiny) need not lie there.
    markers: distinct(
      elements.flatMap(({ marks }) => marks.flatMap(({ markerId, code }) => (markerId === null ? [] : [{ markerId, code }]))),
    ),
  };
}
