import type { WrittenElement, WrittenMarker, WrittenRecipe } from '#model/written-recipe';
import { deltaE00 } from '#core/colour/difference';
import { lampWords } from '#core/light/lamp-words';
import { byId } from '#core/make/by-id';
import { counted } from '#core/make/counted';

/** What differs between two recipes: of all (`element` null), or of one element. */
export type RecipeDifference = { element: string | null; words: string[] };

/** Inks nearer than this are one (CIEDE2000), shares nearer than this are one, and areas nearer than this share of each other. */
const [sameE00, sameShare, sameArea] = [0.5, 0.01, 0.02] as const;

const percent = (share: number): string => `${Math.round(100 * share)} %`;
const arrow = (label: string, one: string, other: string): string[] => (one === other ? [] : [`${label} ${one} → ${other}`]);

/** Elements of two recipes that are one and the same: by their ids, else by their names. */
function matched(one: readonly WrittenElement[], other: readonly WrittenElement[]): [WrittenElement, WrittenElement][] {
  const [ids, left] = [byId(other), new Set(other)];
  const pairs = new Map<WrittenElement, WrittenElement>();
  const pair = (mine: WrittenElement, theirs: WrittenElement | undefined) => {
    if (!theirs || !left.delete(theirs)) return;
    pairs.set(mine, theirs);
  };
  for (const element of one) pair(element, ids.get(element.id));
  for (const element of one) {
    if (pairs.has(element)) continue;
    const name = element.name.toLowerCase();
    pair(
      element,
      [...left].find((theirs) => theirs.name.toLowerCase() === name),
    );
  }
  return one.flatMap((element) => {
    const theirs = pairs.get(element);
    return theirs ? [[element, theirs] as [WrittenElement, WrittenElement]] : [];
  });
}

type Markers = ReadonlyMap<string, WrittenMarker>;

function ladderWords(one: WrittenElement, other: WrittenElement, [mine, theirs]: readonly [Markers, Markers]): string[] {
  const codes = ({ ladder }: WrittenElement) => ladder.map(({ code }) => code).join(' ');
  if (one.ladder.length !== other.ladder.length)
    return [`${counted(one.ladder.length, 'marker')} → ${other.ladder.length}: ${codes(one)} → ${codes(other)}`];
  return one.ladder.flatMap((rung, place) => {
    const now = other.ladder[place];
    if (!now) return [];
    const [before, after] = [mine.get(rung.markerId)?.lab, theirs.get(now.markerId)?.lab];
    const difference = before && after ? deltaE00(before, after) : null;
    const apart = difference === null ? '' : ` (CIEDE2000 ${difference.toFixed(1)})`;
    const words: string[] = [];
    if (rung.code !== now.code || (rung.markerId !== now.markerId && (difference ?? 99) > sameE00))
      words.push(`${rung.role} ${rung.code} → ${now.code}${apart}`);
    else if (difference !== null && difference > sameE00) words.push(`${rung.code} has another colour: it was read anew${apart}`);
    if (Math.abs(rung.share - now.share) > sameShare) words.push(`${rung.role} ${percent(rung.share)} → ${percent(now.share)} of it`);
    return words;
  });
}

const coatsOf = ({ marks }: WrittenElement): number => new Set(marks.map(({ reach }) => reach ?? '')).size;

function elementWords(one: WrittenElement, other: WrittenElement, markers: readonly [Markers, Markers]): string[] {
  const grown = Math.abs(one.areaMm2 - other.areaMm2) > sameArea * Math.max(one.areaMm2, other.areaMm2);
  const words = [
    ...arrow('name', one.name, other.name),
    ...ladderWords(one, other, markers),
    ...arrow('school', one.school ?? 'as all', other.school ?? 'as all'),
    ...arrow('second coat with', one.darker?.code ?? 'none', other.darker?.code ?? 'none'),
    ...(grown ? [`${(one.areaMm2 / 100).toFixed(1)} → ${(other.areaMm2 / 100).toFixed(1)} cm²`] : []),
  ];
  const marks = ({ marks: own }: WrittenElement) => JSON.stringify(own.map(({ number: _, ...mark }) => mark));
  if (one.marks.length !== other.marks.length) words.push(`${counted(one.marks.length, 'mark')} → ${other.marks.length}`);
  else if (words.length === 0 && marks(one) !== marks(other))
    words.push(coatsOf(one) === coatsOf(other) ? 'marks lie elsewhere or are laid otherwise' : 'other coats');
  return words;
}

/** Names that stand elsewhere in the order: the fewest that one has to move (those not in a longest rising run). */
function movedNames(one: readonly string[], other: readonly string[]): string[] {
  const common = one.filter((name) => other.includes(name));
  const places = common.map((name) => other.indexOf(name));
  const runs: number[][] = [];
  for (const [index, place] of places.entries()) {
    const before = runs.slice(0, index).filter((run) => (places[run.at(-1) ?? 0] as number) < place);
    runs.push([...before.reduce<number[]>((longest, run) => (run.length > longest.length ? run : longest), []), index]);
  }
  const longest = new Set(runs.reduce<number[]>((most, run) => (run.length > most.length ? run : most), []));
  return common.filter((_, index) => !longest.has(index));
}

/**
 * What differs between two recipes, in words and numbers: first of all of it, then element by element in the order of the first. What is not named is the same.
 * Elements are matched by their ids, or else by name.
 */
export function compareRecipes(one: WrittenRecipe, other: WrittenRecipe): RecipeDifference[] {
  const markers = [byId(one.markers), byId(other.markers)] as const;
  const pairs = matched(one.elements, other.elements);
  const size = ({ picture }: WrittenRecipe) => `${Math.round(picture.widthMm)} × ${Math.round(picture.heightMm)} mm`;
  const gone = one.elements.filter((element) => !pairs.some(([mine]) => mine === element)).map(({ name }) => name);
  const come = other.elements.filter((element) => !pairs.some(([, theirs]) => theirs === element)).map(({ name }) => name);
  const moved = movedNames(
    pairs.map(([mine]) => mine.id),
    other.elements.flatMap((theirs) => pairs.find(([, own]) => own === theirs)?.[0].id ?? []),
  ).map((id) => one.elements.find((element) => element.id === id)?.name ?? id);
  const ofAll = [
    ...arrow('picture', one.picture.name, other.picture.name),
    ...arrow('size', size(one), size(other)),
    ...arrow('paper', one.paper ?? 'not said', other.paper ?? 'not said'),
    ...arrow('line ink', one.lineInk ?? 'not said', other.lineInk ?? 'not said'),
    ...arrow('school', one.school.name, other.school.name),
    ...(JSON.stringify(one.lamp) === JSON.stringify(other.lamp) ? [] : [lampChange(one, other)]),
    ...(gone.length > 0 ? [`only in the first: ${gone.join(', ')}`] : []),
    ...(come.length > 0 ? [`only in the second: ${come.join(', ')}`] : []),
    ...(moved.length > 0 ? [`at another place in the order: ${moved.join(', ')}`] : []),
    ...arrow('in the end', finishOf(one), finishOf(other)),
    ...(one.engine.light === other.engine.light && one.engine.recipe === other.engine.recipe
      ? []
      : ['written by another version of Aquachrome']),
  ];
  const ofElements = pairs.map(([mine, theirs]): RecipeDifference => ({ element: mine.name, words: elementWords(mine, theirs, markers) }));
  return [...(ofAll.length > 0 ? [{ element: null, words: ofAll }] : []), ...ofElements.filter(({ words }) => words.length > 0)];
}

const finishOf = ({ finish = [] }: WrittenRecipe): string => finish.map(({ code }) => code).join(', ') || 'nothing';

function lampChange(one: WrittenRecipe, other: WrittenRecipe): string {
  const [before, after] = [lampWords(one.lamp), lampWords(other.lamp)];
  if (before !== after) return `light ${before} → ${after}`;
  const { lamp: from } = one;
  const { lamp: to } = other;
  return from.kind === 'distant' && to.kind === 'distant'
    ? `light ${Math.round(from.azimuthDeg)}°, ${Math.round(from.heightDeg)}° high → ${Math.round(to.azimuthDeg)}°, ${Math.round(to.heightDeg)}° high`
    : 'the lamp stands a little elsewhere';
}

/** How many elements of two recipes say the same in both. @param differences of the two. */
export function countAlike(one: WrittenRecipe, other: WrittenRecipe, differences: readonly RecipeDifference[]): number {
  return matched(one.elements, other.elements).length - differences.filter(({ element }) => element !== null).length;
}
