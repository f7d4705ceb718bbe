import { type Form, inflate } from '#core/light/inflate';
import type { PictureParts } from './parts';

/** Softened rim of the forms of a picture: 0 would blacken a thin line all round (trials: 0.15 to 0.2 of the height). */
const softening = 0.18;

/** A part at least so wide in the mean (px) is inflated at half resolution: narrower ones would lose their shape. */
const leastHalfWidthPx = 20;

/**
 * The form of a connected part, cut out of the picture. `scale`: px of the picture along one px of the form, 1 or 2; `left` and `top`
 * (px of the picture) are even, so that forms of half resolution lie on one grid.
 */
export type PartForm = { left: number; top: number; scale: 1 | 2; form: Form };

type Cut = { left: number; top: number; width: number; height: number; mask: Uint8Array; meanWidthPx: number };

function cutOut(
  { labels, width, height }: PictureParts,
  [left, top, right, bottom]: readonly number[],
  isOwn: (label: number) => boolean,
): Cut {
  // A rim of one px and an even left top.
  const fromX = ((left as number) - 1) & ~1;
  const fromY = ((top as number) - 1) & ~1;
  const cutWidth = (right as number) + 2 - fromX;
  const cutHeight = (bottom as number) + 2 - fromY;
  const mask = new Uint8Array(cutWidth * cutHeight);
  let area = 0;
  let rim = 0;
  for (let row = Math.max(0, fromY); row <= (bottom as number) && row < height; row++) {
    let before = false;
    for (let column = Math.max(0, fromX); column <= (right as number) + 1; column++) {
      const own = column < width && isOwn(labels[row * width + column] as number);
      if (own) {
        mask[(row - fromY) * cutWidth + column - fromX] = 1;
        area++;
      }
      if (own !== before) rim++;
      before = own;
    }
  }
  // Twice the area over the length of the rim: that of a long strip is its width. Only crossings of rows are counted, about 2 / pi of all.
  return { left: fromX, top: fromY, width: cutWidth, height: cutHeight, mask, meanWidthPx: (2 * area) / (rim * (Math.PI / 2) || 1) };
}

function halved({ width, height, mask }: Cut): { width: number; height: number; data: Uint8Array } {
  const halfWidth = (width + 1) >> 1;
  const halfHeight = (height + 1) >> 1;
  const data = new Uint8Array(halfWidth * halfHeight);
  const at = (x: number, y: number) => (x < width && y < height ? (mask[y * width + x] as number) : 0);
  for (let y = 0; y < halfHeight; y++) {
    for (let x = 0; x < halfWidth; x++) {
      const inside = at(2 * x, 2 * y) + at(2 * x + 1, 2 * y) + at(2 * x, 2 * y + 1) + at(2 * x + 1, 2 * y + 1);
      if (inside >= 2) data[y * halfWidth + x] = 1;
    }
  }
  return { width: halfWidth, height: halfHeight, data };
}

/**
 * Inflates one connected part of a picture.
 * @param bounds left, top, right, bottom of the part in px, inclusive.
 * @param isOwn whether a label belongs to the part.
 * @param options.resolution `auto`: half where the part is wide enough (a test states the error); `full`: never. Default auto.
 */
export function formOfPart(
  picture: PictureParts,
  bounds: readonly number[],
  isOwn: (label: number) => boolean,
  options: { resolution?: 'auto' | 'full' } = {},
): PartForm {
  const cut = cutOut(picture, bounds, isOwn);
  const { left, top, width, height, mask } = cut;
  const isHalf = options.resolution !== 'full' && cut.meanWidthPx >= leastHalfWidthPx;
  const form = inflate(isHalf ? halved(cut) : { width, height, data: mask }, { softening });
  return { left, top, scale: isHalf ? 2 : 1, form };
}
