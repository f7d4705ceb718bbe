import type { ElementKind } from '#model/element-kind';
import { kindOf } from '#core/make/element-names';
import type { HueId } from './hues';
import usual from './usual-hues.json';

/** Hues that an element usually gets, the likeliest first; none: any. `fadesIntoPaper`: a white thing, shaded in greys that end in bare paper. */
export type UsualHues = { hues: readonly HueId[]; fadesIntoPaper: boolean };

/** The table, plain data. Common practice, no source. */
const table = usual as unknown as {
  /** Words of colour: whatever it is, it was called so. */
  byColour: { words: string[]; hues: HueId[] }[];
  /** The inside of something is of another hue than the thing. */
  inside: { words: string[]; of: string[]; hues: HueId[] };
  byName: { words: string[]; hues: HueId[] }[];
  byKind: Partial<Record<ElementKind, { hues: HueId[]; fadesIntoPaper?: boolean }>>;
  whiteWords: string[];
};

/**
 * What an element usually gets: "white" makes anything a white thing, a word of colour in its name goes before all that it may be made of; else what its maker
 * said it is made of counts, else the last word of its name that tells.
 */
export function usualHues({ name, kind }: { name: string; kind?: ElementKind | undefined }): UsualHues {
  const words = name.toLowerCase().split(/[^\p{L}]+/u);
  const white = table.byKind['white thing'];
  const isWhite = kind === 'white thing' || words.some((word) => table.whiteWords.includes(word));
  if (isWhite && white) return { hues: white.hues, fadesIntoPaper: true };
  const called = words.map((word) => table.byColour.find((entry) => entry.words.includes(word))).find((entry) => entry !== undefined);
  if (called) return { hues: called.hues, fadesIntoPaper: false };
  const { inside } = table;
  if (words.some((word) => inside.words.includes(word)) && words.some((word) => inside.of.includes(word)))
    return { hues: inside.hues, fadesIntoPaper: false };
  const named = kind === undefined ? words.map((word) => table.byName.find((entry) => entry.words.includes(word))) : [];
  const byName = named.findLast((entry) => entry !== undefined);
  if (byName) return { hues: byName.hues, fadesIntoPaper: false };
  const known = kindOf({ name, ...(kind ? { kind } : {}) });
  const byKind = known && table.byKind[known];
  return { hues: byKind?.hues ?? [], fadesIntoPaper: byKind?.fadesIntoPaper ?? false };
}
