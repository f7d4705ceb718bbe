import type { Make } from '#model/make';
import type { Marker } from '#model/marker';
import { byId } from '#core/make/by-id';
import { ownersOf } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import type { Blend, OrderRequest } from './order-marks';
import type { PictureRecipe, RecipeElement, RecipeMark } from './recipe';

/** Marks that are laid while the ink is wet, of one element of one picture, as they are put into an order. */
export type WetBlend = { id: string; pictureId: string; elementId: string; name: string; marks: RecipeMark[] };

/** A picture with its recipe, and its measures where they are here. */
export type WrittenPicture = { picture: Make['pictures'][number]; recipe: PictureRecipe; table: IndexedTable | undefined };

/** So much a hand colours with one marker, in cm2 a minute. From memory. */
export const usualPaceCm2 = 6;
/** A marker is taken, opened and closed in about so many seconds, whatever it colours. From memory. */
const leastSeconds = 4;
/** Ink is dry to the touch after about so many seconds, where nothing else is said. From memory. */
const dryS = 30;
/** L* of what is no ink of the rack: pencils, pens and blender drag no dark into anything. */
const toolL = 100;
/** An ink without a colour counts as a middling one. */
const unknownL = 50;

/** How long a mark takes, in s, by the paper that it covers. @param paceCm2 cm2 a minute. @throws RangeError for a pace of 0 or less. */
export function secondsOfMark(
  mark: Pick<RecipeMark, 'place' | 'isRepeat'>,
  { areaMm2, rungs }: Pick<RecipeElement, 'areaMm2' | 'rungs'>,
  paceCm2: number,
): number {
  if (!(paceCm2 > 0))
    throw new RangeError(`A pace is more than 0 cm² a minute; this one is ${paceCm2}. Say how much you colour in a minute.`);
  const share = (from: number, to: number) => rungs.slice(from, to + 1).reduce((sum, rung) => sum + rung.share, 0);
  const { place } = mark;
  const covered =
    place.kind === 'allOver'
      ? 1
      : place.kind === 'band'
        ? share(place.band, place.band)
        : place.kind === 'edge'
          ? share(place.band, place.band + 1) / 2
          : share(place.band, rungs.length - 1);
  return leastSeconds + (covered * areaMm2 * 0.6) / paceCm2;
}

/** Marks of an element in blends: what must be dry beneath begins another. */
function blendsOfElement(pictureId: string, { elementId, name, marks }: RecipeElement): WetBlend[] {
  const blends: WetBlend[] = [];
  for (const mark of marks) {
    const last = blends.at(-1);
    if (last && !mark.afterDry) last.marks.push(mark);
    else blends.push({ id: `${pictureId}/${elementId}/${blends.length + 1}`, pictureId, elementId, name, marks: [mark] });
  }
  return blends;
}

/** Elements of a picture that lie side by side, by their borders. */
function touchingOf({ picture, table }: WrittenPicture): [string, string][] {
  const owners = ownersOf(picture);
  const pairs = new Set<string>();
  for (const { between } of table?.table.borders ?? []) {
    const [first, second] = between.map((id) => (id === null ? undefined : owners.get(id)?.id));
    if (first && second && first !== second) pairs.add([first, second].sort().join('\n'));
  }
  return [...pairs].map((pair) => pair.split('\n').map((id) => `${picture.id}/${id}`) as [string, string]);
}

/** The blends of all pictures of a make, and what has to be known to put them into an order. @param paceCm2 default as usual. */
export function blendsOfMake(
  written: readonly WrittenPicture[],
  rack: readonly Marker[],
  paceCm2 = usualPaceCm2,
): { blends: WetBlend[]; request: OrderRequest } {
  const markers = byId(rack);
  const blends = written.flatMap(({ picture, recipe }) => recipe.elements.flatMap((element) => blendsOfElement(picture.id, element)));
  const elements = new Map<string, RecipeElement>(
    written.flatMap(({ picture, recipe }) => recipe.elements.map((element) => [`${picture.id}/${element.elementId}`, element] as const)),
  );
  const firstOf = new Map<string, string>(blends.map((blend) => [`${blend.pictureId}/${blend.elementId}`, blend.id] as const).reverse());
  const hostOf = new Map<string, string>(
    written.flatMap(({ picture }) =>
      picture.elements.flatMap(({ id, spot }) => (spot ? [[`${picture.id}/${id}`, `${picture.id}/${spot.on}`] as const] : [])),
    ),
  );
  const asked = blends.map((blend, index): Blend => {
    const key = `${blend.pictureId}/${blend.elementId}`;
    const element = elements.get(key) as RecipeElement;
    const before = blends[index - 1];
    const isLater = before?.pictureId === blend.pictureId && before.elementId === blend.elementId;
    // A soft spot lies on what is under it.
    const host = firstOf.get(hostOf.get(key) ?? '');
    const after = [
      ...(isLater && before ? [{ blend: before.id, waitSeconds: blend.marks[0]?.driesS?.[0] ?? dryS }] : []),
      ...(!isLater && host ? [{ blend: host, waitSeconds: 0 }] : []),
    ];
    return {
      id: blend.id,
      elements: [key],
      marks: blend.marks.map((mark) => ({
        marker: mark.markerId ?? mark.code,
        lightnessL: mark.markerId === null ? toolL : (markers.get(mark.markerId)?.lab?.L ?? unknownL),
        seconds: secondsOfMark(mark, element, paceCm2),
      })),
      ...(after.length > 0 ? { after } : {}),
    };
  });
  return { blends, request: { blends: asked, touching: written.flatMap(touchingOf) } };
}
