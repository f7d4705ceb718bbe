/** How a region is marked over the paper: `gathered` belongs to an element, `inHand` to the one in hand. */
export type RegionMark = 'gathered' | 'inHand';

const hatchPeriodPx = 14;
const gathered = 214;
const inHand = 236;
const hatch = 120;
/** The accent, pale: the hand's own mark, never beside a swatch since this view shows none. Red, green, blue. */
const touchedRgb = [126, 196, 203] as const;

/** Opaque colour as a 32-bit number for the px of an ImageData; little-endian, as every browser's machine is. */
const packed = (r: number, g: number, b: number): number => ((255 << 24) | (b << 16) | (g << 8) | r) >>> 0;

/**
 * Paints the marks of regions into RGBA, transparent elsewhere. The element in hand is hatched as well as grey, so that it is
 * told apart without judging a tone.
 */
export function paintRegionMarks(labels: Uint16Array, width: number, height: number, markOf: ReadonlyMap<number, RegionMark>): ImageData {
  const image = new ImageData(width, height);
  if (markOf.size === 0) return image;
  const codes = new Uint8Array(65536);
  for (const [label, mark] of markOf) codes[label] = mark === 'inHand' ? 2 : 1;
  const [plain, held, line] = [gathered, inHand, hatch].map((grey) => packed(grey, grey, grey)) as [number, number, number];
  const px = new Uint32Array(image.data.buffer);
  for (let row = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i++) {
      const code = codes[labels[i] as number] as number;
      if (code === 0) continue;
      px[i] = code === 1 ? plain : (row + column) % hatchPeriodPx < 3 ? line : held;
    }
  }
  return image;
}

export type TouchedRegions = {
  labels: Uint16Array;
  widthPx: number;
  heightPx: number;
  /** Labels under the hand. */
  touched: readonly number[];
  /** Box round a label: left, top, width, height in px of the picture. */
  boxOf: (label: number) => readonly [number, number, number, number] | undefined;
};

/** Marks what is under the hand on a canvas of its own, at the canvas's own resolution and only where it lies: a hover costs no more. */
export function drawTouched(canvas: HTMLCanvasElement, { labels, widthPx, heightPx, touched, boxOf }: TouchedRegions): void {
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
  const colour = packed(...touchedRgb);
  for (let y = 0; y < height; y++) {
    const row = Math.min(heightPx - 1, Math.floor((top + y + 0.5) / scaleY)) * widthPx;
    for (let x = 0; x < width; x++) {
      const label = labels[row + Math.min(widthPx - 1, Math.floor((left + x + 0.5) / scaleX))] as number;
      if (isTouched[label]) px[y * width + x] = colour;
    }
  }
  context.putImageData(image, left, top);
}
