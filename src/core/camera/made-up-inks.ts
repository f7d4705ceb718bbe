import type { Lab } from '#model/marker';
import { predictInk } from '#core/colour/predict-ink';
import { digestOf } from '#core/make/digest';
import { seeded } from '#core/sharing/seeded';
import { strToU8 } from 'fflate';

/** What a marker's ink is on paper, as nobody has measured it yet. */
export type MadeUpInk = { oneCoat: Lab; twoCoats: Lab };

/**
 * A made-up ink behind what is thought of a marker's colour: a few CIEDE2000 away from it, the same for a marker every time, so that measuring has something to find.
 * @param thought the colour that the rack has for it; none: a grey.
 */
export function madeUpInk(markerId: string, thought: Lab | undefined, paper: Lab): MadeUpInk {
  const random = seeded(Number.parseInt(digestOf(strToU8(markerId)).slice(0, 8), 16));
  const { L, a, b } = thought ?? { L: 60, a: 0, b: 0 };
  const off = (most: number) => (2 * random() - 1) * most;
  const oneCoat = {
    L: Math.min(paper.L - 2, Math.max(12, L + off(5))),
    a: a * (1 + off(0.12)) + off(1.5),
    b: b * (1 + off(0.12)) + off(1.5),
  };
  return { oneCoat, twoCoats: predictInk({ paper, layers: [{ oneCoat, coats: 2 }] }) };
}
