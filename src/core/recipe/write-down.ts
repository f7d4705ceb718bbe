import type { ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import type { MarkerLine } from '#model/marker';
import { noSupplies, type Supplies } from '#model/supplies';
import { cleanText } from '#model/text';
import { mostInRecipe, type WrittenElement, type WrittenMark, type WrittenMarker, type WrittenRecipe } from '#model/written-recipe';
import { layerCoats } from '#core/colour/coats';
import { lineColourWords } from '#core/colour/line-colour';
import { byId } from '#core/make/by-id';
import { colouringTitle, lampOfColouring } from '#core/make/coloured';
import { lightVersion } from '#core/make/light-version';
import { lineHexOf } from '#core/make/line-hex';
import { placeOfElement } from '#core/make/place-of-element';
import { kindOf } from '#core/make/element-names';
import { progressOfPicture } from '#core/make/progress';
import type { IndexedTable } from '#core/make/region-tables';
import type { ShownMarker } from '#core/markers/assumed-colour';
import { cautions } from '#core/technique/cautions';
import { alcoholInk, goesWith, supplyNamed } from '#core/technique/goes-with';
import type { MakeOrder } from '#core/technique/make-order';
import type { PictureRecipe, RecipeElement, RecipeMark, SeenBands } from '#core/technique/recipe';
import { allSchools, schoolOfColouring } from '#core/technique/schools';

/** Rises with every change of ours by which the same make is written down in other words, marks or shares. */
export const recipeVersion = 1;

/** What a recipe is written down from; `seen`, `order`: absent where they were not worked out. */
export type ToWriteDown = {
  make: Make;
  picture: ColouredPicture;
  recipe: PictureRecipe;
  rack: { lines: readonly MarkerLine[]; markers: readonly ShownMarker[] };
  table?: IndexedTable | undefined;
  seen?: SeenBands | undefined;
  supplies?: Supplies | undefined;
  order?: MakeOrder | undefined;
  /** The day, year-month-day. */
  writtenOn: string;
};

const some = <T>(list: readonly T[]): T[] | undefined => (list.length > 0 ? [...list] : undefined);
/** Without fields that say nothing, so that what is written down says the same as what is read back. */
const bare = <T extends object>(row: T): T => Object.fromEntries(Object.entries(row).filter(([, value]) => value !== undefined)) as T;
/** Tenths of mm and of L*, a*, b* in hundredths: finer is no ink and no pencil. */
const tenth = (value: number): number => Math.round(value * 10) / 10;
const hundredth = (value: number): number => Math.round(value * 100) / 100;

/** Words as they are kept: those of an element of very many parts are cut. */
const said = (text: string): string => cleanText(text, mostInRecipe.words);

const markOf = ({ number, code, where, how, purpose, reach, minds }: RecipeMark): WrittenMark =>
  bare({
    ...{ number, code: cleanText(code, 80), where: said(where), how: said(how), purpose: said(purpose) },
    ...{ reach: reach === '' ? undefined : said(reach), minds: some(minds.map(said)) },
  });

function markerOf(
  id: string,
  code: string,
  markers: ReadonlyMap<string, ShownMarker>,
  lines: ReadonlyMap<string, MarkerLine>,
): WrittenMarker {
  const marker = markers.get(id);
  if (!marker) return { id, code };
  const lab = (colour: ShownMarker['lab']) => colour && { L: hundredth(colour.L), a: hundredth(colour.a), b: hundredth(colour.b) };
  const { reading, shownSource } = marker;
  return bare({
    ...{ id, code: marker.code },
    line: lines.get(marker.lineId)?.name,
    family: marker.family,
    lab: lab(marker.lab),
    // Expected now and kept so: how inks add up may be known better one day.
    twoCoats: lab(marker.twoCoats ?? (marker.lab && layerCoats(marker.lab, 2))),
    isPredicted: marker.lab && !marker.twoCoats ? (true as const) : undefined,
    source: shownSource === 'none' ? undefined : shownSource,
    reading: reading && bare({ paper: reading.paper, on: reading.on, sheet: reading.sheet, spread: reading.spread }),
  });
}

const hasWays = ({ marks }: RecipeElement): boolean => marks.some(({ stroke }) => stroke === 'flicks' || stroke === 'feather');

function elementOf(element: RecipeElement, { picture, table, seen }: ToWriteDown): WrittenElement {
  const own = picture.elements.find(({ id }) => id === element.elementId);
  const place = own && table && placeOfElement(own, table);
  const mmOfPx = picture.widthMm / picture.grey.widthPx;
  const ways = hasWays(element) ? (seen?.ways.get(element.elementId)?.ways ?? []) : [];
  return bare({
    id: element.elementId,
    name: element.name,
    kind: own && kindOf(own),
    areaMm2: tenth(element.areaMm2),
    atMm: place ? ([tenth(place[0]), tenth(place[1])] as [number, number]) : undefined,
    order: element.isByPlace ? ('place' as const) : undefined,
    school: element.ownSchool,
    ways: some(
      ways.slice(0, 200).map((way) => way.slice(0, 200).map(([x, y]): [number, number] => [tenth(x * mmOfPx), tenth(y * mmOfPx)])),
    ),
    ladder: element.rungs.map(({ markerId, code, role, share, where }) =>
      bare({ markerId, code, role, share: Math.round(share * 1e4) / 1e4, where }),
    ),
    darker: element.darker,
    notes: some(element.notes.map(said)),
    marks: element.marks.map(markOf),
  });
}

/** The blends of a make that this picture takes part in, in the order of the hand. */
function orderOf(picture: ColouredPicture, order: MakeOrder): WrittenRecipe['order'] {
  const own = order.blends.filter(({ blend }) => blend.items.length === 0 || blend.items.some(({ pictureId }) => pictureId === picture.id));
  return own.map(({ blend, why }) => {
    const part = blend.items.length === 1 ? blend.items[0]?.part : null;
    return {
      name: said(part ? `${blend.name}, part ${part} of ${blend.areas}` : blend.name),
      codes: [...new Set(blend.marks.map(({ mark }) => mark.code))].slice(0, 60),
      marks: blend.marks.length,
      why: said(why.words),
    };
  });
}

/** Writes a recipe down, as it is now: with the colours of its markers, the places and words of its marks, and what it is done on. */
export function writeDown(given: ToWriteDown): WrittenRecipe {
  const { make, picture, recipe, rack, supplies = noSupplies, order, writtenOn } = given;
  const { colouring } = picture;
  const school = schoolOfColouring(make, colouring, allSchools(supplies.schools));
  const lineHex = lineHexOf(picture);
  const lineInk = colouring.lineInk ?? (lineHex && lineColourWords(lineHex));
  const named = [
    colouring.paper && supplyNamed('paper', colouring.paper, supplies.supplies),
    lineInk && supplyNamed('line ink', lineInk, supplies.supplies),
  ];
  const minds = named
    .flatMap((one) => (one ? [goesWith(one, { name: alcoholInk }, supplies.goesWith)?.words ?? ''] : []))
    .filter((one) => one !== '');
  const [markers, lines] = [byId(rack.markers), byId(rack.lines)];
  const used = new Map(
    recipe.elements.flatMap(({ rungs, darker }) => [...rungs, ...(darker ? [darker] : [])]).map(({ markerId, code }) => [markerId, code]),
  );
  const { whiteRegions } = progressOfPicture(picture);
  return bare({
    make: make.name,
    picture: { name: picture.name, widthMm: picture.widthMm, heightMm: picture.heightMm },
    colouring: picture.colourings.length > 1 ? colouringTitle(picture, colouring) : undefined,
    writtenOn,
    lamp: lampOfColouring(make, colouring),
    school: { id: recipe.school, name: school?.name ?? 'Each element as suits it' },
    paper: colouring.paper,
    lineInk,
    lineHex,
    minds: some(minds.map(said)),
    markers: [...used].map(([id, code]) => markerOf(id, code, markers, lines)),
    elements: recipe.elements.map((element) => elementOf(element, given)),
    finish: some(recipe.finish.map(markOf)),
    finishMinds: some(recipe.finishCautions.map((caution) => cautions[caution])),
    order: order && orderOf(picture, order),
    withoutLadder: some(recipe.withoutLadder.map(({ name }) => name)),
    leftWhite: whiteRegions > 0 ? whiteRegions : undefined,
    engine: { light: lightVersion, recipe: recipeVersion },
  });
}
