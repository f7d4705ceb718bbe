import type { Lab } from '#model/marker';
import { predictInk } from '#core/colour/predict-ink';
import type { RecipeElement, RecipeMark } from '#core/technique/recipe';

/** The colour of an ink on its paper: one coat, and two where that was read. */
export type InkOnPaper = { oneCoat: Lab; twoCoats?: Lab };

/** Marks that lay ink on whole bands: dots, stripes and edges are seen as what they are, and say nothing of a band's middle. */
const laysBands = ({ tool, rung, stroke, place, isRepeat }: RecipeMark): boolean =>
  tool === 'marker' &&
  rung !== null &&
  !isRepeat &&
  stroke !== 'dots' &&
  place.kind !== 'edge' &&
  !(stroke === 'strokes' && place.kind === 'allOver');

const lies = ({ place }: RecipeMark, band: number): boolean =>
  place.kind === 'allOver' || (place.kind === 'band' && place.band === band) || (place.kind === 'fromBand' && place.band <= band);

/** How many coats of each rung's ink lie in the middle of a band; one of its own where no mark says anything. */
export function coatsOfBand({ marks }: Pick<RecipeElement, 'marks'>, band: number): ReadonlyMap<number, number> {
  const coats = new Map<number, number>();
  for (const mark of marks) {
    if (!laysBands(mark) || !lies(mark, band)) continue;
    coats.set(mark.rung as number, (coats.get(mark.rung as number) ?? 0) + 1);
  }
  return coats.size > 0 ? coats : new Map([[band, 1]]);
}

/** A band that would not be darker than the one before is as that one: bands are an order of light. */
function falling(bands: readonly Lab[]): Lab[] {
  let least = 100;
  return bands.map((lab) => {
    least = Math.min(least, lab.L);
    return lab.L > least ? { ...lab, L: least } : lab;
  });
}

/**
 * The colour of each band in its middle, light to dark: all the inks that the recipe lays there, each in its coats, on the paper.
 * @param inks of the rungs, and of the darker marker of a second coat at the end.
 * @param isByPlace its rungs are no order of light (hues by place). Default false.
 */
export function laidBands(
  element: Pick<RecipeElement, 'marks'>,
  inks: readonly InkOnPaper[],
  rungs: number,
  paper: Lab,
  isByPlace = false,
): Lab[] {
  const bands = Array.from({ length: rungs }, (_, band) => {
    const layers = [...coatsOfBand(element, band)].flatMap(([rung, coats]) => {
      const ink = inks[rung];
      return ink ? [{ ...ink, coats }] : [];
    });
    return predictInk({ paper, layers });
  });
  return isByPlace ? bands : falling(bands);
}
