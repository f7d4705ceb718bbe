import type { ColouredElement } from '#model/coloured-picture';
import type { Lab } from '#model/marker';
import { whitePaper } from '#core/colour/coats';
import { predictInk } from '#core/colour/predict-ink';

/** An ink in the colours that are known of it. */
type Ink = { lab?: Lab | undefined; twoCoats?: Lab | undefined };

/**
 * The colours that an element's bands come to, light to dark, each ink in as many coats as the element is laid in; undefined where a marker has no colour. The second
 * coat's darker marker lies over the deepest.
 */
export function coatedColours(
  element: Pick<ColouredElement, 'ladder' | 'coats'> | undefined,
  inkOf: ReadonlyMap<string, Ink>,
): (Lab | undefined)[] {
  const { passes = 1, darker } = element?.coats ?? {};
  const rungs = element?.ladder?.rungs ?? [];
  const layer = (ink: Ink | undefined, coats: number) =>
    ink?.lab ? [{ oneCoat: ink.lab, ...(ink.twoCoats ? { twoCoats: ink.twoCoats } : {}), coats }] : [];
  return rungs.map(({ markerId }, rung) => {
    const own = layer(inkOf.get(markerId), passes);
    if (own.length === 0) return undefined;
    const over = rung === rungs.length - 1 && darker && passes > 1 ? layer(inkOf.get(darker.markerId), 1) : [];
    return predictInk({ paper: whitePaper, layers: [...own, ...over] });
  });
}
