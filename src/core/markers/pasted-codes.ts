import type { MarkerLine, RackMarker } from '#model/marker';
import { codeKey, readCode } from './code-rule';

/** One thing that was typed or read from a file, and what becomes of it. */
export type ImportRow = { text: string; taken: true; marker: RackMarker } | { text: string; taken: false; why: string };

export const mostPastedCodes = 20_000;

/** Splits pasted text at commas, semicolons, tabs, strokes between codes and line ends; blanks part only what are whole codes. */
function splitPasted(text: string, line: MarkerLine): string[] {
  const parts = text
    .split(/[,;\t\n\r|]+|\s\/\s/)
    .map((part) => part.trim())
    .filter(Boolean);
  return parts.flatMap((part) => {
    if (readCode(line.rule, part).ok && !(part.includes(' ') && line.rule.parts.length === 1)) return [part];
    const pieces = part.split(/[\s/+&]+/).filter(Boolean);
    return pieces.length > 1 ? pieces : [part];
  });
}

/** Letters in front of a code: what "24" after "FERN21" stands for is "FERN24". */
function lettersOf(code: string): string {
  return /^(\D*)/.exec(code)?.[1] ?? '';
}

export type ImportOptions = { line: MarkerLine; present: readonly RackMarker[]; newId: () => string };

/** Whether a code is new to its line, or why it is not taken. `seen` holds the keys met so far. */
export function importCode(text: string, code: string, seen: Set<string>, { line, newId }: ImportOptions): ImportRow {
  const read = readCode(line.rule, code);
  if (!read.ok) return { text, taken: false, why: read.problem };
  const key = codeKey(code);
  if (seen.has(key)) return { text, taken: false, why: `${code.toUpperCase()} is in the rack or in this list already.` };
  seen.add(key);
  const written = line.rule.parts.includes('tone') || line.rule.parts.length === 1 ? code.trim() : code.trim().toUpperCase();
  const { family, group, depth } = read;
  return {
    text,
    taken: true,
    marker: {
      id: newId(),
      lineId: line.id,
      code: written,
      family,
      ...(group === undefined ? {} : { group }),
      ...(depth === undefined ? {} : { depth }),
      owned: true,
      count: 1,
      state: 'good',
    },
  };
}

export function keysOfLine(present: readonly RackMarker[], line: MarkerLine): Set<string> {
  return new Set(present.filter(({ lineId }) => lineId === line.id).map(({ code }) => codeKey(code)));
}

/**
 * Reads a pasted list in any common shape: commas, lines, blanks, several of a group at once ("FERN21, 24, 27").
 * @throws RangeError beyond 20,000 codes.
 */
export function readPastedCodes(text: string, options: ImportOptions): ImportRow[] {
  const pieces = splitPasted(text, options.line);
  if (pieces.length > mostPastedCodes) {
    throw new RangeError(
      `The list has ${pieces.length.toLocaleString('en')} entries; ${mostPastedCodes.toLocaleString('en')} fit. Paste it in parts.`,
    );
  }
  const seen = keysOfLine(options.present, options.line);
  let letters = '';
  return pieces.map((piece) => {
    const isShort = /^\d+$/.test(piece) && letters !== '' && !readCode(options.line.rule, piece).ok;
    const code = isShort ? letters + piece : piece;
    if (!isShort) letters = lettersOf(piece);
    return importCode(piece, code, seen, options);
  });
}
