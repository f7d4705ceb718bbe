/** Words of a name, in lower case. */
export function wordsOf(name: string): string[] {
  return name
    .toLowerCase()
    .split(/[^\p{L}]+/u)
    .filter((word) => word !== '');
}

const irregular: Readonly<Record<string, string>> = {
  mice: 'mouse',
  geese: 'goose',
  teeth: 'tooth',
  feet: 'foot',
  leaves: 'leaf',
  wolves: 'wolf',
  loaves: 'loaf',
  oxen: 'ox',
  knives: 'knife',
  hooves: 'hoof',
  cacti: 'cactus',
};

/** A word as it is written and as it may be in the singular: "berries" is "berry". English, by rule; what is no word is found in no list. */
export function singularsOf(word: string): string[] {
  const known = irregular[word];
  if (known) return [word, known];
  const forms = [word];
  if (word.endsWith('ies')) forms.push(`${word.slice(0, -3)}y`);
  if (word.endsWith('es')) forms.push(word.slice(0, -2));
  if (word.endsWith('s') && !word.endsWith('ss')) forms.push(word.slice(0, -1));
  return forms;
}

/** Shorter ones end many words that mean something else. */
const leastEndLetters = 4;

/**
 * What a list says of a word: of itself, of its singular, or of the word that it ends with ("sunhat" is a hat of four letters or more at the end).
 * @param of what the list holds for a word in the singular; undefined where it holds nothing.
 */
export function saidOfWord<T>(word: string, of: (singular: string) => T | undefined): T | undefined {
  const forms = singularsOf(word);
  for (const form of forms) {
    const said = of(form);
    if (said !== undefined) return said;
  }
  for (const form of forms) {
    for (let start = 2; start <= form.length - leastEndLetters; start++) {
      const said = of(form.slice(start));
      if (said !== undefined) return said;
    }
  }
  return undefined;
}
