import { type MarkerLine, markerSchema, type RackMarker } from '#model/marker';
import { cleanText } from '#model/text';
import { codeKey, readCode } from './code-rule';

/** One thing that was typed or read from a file, and what becomes of it. */
export type ImportRow = { text: string; taken: true; marker: RackMarker } | { text: string; taken: false; why: string };

export const mostPastedCodes = 20_000;

/** Words of one code at the most: "Harbour Fog deep" has three. */
const mostWords = 4;

/** Parts a run of words into codes: each takes as few words as read as a code; a word that begins none stands alone. */
function codesOfWords(words: readonly string[], line: MarkerLine): string[] {
  const codes: string[] = [];
  for (let at = 0; at < words.length; ) {
    const counts = Array.from({ length: Math.min(mostWords, words.length - at) }, (_, index) => index + 1);
    const count = counts.find((one) => readCode(line.rule, words.slice(at, at + one).join(' ')).ok) ?? 1;
    codes.push(words.slice(at, at + count).join(' '));
    at += count;
  }
  return codes;
}

/** Splits pasted text at commas, semicolons, tabs, strokes and line ends, then at blanks that part whole codes. */
function splitPasted(text: string, line: MarkerLine): string[] {
  return text
    .split(/[,;\t\n\r|+&]+|\s\/\s/)
    .map((part) =>
      part
        .trim()
        .split(/\s+/)
        .filter(Boolean)
        .flatMap((word) => (word.includes('/') && !readCode(line.rule, word).ok ? word.split('/').filter(Boolean) : [word])),
    )
    .flatMap((words) => codesOfWords(words, line));
}

/** Letters in front of a code and how many digits follow: "24" after "FERN21" stands for "FERN24", "417" does not. */
function shapeOf(code: string): { letters: string; digits: number } {
  const letters = /^(\D*)/.exec(code)?.[1] ?? '';
  return { letters, digits: code.slice(letters.length).replace(/\D/g, '').length };
}

export type ImportOptions = { line: MarkerLine; present: readonly RackMarker[]; newId: () => string };

/** Whether a code is new to its line, or why it is not taken. `seen` holds the keys met so far. */
export function importCode(text: string, code: string, seen: Set<string>, { line, newId }: ImportOptions): ImportRow {
  const read = readCode(line.rule, code);
  if (!read.ok) return { text, taken: false, why: read.problem };
  const kept = markerSchema.shape.code.safeParse(code);
  if (!kept.success) return { text: cleanText(text, 120), taken: false, why: `The code cannot be kept: ${kept.error.issues[0]?.message}.` };
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
  let before = shapeOf('');
  return pieces.map((piece) => {
    const isShort = /^\d+$/.test(piece) && before.letters !== '' && piece.length <= before.digits && !readCode(options.line.rule, piece).ok;
    const code = isShort ? before.letters + piece : piece;
    if (!isShort) before = shapeOf(piece);
    return importCode(piece, code, seen, options);
  });
}
