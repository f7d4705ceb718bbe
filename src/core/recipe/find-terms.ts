import type { FindKind } from '#model/api/recipes';
import type { KeptRecipe, RecipeNotes } from '#model/kept-recipe';
import type { Lab } from '#model/marker';
import { kindNames } from '#core/make/element-names';
import { singularsOf, wordsOf } from '#core/make/word-forms';
import { deltaE00 } from '#core/colour/difference';
import { codeKey } from '#core/markers/code-rule';

/** `term`: as it is compared; `shown`: as it was written. */
export type FindTerm = { kind: FindKind; term: string; shown: string };

const plain = (text: string): string => text.trim().toLowerCase().slice(0, 120);

/** A term as it is looked up. */
export function lookedUp(kind: FindKind, text: string): string {
  if (kind === 'code') return codeKey(text).slice(0, 120);
  if (kind !== 'element') return plain(text);
  const [word = ''] = wordsOf(text).slice(-1);
  return (singularsOf(word).at(-1) ?? word).slice(0, 120);
}

/** Everything by which a kept recipe is found, each once. */
export function findTerms({ recipe }: Pick<KeptRecipe, 'recipe'>, notes: RecipeNotes): FindTerm[] {
  const terms = new Map<string, FindTerm>();
  const add = (kind: FindKind, shown: string | undefined, term = shown && lookedUp(kind, shown)) => {
    if (shown && term && !terms.has(`${kind}|${term}`)) terms.set(`${kind}|${term}`, { kind, term, shown: shown.slice(0, 120) });
  };
  for (const { code, family, line } of recipe.markers) {
    add('code', code);
    // Families of two lines are two, whatever their letters.
    if (family) add('family', line ? `${family} of ${line}` : family);
  }
  for (const { name, kind, school } of recipe.elements) {
    for (const word of wordsOf(name)) if (word.length > 1) add('element', word);
    if (kind) add('element', kindNames[kind]);
    add('school', school);
  }
  add('school', recipe.school.name);
  add('paper', recipe.paper);
  add('line ink', recipe.lineInk);
  for (const tag of notes.tags ?? []) add('tag', tag);
  return [...terms.values()];
}

/** All words of a recipe and of its notes, for finding it by any of them. */
export function findText({ recipe }: Pick<KeptRecipe, 'recipe'>, notes: RecipeNotes): string {
  const { make, picture, colouring = '', elements, paper = '', lineInk = '' } = recipe;
  const own = [notes.name ?? '', notes.note ?? '', ...(notes.tags ?? []), ...(notes.nextTime ?? [])];
  return [make, picture.name, colouring, ...elements.map(({ name }) => name), paper, lineInk, ...own]
    .filter((one) => one !== '')
    .join(' \n');
}

/** Inks farther apart than this are not near (CIEDE2000). Common practice, no source. */
export const nearInkE00 = 8;

/** No colour within `nearInkE00` lies outside this box: strong colours may be farther apart than pale ones (a property test draws pairs). */
export const nearInkBox = { L: 15, a: 60, b: 60 } as const;

/** An ink's own name: its colour in tenths, finer than any reading. */
export function inkName({ L, a, b }: Lab): string {
  return [L, a, b].map((value) => (Math.round(value * 10) / 10).toFixed(1).replace('-0.0', '0.0')).join(' ');
}

/** Which of some inks are near one. */
export function nearInks<I extends { lab: Lab }>(to: Lab, inks: readonly I[]): I[] {
  return inks.filter(({ lab }) => deltaE00(to, lab) <= nearInkE00);
}
