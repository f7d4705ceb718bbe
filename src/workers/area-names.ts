import { mostElementName } from '#model/picture';
import { cleanText } from '#model/text';

/** What layers and shapes are called that hold the lines. */
export const areLines = /\b(lines?|line ?art|inks?|inking|outlines?|contours?|drawing|stamp)\b/i;

/** Names that programs give by themselves say nothing. */
export const givenByPrograms =
  /^(path|rect|circle|ellipse|polygon|polyline|line|g|group|(paint |colou?r )?layer|svg|shape|object|use|image|text|tspan|ebene|calque|capa|livello|vector|_x?)[-_ ]*[\d._-]*$/i;

/** Names that a picture may give to its areas. */
const mostNames = 500;

export type AreaNames = {
  /** From 1 on; the same name in the same group has the same one. @param group default: it stands by itself. */
  labelOf: (name: string, group?: string) => number;
  all: () => { names: string[]; groups: (string | null)[] };
};

/** Gathers the names of areas. What is called "Scarf, area 3", as our own drawings have it, is the scarf. @throws RangeError beyond 500 of them. */
export function namedAreasOf(): AreaNames {
  const labels = new Map<string, { name: string; group: string | null; label: number }>();
  const clean = (text: string): string => cleanText(text.replace(/, area \d+$/, ''), mostElementName);
  return {
    labelOf: (given, within) => {
      const group = within === undefined ? null : clean(within) || null;
      const name = (group !== null && givenByPrograms.test(given.trim()) ? group : clean(given)) || 'Layer';
      const key = `${group ?? ''}\n${name}`;
      const known = labels.get(key);
      if (known) return known.label;
      if (labels.size >= mostNames) throw new RangeError(`It has more than ${mostNames} names: more than anyone colours.`);
      const label = labels.size + 1;
      labels.set(key, { name, group, label });
      return label;
    },
    all: () => ({ names: [...labels.values()].map(({ name }) => name), groups: [...labels.values()].map(({ group }) => group) }),
  };
}
