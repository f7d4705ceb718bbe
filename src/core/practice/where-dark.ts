import type { KeptBandMap } from '#core/recipe/kept-band-map';
import { awayWords } from './away-words';
import type { Told } from './told';

/** Parts with fewer px of dark, or of what is not dark, say nothing. */
const leastPx = 12;

type Part = { place: number; hits: number; misses: number; falseDark: number; rightLight: number };

/** Number of the deepest band of each place; 0: it has only one. */
function deepestBands({ owners, bands }: KeptBandMap): Map<number, number> {
  const [least, most] = [new Map<number, number>(), new Map<number, number>()];
  for (let at = 0; at < owners.length; at++) {
    const [owner, band] = [owners[at]!, bands[at]!];
    if (owner === 0 || band === 0) continue;
    least.set(owner, Math.min(least.get(owner) ?? band, band));
    most.set(owner, Math.max(most.get(owner) ?? band, band));
  }
  return new Map([...most].map(([owner, band]) => [owner, least.get(owner) === band ? 0 : band]));
}

/** Where the computed dark of a picture is: 1 on the deepest band of each place. */
export function computedDark(map: KeptBandMap): Uint8Array {
  const deepest = deepestBands(map);
  return Uint8Array.from(map.owners, (owner, at) => (owner > 0 && map.bands[at]! > 0 && map.bands[at] === deepest.get(owner) ? 1 : 0));
}

/**
 * "Where does the dark go?": what was painted dark, held against the computed bands, part by part. Of each part it is the share of its dark that was painted less the share of its
 * light that was painted (informedness; Youden 1950, Index for rating diagnostic tests, Cancer 3): 1 as computed, 0 for chance, nothing for its mirror.
 * @param painted 1 where it was painted dark; row-major, of the map's size. @param nameOf the name of a place, from 1.
 */
export function scoreWhereDark(map: KeptBandMap, painted: Uint8Array, nameOf: (place: number) => string): Told {
  const { widthPx, owners, bands } = map;
  if (painted.length !== owners.length) throw new RangeError(`scoreWhereDark expects ${owners.length} px, got ${painted.length}.`);
  const dark = computedDark(map);
  const parts = new Map<number, Part>();
  for (let at = 0; at < owners.length; at++) {
    const place = owners[at]!;
    if (place === 0 || bands[at] === 0) continue;
    const own = parts.get(place) ?? { place, hits: 0, misses: 0, falseDark: 0, rightLight: 0 };
    parts.set(place, own);
    if (dark[at]) own[painted[at] ? 'hits' : 'misses'] += 1;
    else own[painted[at] ? 'falseDark' : 'rightLight'] += 1;
  }
  const judged = [...parts.values()]
    .filter(({ hits, misses, falseDark, rightLight }) => hits + misses >= leastPx && falseDark + rightLight >= leastPx)
    .map(({ place, hits, misses, falseDark, rightLight }) => ({
      place,
      weight: Math.sqrt(hits + misses + falseDark + rightLight),
      score: hits / (hits + misses) - falseDark / (falseDark + rightLight),
    }));
  if (judged.length === 0) return { score: 0, words: 'This picture has no part with a light and a dark side.' };
  const all = judged.reduce((sum, { weight }) => sum + weight, 0);
  const score = Math.max(0, judged.reduce((sum, own) => sum + own.weight * own.score, 0) / all);
  const worst = judged.reduce((one, other) => ((1 - other.score) * other.weight > (1 - one.score) * one.weight ? other : one));
  if (worst.score > 0.9) return { score, words: 'Each part is dark where the light does not reach.' };
  const isPainted = (at: number) => owners[at] === worst.place && painted[at] === 1;
  const isDark = (at: number) => owners[at] === worst.place && dark[at] === 1;
  const name = nameOf(worst.place);
  const true_ = awayWords(owners, widthPx, worst.place, isDark);
  const own = awayWords(owners, widthPx, worst.place, isPainted);
  if (own === null) return { score, words: `Nothing is dark on ${name}: it is ${true_ ?? 'all over'}, away from the lamp.` };
  if (own === true_) return { score, words: `On ${name} the side is right (${own}); the dark has another width there.` };
  return { score, words: `On ${name} the dark lies ${true_ ?? 'all over'}, away from the lamp; yours lies ${own}.` };
}
