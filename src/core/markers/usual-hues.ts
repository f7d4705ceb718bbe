import type { ElementKind } from '#model/element-kind';
import { kindOf } from '#core/make/element-names';
import type { HueId } from './hues';
import usual from './usual-hues.json';

/** Hues that an element usually gets, the likeliest first; none: any. `fadesIntoPaper`: a white thing, shaded in greys that end in bare paper. */
export type UsualHues = { hues: readonly HueId[]; fadesIntoPaper: boolean };

/** The table, plain data. Common practice, no source. */
const table = usual as unknown as {
  byName: { words: string[]; hues: HueId[] }[];
  byKind: Partial<Record<ElementKind, { hues: HueId[]; fadesIntoPaper?: boolean }>>;
  whiteWords: string[];
};

/**
 * What an element usually gets, by what its maker said it is made of, else by its name: the last word that tells counts, and "white" makes
 * anything a white thing.
 */
export function usualHues({ name, kind }: { name: string; kind?: ElementKind | undefined }): UsualHues {
  const words = name.toLowerCase().split(/[^\p{L}]+/u);
  const white = table.byKind['white thing'];
  const isWhite = kind === 'white thing' || words.some((word) => table.whiteWords.includes(word));
  if (isWhite && white) return { hues: white.hues, fadesIntoPaper: true };
  const named = kind === undefined ? words.map((word) => table.byName.find((entry) => entry.words.includes(word))) : [];
  const byName = named.findLast((entry) => entry !== undefined);
  if (byName) return { hues: byName.hues, fadesIntoPaper: false };
  const known = kindOf({ name, ...(kind ? { kind } : {}) });
  const byKind = known && table.byKind[known];
  return { hues: byKind?.hues ?? [], fadesIntoPaper: byKind?.fadesIntoPaper ?? false };
}
