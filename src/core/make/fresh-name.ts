import { cleanText } from '#model/text';

/**
 * A name that is not taken: what is wished for and a number, "Pilot 2"; what is wished for is cut where both would not fit.
 * @param options.most UTF-16 units that fit. @param options.from the first number that is tried.
 */
export function freshName(wished: string, taken: Iterable<string>, { most, from }: { most: number; from: number }): string {
  const names = new Set(taken);
  for (let number = from; ; number++) {
    const ending = ` ${number}`;
    const name = `${cleanText(wished, most - ending.length)}${ending}`;
    if (!names.has(name)) return name;
  }
}
