import { tooTinyMm2 } from '#core/make/too-tiny';
import type { ColouredElement } from '#model/coloured-picture';
import { areaMm2Of } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';

export type Nib = 'brush' | 'fine';

/** What fits an element: its area, its narrowest place, the nib for it, and whether there is room to blend at all. */
export type ElementMeasure = {
  areaMm2: number;
  /** Of its largest area. */
  largestMm2: number;
  narrowestMm: number | null;
  nib: Nib | null;
  isTooTinyToBlend: boolean;
};

/** A brush nib draws a line of about this width without pressure. Common practice, no source. */
const brushLineMm = 1.2;
/** Nor is there where it is narrower. Common practice, no source. */
const leastBlendMm = 2;

/**
 * Measures of an element. Too tiny to blend is one whose largest area is small, or narrower everywhere than two strokes lie beside each other.
 * @param table measures of the picture's regions.
 */
export function measureElement(element: ColouredElement, table: IndexedTable | undefined): ElementMeasure {
  const areaMm2 = areaMm2Of(element, table);
  if (element.spot) {
    const widestMm = 2 * Math.max(...element.spot.strokes.map(({ radiusMm }) => radiusMm));
    return {
      areaMm2,
      largestMm2: areaMm2,
      narrowestMm: widestMm,
      nib: nibFor(widestMm),
      isTooTinyToBlend: areaMm2 < tooTinyMm2 || widestMm < leastBlendMm,
    };
  }
  const regions = element.regionIds.flatMap((id) => table?.byId.get(id) ?? []);
  const widths = regions.flatMap(({ narrowestMm }) => narrowestMm ?? []);
  const narrowestMm = widths.length > 0 ? Math.min(...widths) : null;
  const largest = regions.reduce((most, { areaMm2: own }) => Math.max(most, own), 0);
  const isThin = widths.length > 0 && Math.max(...widths) < leastBlendMm / 2;
  return {
    areaMm2,
    largestMm2: largest,
    narrowestMm,
    nib: narrowestMm === null ? null : nibFor(narrowestMm),
    isTooTinyToBlend: regions.length > 0 && (largest < tooTinyMm2 || isThin),
  };
}

/** The nib that a narrowest place of so many mm asks for. */
export function nibFor(narrowestMm: number): Nib {
  return narrowestMm < brushLineMm ? 'fine' : 'brush';
}

/** A larger area is coloured with the brush, and the fine nib takes its narrow places. Common practice, no source. */
const brushMm2 = 60;

/** Whether an element with narrow places is large enough for the brush all the same. */
export function isLargeWithNarrowPlaces({ nib, largestMm2 }: Pick<ElementMeasure, 'nib' | 'largestMm2'>): boolean {
  return nib === 'fine' && largestMm2 >= brushMm2;
}
