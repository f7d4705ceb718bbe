import type { CodePart } from '#model/marker';

/** What a piece of a code can be said to be. */
export type PieceMeaning = Exclude<CodePart, 'separator'>;

/** A run of letters, a digit, or what stands between them, of a code that its owner typed. */
export type CodePiece = { text: string; kind: 'letters' | 'digit' | 'between'; meaning: PieceMeaning | null };

const meaningsOf: Record<CodePiece['kind'], readonly PieceMeaning[]> = {
  letters: ['family', 'group', 'tone'],
  digit: ['group', 'depth'],
  between: [],
};

/**
 * A code in its pieces, with a first guess of what each is: the longest run of letters is the family, the first of equal ones; a single other letter is the
 * group, else the first of three or more digits after the family; other digits are the depth, other words a tone. A code without letters is a number that means nothing: all of it is its own family.
 */
export function piecesOfCode(code: string): CodePiece[] {
  const texts: string[] = code.trim().match(/\p{L}+|\d|[^\p{L}\d]+/gu) ?? [];
  const kindOf = (text: string): CodePiece['kind'] => (/^\p{L}/u.test(text) ? 'letters' : /^\d/.test(text) ? 'digit' : 'between');
  const hasLetters = texts.some((text) => kindOf(text) === 'letters');
  const letters = texts.filter((text) => kindOf(text) === 'letters');
  const longest = letters.reduce((best, text) => (text.length > best.length ? text : best), '');
  const family = texts.indexOf(longest);
  const firstDigit = texts.findIndex((text) => kindOf(text) === 'digit');
  const digits = texts.filter((text) => kindOf(text) === 'digit').length;
  return texts.map((text, place): CodePiece => {
    const kind = kindOf(text);
    if (kind === 'between') return { text, kind, meaning: null };
    if (!hasLetters) return { text, kind, meaning: 'family' };
    if (kind === 'letters') return { text, kind, meaning: place === family ? 'family' : text.length === 1 ? 'group' : 'tone' };
    const isGroup = place === firstDigit && place > family && digits >= 3 && !letters.some((one) => one.length === 1 && one !== longest);
    return { text, kind, meaning: isGroup ? 'group' : 'depth' };
  });
}

/** The next thing that a piece can be said to be: a tap goes round. */
export function nextMeaning({ kind, meaning }: CodePiece): PieceMeaning | null {
  const meanings = meaningsOf[kind];
  return meanings.length === 0
    ? null
    : (meanings[(meaning === null ? -1 : meanings.indexOf(meaning)) + 1] ?? (meanings[0] as PieceMeaning));
}

/** The rule's parts that the pieces tell, in printed order; between two parts there may be a space, a dash, a dot or a stroke. */
export function partsOfPieces(pieces: readonly CodePiece[]): { parts: CodePart[]; tones: string[]; groupIsLetter: boolean } {
  const told = pieces.flatMap(({ meaning, text, kind }) => (meaning === null ? [] : [{ meaning, text, kind }]));
  const runs = told.filter(({ meaning }, place) => meaning !== told[place - 1]?.meaning);
  const parts = runs.flatMap(({ meaning }, place): CodePart[] => (place === 0 ? [meaning] : ['separator', meaning]));
  return {
    parts,
    tones: told.filter(({ meaning }) => meaning === 'tone').map(({ text }) => text),
    groupIsLetter: told.some(({ meaning, kind }) => meaning === 'group' && kind === 'letters'),
  };
}
