import type { BinaryImage } from '#core/raster/image';

/** What a photo is held against: one picture in one colouring. Arrays row-major, a value a pixel. */
export type CheckPlan = {
  width: number;
  height: number;
  pxPerMm: number;
  /** 0 paper outside, else the number of the area. */
  labels: Uint16Array;
  lines: BinaryImage;
  /** 0 none, 1 lightest ... */
  bands: Uint8Array;
  /** R, G, B of the expected look. */
  expected: Uint8Array;
  /** 1 where white is kept on purpose, or put on: highlights, gel. */
  keptWhite?: Uint8Array | undefined;
};

/** So many px to a mm are looked at: what is smaller than half a mm no photo of a card shows for sure. */
export const workPxPerMm = 4;

/** A plan made smaller; `isLine`: where lines lie, and close beside them. */
export type WorkPlan = {
  width: number;
  height: number;
  pxPerMm: number;
  labels: Uint16Array;
  bands: Uint8Array;
  isLine: Uint8Array;
  isKept: Uint8Array;
  /** Linear light of the expected look, three a pixel. */
  expected: Float32Array;
  /** Px of the plan along one of these. */
  scale: number;
};

const linear = Float32Array.from({ length: 256 }, (_, level) => {
  const own = level / 255;
  return own <= 0.04045 ? own / 12.92 : ((own + 0.055) / 1.055) ** 2.4;
});
/** Linear light of a level of an image (IEC 61966-2-1). */
export const lightOfLevel = (level: number): number => linear[Math.max(0, Math.min(255, Math.round(level)))]!;

/** So far beside a line the ink of the line reaches in a photo, in mm. */
const besideLineMm = 0.3;

/** @throws RangeError where sizes do not fit each other. */
export function workPlan({ width, height, pxPerMm, labels, lines, bands, expected, keptWhite }: CheckPlan): WorkPlan {
  const pixels = width * height;
  if (!(pxPerMm > 0)) throw new RangeError(`checkPhoto expects px per mm of more than 0, got ${pxPerMm}.`);
  if (labels.length !== pixels || bands.length !== pixels || lines.data.length !== pixels || expected.length !== 3 * pixels)
    throw new RangeError(`checkPhoto expects labels, lines, bands and the expected look of ${width} x ${height} px.`);
  if (keptWhite && keptWhite.length !== pixels) throw new RangeError(`checkPhoto expects what is kept white of ${width} x ${height} px.`);
  const scale = Math.max(1, pxPerMm / workPxPerMm);
  const [columns, rows] = [Math.max(1, Math.floor(width / scale)), Math.max(1, Math.floor(height / scale))];
  const own: WorkPlan = {
    ...{ width: columns, height: rows, pxPerMm: pxPerMm / scale, scale },
    ...{ labels: new Uint16Array(columns * rows), bands: new Uint8Array(columns * rows), isLine: new Uint8Array(columns * rows) },
    ...{ isKept: new Uint8Array(columns * rows), expected: new Float32Array(3 * columns * rows) },
  };
  const reach = besideLineMm * pxPerMm;
  for (let row = 0, pixel = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++, pixel++) {
      const [left, top] = [Math.floor(column * scale), Math.floor(row * scale)];
      const [right, bottom] = [Math.min(width, Math.ceil((column + 1) * scale)), Math.min(height, Math.ceil((row + 1) * scale))];
      const middle =
        Math.min(height - 1, Math.floor((row + 0.5) * scale)) * width + Math.min(width - 1, Math.floor((column + 0.5) * scale));
      own.labels[pixel] = labels[middle]!;
      own.bands[pixel] = bands[middle]!;
      own.isKept[pixel] = keptWhite?.[middle] ? 1 : 0;
      let [r, g, b, count] = [0, 0, 0, 0];
      for (let y = top; y < bottom; y++) {
        for (let x = left; x < right; x++) {
          const at = y * width + x;
          if (lines.data[at]) continue;
          r += linear[expected[3 * at]!]!;
          g += linear[expected[3 * at + 1]!]!;
          b += linear[expected[3 * at + 2]!]!;
          count += 1;
        }
      }
      own.expected.set(count > 0 ? [r / count, g / count, b / count] : [0, 0, 0], 3 * pixel);
      for (let y = Math.max(0, Math.floor(top - reach)); y < Math.min(height, bottom + reach) && !own.isLine[pixel]; y++)
        for (let x = Math.max(0, Math.floor(left - reach)); x < Math.min(width, right + reach); x++)
          if (lines.data[y * width + x]) {
            own.isLine[pixel] = 1;
            break;
          }
    }
  }
  return own;
}
