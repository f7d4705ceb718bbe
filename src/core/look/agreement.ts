import type { Lab } from '#model/marker';
import { deltaE00 } from '#core/colour/difference';
import { predictInk } from '#core/colour/predict-ink';
import { type ReadMarker, readOn } from '#core/markers/readings';

/**
 * How well the maker's own swatches bear out an expected look. `here`, `elsewhere`, `none`: how many of its markers were read on this paper, on another, or not at
 * all; `twoCoats`: how far, at their mean, a second coat that is computed from the first alone lies from the one that was measured (CIEDE2000), of so many; null:
 * none was measured.
 */
export type Agreement = { here: number; elsewhere: number; none: number; twoCoats: { meanDeltaE: number; count: number } | null };

/** @param markers those that the picture takes, in their colours on its paper. @param paper its name. @param bare its colour. */
export function agreementOf(markers: readonly ReadMarker[], paper: string | undefined, bare: Lab): Agreement {
  const measured = markers.flatMap(({ lab, twoCoats, reading }) =>
    lab && twoCoats && reading?.source === 'measured'
      ? [deltaE00(predictInk({ paper: bare, layers: [{ oneCoat: lab, coats: 2 }] }), twoCoats)]
      : [],
  );
  const sum = measured.reduce((all, own) => all + own, 0);
  return {
    ...readOn(markers, paper),
    twoCoats: measured.length > 0 ? { meanDeltaE: sum / measured.length, count: measured.length } : null,
  };
}
