import { type MarkerLine, markerSchema, type RackMarker } from '#model/marker';
import { cleanText } from '#model/text';
import { mostWordsOfCode } from './find-marker';
import { codeKey, readCode, writtenCode } from './code-rule';

/** One thing that was typed or read from a file, and what becomes of it. */
export type ImportRow = { text: string; taken: true; marker: RackMarker } | { text: string; taken: false; why: string };

export const mostPastedCodes = 20_000;

/**
 * Parts a run of words into codes: each takes as few words as read as a code; a word that begins none stands alone. Where a tone word comes
 * first, a code goes on to the next tone word.
 */
function codesOfWords(words: readonly string[], line: MarkerLine): string[] {
  const codes: string[] = [];
  const tones = new Set(line.rule.tones?.map((tone) => tone.toLowerCase()));
  const isTone = (word: string | undefined) => word !== undefined && tones.has(word.toLowerCase());
  // Where the next tone word after each word stands, found once from the end.
  const nextTone = new Int32Array(words.length).fill(-1);
  for (let at = words.length - 2; at >= 0; at--) nextTone[at] = isTone(words[at + 1]) ? at + 1 : (nextTone[at + 1] as number);
  for (let at = 0; at < words.length; ) {
    const counts = Array.from({ length: Math.min(mostWordsOfCode, words.length - at) }, (_, index) => index + 1);
    const next = nextTone[at] as number;
    const toneFirst = line.rule.parts[0] === 'tone' && isTone(words[at]);
    const fitting = counts.filter((one) => readCode(line.rule, words.slice(at, at + one).join(' ')).ok);
    const count = (toneFirst ? fitting.findLast((one) => next < 0 || at + one <= next) : fitting[0]) ?? 1;
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

/** What stands round the digits of a code, and how many they are. */
type Shape = { before: string; digits: number; after: string };

/**
 * The digits of a code that a short one beside it may stand for: after "62d.fern", "36" stands for "36d.fern" and "417" for nothing;
 * where the digits come last it goes the same way.
 */
function shapeOf(code: string): Shape {
  const leading = /^(\d+)(\D+)$/.exec(code);
  if (leading) return { before: '', digits: leading[1]?.length ?? 0, after: leading[2] ?? '' };
  const before = /^(\D*)/.exec(code)?.[1] ?? '';
  return { before, digits: code.slice(before.length).replace(/\D/g, '').length, after: '' };
}

export type ImportOptions = { line: MarkerLine; present: readonly RackMarker[]; newId: () => string };

/** Whether a code is new to its line, or why it is not taken. `seen` holds the keys met so far. */
export function importCode(text: string, code: string, seen: Set<string>, { line, newId }: ImportOptions): ImportRow {
  const read = readCode(line.rule, code);
  if (!read.ok) return { text, taken: false, why: read.problem };
  const kept = markerSchema.shape.code.safeParse(code);
  if (!kept.success) return { text: cleanText(text, 120), taken: false, why: `The code cannot be kept: ${kept.error.issues[0]?.message}.` };
  const key = codeKey(code);
  if (seen.has(key)) return { text, taken: false, why: `${writtenCode(line.rule, code)} is in the rack or in this list already.` };
  seen.add(key);
  const { family, group, depth } = read;
  return {
    text,
    taken: true,
    marker: {
      id: newId(),
      lineId: line.id,
      code: writtenCode(line.rule, code),
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
 * Reads a pasted list in any common shape: commas, lines, blanks, several of a group at once ("88d.fern, 62, 36").
 * @throws RangeError beyond 20,000 codes.
 */
export function readPastedCodes(text: string, options: ImportOptions): ImportRow[] {
  const tooMany = (count: number) =>
    new RangeError(`The list has ${count.toLocaleString('en')} entries; ${mostPastedCodes.toLocaleString('en')} fit. Paste it in parts.`);
  // Told at once: no code takes more words than this, and every part between signs is one at least.
  const words = text.match(/[^\s,;|+&]+/g)?.length ?? 0;
  const parts = text.split(/[,;\t\n\r|+&]+/).filter((part) => part.trim() !== '').length;
  const fewest = Math.max(parts, Math.ceil(words / mostWordsOfCode));
  if (fewest > mostPastedCodes) throw tooMany(fewest);
  const pieces = splitPasted(text, options.line);
  if (pieces.length > mostPastedCodes) throw tooMany(pieces.length);
  const seen = keysOfLine(options.present, options.line);
  let before = shapeOf('');
  return pieces.map((piece) => {
    const hasMore = before.before !== '' || before.after !== '';
    const isShort = /^\d+$/.test(piece) && hasMore && piece.length <= before.digits && !readCode(options.line.rule, piece).ok;
    const code = isShort ? before.before + piece + before.after : piece;
    if (!isShort) before = shapeOf(piece);
    return importCode(piece, code, seen, options);
  });
}
