import type { Marker } from '#model/marker';
import { codeKey } from './code-rule';

export type FoundMarker<M extends Marker> = { ok: true; marker: M } | { ok: false; problem: string; closest: M[] };

/** Edit distance of two short texts. Levenshtein (1966), Binary codes capable of correcting deletions, insertions and reversals. */
export function editDistance(first: string, second: string): number {
  let previous = Array.from({ length: second.length + 1 }, (_, index) => index);
  for (let row = 1; row <= first.length; row++) {
    const current = [row];
    for (let column = 1; column <= second.length; column++) {
      const substitution = (previous[column - 1] ?? 0) + (first[row - 1] === second[column - 1] ? 0 : 1);
      current.push(Math.min(substitution, (previous[column] ?? 0) + 1, (current[column - 1] ?? 0) + 1));
    }
    previous = current;
  }
  return previous[second.length] ?? 0;
}

/**
 * The marker of a typed code: case, spaces and dashes are forgiven, anything else is not taken silently; close misses are
 * offered (nearest first, at most four).
 */
export function findMarker<M extends Marker>(rack: readonly M[], typed: string): FoundMarker<M> {
  const key = codeKey(typed);
  if (key === '') return { ok: false, problem: 'Type a code.', closest: [] };
  const exact = rack.filter((marker) => codeKey(marker.code) === key);
  if (exact.length === 1 && exact[0]) return { ok: true, marker: exact[0] };
  if (exact.length > 1) return { ok: false, problem: `${exact.length} lines have a ${typed.trim()}: choose one.`, closest: exact.slice(0, 4) };
  const closest = rack
    .map((marker) => ({ marker, distance: editDistance(codeKey(marker.code), key) }))
    .filter(({ distance }) => distance <= Math.max(1, Math.floor(key.length / 3)))
    .sort((a, b) => a.distance - b.distance || (a.marker.id < b.marker.id ? -1 : 1))
    .slice(0, 4)
    .map(({ marker }) => marker);
  return { ok: false, problem: `No marker ${typed.trim()} in the rack.`, closest };
}

/** Words of one code at the most: "dusk Harbour Fog" has three. */
export const mostWordsOfCode = 4;

/**
 * Splits "62d.fern, 36 d fern dawn Anchor" into typed codes: at commas, semicolons and line ends, and at spaces where whole codes of the
 * rack part; the longest run of words that is a code of the rack stands together.
 */
export function splitTypedCodes(text: string, rack: readonly Pick<Marker, 'code'>[]): string[] {
  const keys = new Set(rack.map(({ code }) => codeKey(code)));
  return text.split(/[,;\n]+/).flatMap((part) => {
    const words = part.trim().split(/\s+/).filter(Boolean);
    const whole = words.join(' ');
    if (keys.has(codeKey(whole))) return [whole];
    const codes: string[] = [];
    for (let at = 0; at < words.length; ) {
      const counts = Array.from({ length: Math.min(mostWordsOfCode, words.length - at) }, (_, index) => index + 1).reverse();
      const count = counts.find((one) => keys.has(codeKey(words.slice(at, at + one).join(' ')))) ?? 1;
      codes.push(words.slice(at, at + count).join(' '));
      at += count;
    }
    // Nothing of it is known: one code that was mistyped, rather than a string of single words.
    return codes.some((code) => keys.has(codeKey(code))) || !/[,;\n]/.test(text) ? codes : [whole];
  });
}
