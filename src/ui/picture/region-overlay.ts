import { rgbOfHex } from '#core/colour/rgb';
import { elementTint, tintPatterns } from '#core/colour/element-tints';
import { inkHex } from '../colours';

/** Distance between the lines of a pattern, and their width, in px of the picture. */
const periodPx = 16;
const linePx = 3;

/** Opaque colour as a 32-bit number for the px of an ImageData; little-endian, as every browser's machine is. */
const packed = (r: number, g: number, b: number, a = 255): number => ((a << 24) | (b << 16) | (g << 8) | r) >>> 0;
const packedHex = (hex: string, a = 255): number => {
  const [r, g, b] = rgbOfHex(hex);
  return packed(r, g, b, a);
};

/** Whether a pixel lies on a line of each pattern, as one bit a pattern, for one period of rows and columns. */
function patternBits(): Uint8Array {
  const bits = new Uint8Array(periodPx * periodPx);
  for (let row = 0; row < periodPx; row++) {
    for (let column = 0; column < periodPx; column++) {
      const on = {
        plain: false,
        rising: (row + column) % periodPx < linePx,
        dots: Math.hypot(row - periodPx / 2, column - periodPx / 2) < linePx,
        falling: (row - column + periodPx) % periodPx < linePx,
        level: row < linePx,
        upright: column < linePx,
        cross: row < 2 || column < 2,
      };
      tintPatterns.forEach((pattern, index) => {
        if (on[pattern]) bits[row * periodPx + column]! |= 1 << index;
      });
    }
  }
  return bits;
}

export type ElementMarks = {
  labels: Uint16Array;
  width: number;
  height: number;
  /** Place of the element in its picture's row, by label. */
  elementOf: ReadonlyMap<number, number>;
};

/** Paints each element in a tint and pattern of its own into RGBA, transparent elsewhere. */
export function paintElementTints({ labels, width, height, elementOf }: ElementMarks): ImageData {
  const image = new ImageData(width, height);
  if (elementOf.size === 0) return image;
  const bits = patternBits();
  const tints = [...new Set(elementOf.values())].reduce(
    (all, index) => {
      const { hex, lineHex, pattern } = elementTint(index);
      all[index] = { plain: packedHex(hex), line: packedHex(lineHex), bit: 1 << tintPatterns.indexOf(pattern) };
      return all;
    },
    [] as { plain: number; line: number; bit: number }[],
  );
  const codes = new Int32Array(65536).fill(-1);
  for (const [label, index] of elementOf) codes[label] = index;
  const px = new Uint32Array(image.data.buffer);
  for (let row = 0, i = 0; row < height; row++) {
    const bitRow = (row % periodPx) * periodPx;
    for (let column = 0; column < width; column++, i++) {
      const code = codes[labels[i] as number] as number;
      if (code < 0) continue;
      const { plain, line, bit } = tints[code] as (typeof tints)[number];
      px[i] = ((bits[bitRow + (column % periodPx)] as number) & bit) !== 0 ? line : plain;
    }
  }
  return image;
}

/** How much of the rest is left when one element is chosen. */
const veilAlpha = 185;
/** The lines round the chosen element stay black: its edge is let through so far, in px of the picture. */
const lineReachPx = 4;

/** White over everything but the chosen labels and the lines round them. */
export function paintVeil(labels: Uint16Array, width: number, height: number, chosen: ReadonlySet<number>): OffscreenCanvas {
  const hole = new OffscreenCanvas(width, height);
  const mask = new ImageData(width, height);
  const px = new Uint32Array(mask.data.buffer);
  const isChosen = new Uint8Array(65536);
  for (const label of chosen) isChosen[label] = 1;
  for (let i = 0; i < labels.length; i++) if (isChosen[labels[i] as number]) px[i] = 0xffffffff;
  hole.getContext('2d')?.putImageData(mask, 0, 0);
  const veil = new OffscreenCanvas(width, height);
  const context = veil.getContext('2d');
  if (!context) return veil;
  context.fillStyle = `rgb(255 255 255 / ${veilAlpha / 255})`;
  context.fillRect(0, 0, width, height);
  context.globalCompositeOperation = 'destination-out';
  for (const dx of [-lineReachPx, 0, lineReachPx]) for (const dy of [-lineReachPx, 0, lineReachPx]) context.drawImage(hole, dx, dy);
  return veil;
}

export type TouchedRegions = {
  labels: Uint16Array;
  widthPx: number;
  heightPx: number;
  /** Labels under the hand. */
  touched: readonly number[];
  /** Box round a label: left, top, width, height in px of the picture. */
  boxOf: (label: number) => readonly [number, number, number, number] | undefined;
  /** What it is marked with. Default: a clear shade of ink. */
  colourHex?: string;
  alpha?: number;
};

/** The hand's own mark: a neutral shade, so clear that the colour under it is seen. */
const touchedAlpha = 56;

/** Marks what is under the hand on a canvas of its own, at the canvas's own resolution and only where it lies: a hover costs no more. */
export function drawTouched(canvas: HTMLCanvasElement, region: TouchedRegions): void {
  const { labels, widthPx, heightPx, touched, boxOf, colourHex = inkHex, alpha = touchedAlpha } = region;
  const context = canvas.getContext('2d');
  if (!context) return;
  context.clearRect(0, 0, canvas.width, canvas.height);
  const boxes = touched.flatMap((label) => boxOf(label) ?? []);
  if (boxes.length === 0) return;
  const [scaleX, scaleY] = [canvas.width / widthPx, canvas.height / heightPx];
  const at = (index: number) => boxes.filter((_, place) => place % 4 === index);
  const ends = (start: number, size: number) => at(start).map((from, place) => from + (at(size)[place] ?? 0));
  const left = Math.max(0, Math.floor(Math.min(...at(0)) * scaleX) - 1);
  const top = Math.max(0, Math.floor(Math.min(...at(1)) * scaleY) - 1);
  const width = Math.min(canvas.width, Math.ceil(Math.max(...ends(0, 2)) * scaleX) + 1) - left;
  const height = Math.min(canvas.height, Math.ceil(Math.max(...ends(1, 3)) * scaleY) + 1) - top;
  if (width < 1 || height < 1) return;
  const isTouched = new Uint8Array(65536);
  for (const label of touched) isTouched[label] = 1;
  const image = context.createImageData(width, height);
  const px = new Uint32Array(image.data.buffer);
  const colour = packedHex(colourHex, alpha);
  for (let y = 0; y < height; y++) {
    const row = Math.min(heightPx - 1, Math.floor((top + y + 0.5) / scaleY)) * widthPx;
    for (let x = 0; x < width; x++) {
      const label = labels[row + Math.min(widthPx - 1, Math.floor((left + x + 0.5) / scaleX))] as number;
      if (isTouched[label]) px[y * width + x] = colour;
    }
  }
  context.putImageData(image, left, top);
}
