import { distance } from 'fastest-levenshtein';
import type { ElementKind } from '#model/element-kind';
import type { Ladder } from '#model/ladder';
import type { MarkerLine } from '#model/marker';
import type { WrittenElement, WrittenRecipe } from '#model/written-recipe';
import { type Instead, insteadOf } from '#core/groups/instead';
import { byId } from '#core/make/by-id';
import { isFreshName, kindNames, kindOf, kindOfName, staysWhite } from '#core/make/element-names';
import { singularsOf, wordsOf } from '#core/make/word-forms';
import type { ShownMarker } from '#core/markers/assumed-colour';
import { codeKey } from '#core/markers/code-rule';
import { isUsable } from '#core/markers/find-ladders';

/** An element that a recipe is laid onto. */
export type LaidOnto = { id: string; name: string; kind?: ElementKind | undefined; areaMm2: number };

/** Which element of the recipe gives its ladder, and why, in words; null: none is like it. */
export type LayProposal = { elementId: string; from: number; why: string } | { elementId: string; from: null };

/** What two things have in common counts so much; less than `least` in all is no likeness. Common practice, no source. */
const counts = {
  sameName: 3,
  sameHead: 2,
  sharedWord: 0.9,
  nearlySpelt: 1.6,
  sameKind: 1,
  otherKind: -1.2,
  size: 0.4,
  least: 0.9,
} as const;
/** Words that part a thing from where it is; and those that only qualify it. */
const small = new Set(['of', 'on', 'in', 'the', 'a', 'an', 'and', 'with', 'at', 's']);
/** Shorter words that differ by a letter are others: coat and boat. */
const leastSpelt = 5;

type Told = { words: Set<string>; head: string; kind: ElementKind | undefined };

const simplest = (word: string): string => singularsOf(word).at(-1) ?? word;

/** What a name tells: its words in the singular, and the one that is the thing. */
function toldOf(element: Pick<LaidOnto, 'name' | 'kind'>): Told {
  if (isFreshName(element.name)) return { words: new Set(), head: '', kind: element.kind };
  const all = wordsOf(element.name);
  const place = all.findIndex((word, index) => index > 0 && (word === 'of' || word === 'on' || word === 'in' || word === 'at'));
  const thing = (place < 0 ? all : all.slice(0, place)).filter((word) => !small.has(word)).map(simplest);
  const words = all.filter((word) => !small.has(word)).map(simplest);
  return { words: new Set(words), head: thing.at(-1) ?? '', kind: element.kind ?? kindOfName(thing.join(' ')) ?? kindOf(element) };
}

/** Whether one word is the other with a slip of the keys: one letter too many, too few or another, or two that changed places. */
function isNearlySpelt(one: string, other: string): boolean {
  if (Math.min(one.length, other.length) < leastSpelt || one[0] !== other[0]) return false;
  const letters = (word: string) => [...word].sort().join('');
  return distance(one, other) === 1 || (distance(one, other) === 2 && letters(one) === letters(other));
}

function likeness(target: Told, source: Told): { score: number; why: string[] } {
  const why: string[] = [];
  let score = 0;
  const shared = [...target.words].filter((word) => source.words.has(word));
  if (shared.length > 0 && shared.length === target.words.size && shared.length === source.words.size) {
    score += counts.sameName;
    why.push('same name');
  } else if (target.head !== '' && target.head === source.head) {
    score += counts.sameHead + counts.sharedWord * (shared.length - 1);
    why.push(`both ${target.head}`);
  } else if (isNearlySpelt(target.head, source.head)) {
    score += counts.nearlySpelt;
    why.push('nearly the same name');
  } else if (shared.length > 0) {
    score += counts.sharedWord * shared.length;
    why.push(`both say ${shared.join(', ')}`);
  }
  if (target.kind && target.kind === source.kind) {
    score += counts.sameKind;
    why.push(`both ${kindNames[target.kind]}`);
  } else if (target.kind && source.kind) score += counts.otherKind;
  return { score, why };
}

/** Alike in size: 1 where they fill the same share of their picture, 0 where one is eight times the other's. */
function alikeInSize(one: number, other: number): number {
  return one <= 0 || other <= 0 ? 0 : Math.max(0, 1 - Math.abs(Math.log2(one / other)) / 3);
}

/**
 * Which element of a recipe gives its ladder to which element of another picture: by name (the thing that it names, in the singular), by what it is made of, and of
 * those alike in that by size. One may give to several; what is like none gets nothing, and bare paper stays bare.
 */
export function proposeLadders(
  recipe: readonly Pick<WrittenElement, 'name' | 'kind' | 'areaMm2'>[],
  targets: readonly LaidOnto[],
): LayProposal[] {
  const told = recipe.map(toldOf);
  const total = (of: readonly { areaMm2: number }[]) => of.reduce((sum, { areaMm2 }) => sum + areaMm2, 0) || 1;
  const [sourceMm2, targetMm2] = [total(recipe), total(targets)];
  return targets.map((target): LayProposal => {
    if (staysWhite(target)) return { elementId: target.id, from: null };
    const own = toldOf(target);
    let best: { from: number; score: number; why: string[] } | null = null;
    for (const [from, source] of told.entries()) {
      const { score, why } = likeness(own, source);
      if (score < counts.least) continue;
      const sized = score + counts.size * alikeInSize(target.areaMm2 / targetMm2, (recipe[from]?.areaMm2 ?? 0) / sourceMm2);
      if (!best || sized > best.score) best = { from, score: sized, why };
    }
    return best ? { elementId: target.id, from: best.from, why: [...new Set(best.why)].join(', ') } : { elementId: target.id, from: null };
  });
}

/** Markers of a recipe in a rack: by id where the code is the same, else by code and line. */
function markersInRack(
  { markers }: Pick<WrittenRecipe, 'markers'>,
  rack: { lines: readonly MarkerLine[]; markers: readonly ShownMarker[] },
): Map<string, ShownMarker> {
  const [own, lines] = [byId(rack.markers), byId(rack.lines)];
  const byName = new Map(rack.markers.map((marker) => [`${codeKey(marker.code)}|${lines.get(marker.lineId)?.name ?? ''}`, marker]));
  const found = new Map<string, ShownMarker>();
  for (const { id, code, line } of markers) {
    const same = own.get(id);
    const marker = same && codeKey(same.code) === codeKey(code) ? same : byName.get(`${codeKey(code)}|${line ?? ''}`);
    if (marker) found.set(id, marker);
  }
  return found;
}

/** A ladder of a recipe with the markers of a rack; `isAsWritten`: all of them are there. */
export type InRack = (Instead & { isAsWritten: boolean }) | { problem: string };

/**
 * Tells the ladder of an element of a recipe in the rack as it is now: markers that are there and can be used stay, the others are translated by the colours that they had when
 * the recipe was written.
 * @param only these markers alone may be used, by id. Default: the whole rack.
 */
export function laddersInRack(
  recipe: Pick<WrittenRecipe, 'markers'>,
  rack: { lines: readonly MarkerLine[]; markers: readonly ShownMarker[] },
  only?: ReadonlySet<string>,
): (element: Pick<WrittenElement, 'ladder' | 'order'>) => InRack {
  const [written, here, now] = [byId(recipe.markers), markersInRack(recipe, rack), byId(rack.markers)];
  return (element) => {
    const usable = new Set<string>();
    const rungs = element.ladder.map(({ markerId, code }) => {
      const marker = here.get(markerId);
      if (!marker || !isUsable(marker) || (only && !only.has(marker.id))) return { markerId, code };
      usable.add(marker.id);
      return { markerId: marker.id, code: marker.code };
    });
    const ladder: Ladder = { rungs, ...(element.order ? { order: element.order } : {}) };
    const isAsWritten = usable.size === rungs.length;
    // What is there is compared with itself: read anew it is still the marker that was written.
    const colours = rungs.map((rung, place) =>
      usable.has(rung.markerId) ? now.get(rung.markerId)?.lab : written.get(element.ladder[place]?.markerId ?? '')?.lab,
    );
    if (isAsWritten && colours.some((lab) => !lab)) return { ...asItIs(ladder, now), isAsWritten };
    const leftOut = new Set(rungs.map(({ markerId }) => markerId).filter((id) => !usable.has(id)));
    const options = { leftOut, ...(only ? { only } : {}) };
    const found = insteadOf(ladder, colours, rack.markers, { ...options, restStays: true });
    if (!('problem' in found)) return { ...found, isAsWritten };
    if (isAsWritten) return { ...asItIs(ladder, now), isAsWritten };
    const freely = insteadOf(ladder, colours, rack.markers, options);
    return 'problem' in freely ? freely : { ...freely, isAsWritten: false };
  };
}

/** All of its markers, unchanged, whatever is known of their colours. */
function asItIs(ladder: Ladder, markers: ReadonlyMap<string, ShownMarker>): Instead {
  const rungs = ladder.rungs.map((rung) => ({
    from: { ...rung, lab: markers.get(rung.markerId)?.lab },
    to: markers.get(rung.markerId) as ShownMarker,
    difference: 0,
    words: 'stays',
  }));
  return { rungs, ladder, total: 0, leastTotal: 0, buy: [] };
}
