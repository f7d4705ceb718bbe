import { assertRaster, type BinaryImage } from '#core/raster/image';
import { joinUpTo, type Part } from './join-parts';
import { neckBasins } from './neck-basins';
import { splitLarge } from './split-large';
import { straightenCuts } from './straighten-cuts';

export type WetPartsOptions = {
  /** What can be blended while it is wet, in mm2. */
  maxAreaMm2: number;
  /** Drawn lines within the mask: parting along them is no cut. Default none. */
  lines?: BinaryImage;
};

/** `cutMm`: length of its borders with other parts where no line lies; a border counts for both. */
export type WetPart = { areaMm2: number; cutMm: number };

/** A nib's dot is about so large, in mm2: less cannot be laid. From memory. */
export const nibDotMm2 = 1;
const mostParts = 255;

/**
 * Parts what is to be coloured into what can be blended while it is wet: along its lines, at its necks, else across where it is narrowest.
 * @param mask 1 where it is coloured; with pxPerMm.
 * @returns labels row-major, 0 outside the mask, parts from 1; each is connected over edges of pixels and within the limit, and no two that touch fit it together.
 * @throws RangeError without pxPerMm, for a limit below a nib's dot, or when more than 255 parts come of it.
 */
export function wetParts(mask: BinaryImage, { maxAreaMm2, lines }: WetPartsOptions): { labels: Uint8Array; parts: WetPart[] } {
  assertRaster(mask, 'wetParts');
  const { width, height, data, pxPerMm } = mask;
  if (pxPerMm === undefined) throw new RangeError('wetParts expects pxPerMm: without it there is no area in mm2.');
  if (!(maxAreaMm2 >= nibDotMm2))
    throw new RangeError(`wetParts expects a limit of at least a nib's dot, ${nibDotMm2} mm2, got ${maxAreaMm2}.`);
  if (lines) {
    assertRaster(lines, 'wetParts');
    if (lines.width !== width || lines.height !== height) throw new RangeError('wetParts expects lines of the size of the mask.');
  }
  const mostPx = maxAreaMm2 * pxPerMm ** 2;
  const areaPx = data.reduce((sum, own) => sum + own, 0);
  if (areaPx > mostParts * mostPx) throw tooMany(Math.ceil(areaPx / mostPx));
  const field = { width, height, mask: data, isLine: lines?.data ?? new Uint8Array(data.length) };
  const basins = neckBasins(field);
  const small = splitLarge(field, basins, mostPx);
  const begun = joinUpTo(field, small, mostPx).labels;
  straightenCuts(field, begun, { mostPx, pxPerMm });
  const joined = joinUpTo(field, begun, mostPx);
  if (joined.parts.length > mostParts) throw tooMany(joined.parts.length);
  return {
    labels: Uint8Array.from(joined.labels),
    parts: joined.parts.map(({ areaPx, cutPx }: Part) => ({ areaMm2: areaPx / pxPerMm ** 2, cutMm: cutPx / pxPerMm })),
  };
}

function tooMany(count: number): RangeError {
  return new RangeError(
    `It comes to ${count} parts or more, and at most ${mostParts} can be told apart. Take a larger limit: a faster pace, or fewer coats.`,
  );
}
