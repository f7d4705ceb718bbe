import { distance as editDistance } from 'fastest-levenshtein';
import type { Marker, MarkerLine } from '#model/marker';
import { codeKey } from './code-rule';
import { readMarkerName } from './marker-name';

export type FoundMarker<M extends Marker> = { ok: true; marker: M } | { ok: false; problem: string; closest: M[] };

/**
 * The marker of a typed code: case, spaces and dashes are forgiven, anything else is not taken silently; close misses are
 * offered (nearest first, at most four). A code that stands in two lines is found with its line: "62d.fern of Attic line".
 * @param lines the lines of the rack, by which a named line is known. Default none.
 */
export function findMarker<M extends Marker>(
  rack: readonly M[],
  typed: string,
  lines: readonly Pick<MarkerLine, 'id' | 'name'>[] = [],
): FoundMarker<M> {
  const { code, line } = readMarkerName(typed);
  const key = codeKey(code);
  if (key === '') return { ok: false, problem: 'Type a code.', closest: [] };
  const named = line === null ? null : new Set(lines.filter(({ name }) => name.toLowerCase() === line.toLowerCase()).map(({ id }) => id));
  const exact = rack.filter((marker) => codeKey(marker.code) === key && (!named || named.has(marker.lineId ?? '')));
  if (exact.length === 1 && exact[0]) return { ok: true, marker: exact[0] };
  if (exact.length > 1)
    return { ok: false, problem: `${exact.length} lines have a ${typed.trim()}: choose one.`, closest: exact.slice(0, 4) };
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
    if (keys.has(codeKey(readMarkerName(whole).code))) return [whole];
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
