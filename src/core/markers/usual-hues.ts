import type { ElementKind } from '#model/element-kind';
import { kindOf } from '#core/make/element-names';
import { saidOfWord, singularsOf, wordsOf } from '#core/make/word-forms';
import type { HueId } from './hues';
import usual from './usual-hues.json';

/** Hues that an element usually gets, the likeliest first; none: any. `fadesIntoPaper`: a white thing, shaded in greys that end in bare paper. */
export type UsualHues = { hues: readonly HueId[]; fadesIntoPaper: boolean };

type Entry = { words: string; hues: HueId[]; white?: boolean };

/** The table, plain data: words in the singular. Common practice, no source. */
const table = usual as unknown as {
  /** Words of colour: whatever it is, it was called so. */
  byColour: Entry[];
  /** The inside of something is of another hue than the thing. */
  inside: { words: string; of: string; hues: HueId[] };
  byName: Entry[];
  byKind: Partial<Record<ElementKind, { hues: HueId[]; fadesIntoPaper?: boolean }>>;
  whiteWords: string;
};

const isAmong = (list: string, word: string): boolean => ` ${list} `.includes(` ${word} `);
const toldBy = (entries: readonly Entry[], word: string): Entry | undefined => entries.find(({ words }) => isAmong(words, word));

/** The last of some words that a list knows: in "flower pot" the pot. */
const lastTold = (words: readonly string[]): Entry | undefined =>
  words.map((word) => saidOfWord(word, (form) => toldBy(table.byName, form))).findLast((entry) => entry !== undefined);

/** "Wings of the bee" are wings, "bow on the tail" is a bow: what comes before such a word is the thing. */
const tiesTo = ['of', 'on', 'in', 'with', 'at', 'from', 'behind', 'under', 'over', 'above', 'below', 'round', 'around'];

function nameTold(words: readonly string[]): Entry | undefined {
  const tie = words.findIndex((word) => tiesTo.includes(word));
  return (tie > 0 ? lastTold(words.slice(0, tie)) : undefined) ?? lastTold(words);
}

/**
 * What an element usually gets: "white" makes anything a white thing, a word of colour in its name goes before all that it may be made of; else what its maker
 * said it is made of, in the order that its name tells; else the last word of its name that tells.
 */
export function usualHues({ name, kind }: { name: string; kind?: ElementKind | undefined }): UsualHues {
  const words = wordsOf(name);
  const white = table.byKind['white thing'];
  const asWhite: UsualHues = { hues: white?.hues ?? [], fadesIntoPaper: true };
  if (kind === 'white thing' || words.some((word) => isAmong(table.whiteWords, word))) return asWhite;
  const called = words.map((word) => toldBy(table.byColour, word));
  const isNoun = (word: string) => words.length === 1 && toldBy(table.byName, word) !== undefined;
  const colour = called.find((entry, place) => entry !== undefined && !isNoun(words[place] as string));
  if (colour) return { hues: colour.hues, fadesIntoPaper: false };
  const isOf = (list: string) => words.some((word) => singularsOf(word).some((form) => isAmong(list, form)));
  if (isOf(table.inside.words) && isOf(table.inside.of)) return { hues: table.inside.hues, fadesIntoPaper: false };
  const told = nameTold(words);
  if (told && kind === undefined) return told.white ? asWhite : { hues: told.hues, fadesIntoPaper: false };
  const known = kindOf({ name, ...(kind ? { kind } : {}) });
  const byKind = known && table.byKind[known];
  if (!byKind) return { hues: [], fadesIntoPaper: false };
  const first = told ? told.hues.filter((hue) => byKind.hues.includes(hue)) : [];
  return { hues: [...new Set([...first, ...byKind.hues])], fadesIntoPaper: byKind.fadesIntoPaper ?? false };
}
