import type { WrittenMarker } from '#model/written-recipe';
import { chipColours } from '#core/colour/coats';
import { hexOfLab, labOfHex } from '#core/colour/lab';
import type { Pdf } from '../pdf-document';
import { drawBox } from './flow';

/** Of a double chip on paper, in mm. */
export const chipMm = { width: 11, height: 4 } as const;

/** A colour as a grey of the same lightness: what a printer without colours shows of it. */
export function greyHex(hex: string): string {
  return hexOfLab({ L: labOfHex(hex).L, a: 0, b: 0 });
}

/** A double chip: one coat at the left, two at the right; an empty one where no colour is known. */
export function drawChip(pdf: Pdf, marker: WrittenMarker | undefined, [xMm, yMm]: readonly [number, number], isGrey: boolean): void {
  const { width, height } = chipMm;
  if (!marker?.lab) {
    drawBox(pdf, [xMm, yMm, width, height], { lineMm: 0.2, dashed: true });
    return;
  }
  const { oneCoatHex, twoCoatsHex } = chipColours(marker.lab, marker.twoCoats);
  const shown = (hex: string) => (isGrey ? greyHex(hex) : hex);
  drawBox(pdf, [xMm, yMm, width / 2, height], { fillHex: shown(oneCoatHex) });
  drawBox(pdf, [xMm + width / 2, yMm, width / 2, height], { fillHex: shown(twoCoatsHex) });
  drawBox(pdf, [xMm, yMm, width, height], { lineMm: 0.15 });
}
