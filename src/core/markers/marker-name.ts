import type { Rack } from '#model/marker';
import { codeKey } from './code-rule';

export type NameOfMarker = (marker: { markerId: string; code: string }) => string;

/** Between a code and the line it is of, where two lines have the code. */
const ofLine = ' of ';

/** Codes that stand in two lines are told apart by the line: "62d.fern of Attic line"; all others are the code alone. */
export function markerNames({ lines, markers }: Pick<Rack, 'lines' | 'markers'>): NameOfMarker {
  const firstLine = new Map<string, string>();
  const shared = new Set<string>();
  for (const { code, lineId } of markers) {
    const key = codeKey(code);
    const first = firstLine.get(key) ?? lineId;
    firstLine.set(key, first);
    if (first !== lineId) shared.add(key);
  }
  if (shared.size === 0) return ({ code }) => code;
  const lineOf = new Map(markers.map(({ id, lineId }) => [id, lineId]));
  const nameOf = new Map(lines.map(({ id, name }) => [id, name]));
  return ({ markerId, code }) => {
    const line = nameOf.get(lineOf.get(markerId) ?? '');
    return shared.has(codeKey(code)) && line ? `${code}${ofLine}${line}` : code;
  };
}

/** Parts "62d.fern of Attic line" into its code and its line; the line is null where none is named. */
export function readMarkerName(text: string): { code: string; line: string | null } {
  const at = text.indexOf(ofLine);
  return at < 0 ? { code: text, line: null } : { code: text.slice(0, at), line: text.slice(at + ofLine.length).trim() };
}
