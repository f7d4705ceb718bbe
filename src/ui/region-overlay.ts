/** How a region is marked over the paper: `gathered` belongs to an element, `inHand` to the one in hand, `touched` is under the hand now. */
export type RegionMark = 'gathered' | 'inHand' | 'touched';

type Rgba = readonly [number, number, number, number];

const hatchPeriodPx = 14;
const greys: Record<'gathered' | 'inHand', Rgba> = { gathered: [214, 214, 214, 255], inHand: [236, 236, 236, 255] };
const hatch: Rgba = [120, 120, 120, 255];
/** The accent, pale: the hand's own mark, never beside a swatch since this view shows none. */
const touched: Rgba = [126, 196, 203, 255];

/**
 * Paints the marks of regions into RGBA, transparent elsewhere. The element in hand is hatched as well as grey, so that it is
 * told apart without judging a tone.
 */
export function paintRegionMarks(labels: Uint16Array, width: number, height: number, markOf: ReadonlyMap<number, RegionMark>): ImageData {
  const image = new ImageData(width, height);
  if (markOf.size === 0) return image;
  const codes = new Uint8Array(65536);
  const order: RegionMark[] = ['gathered', 'inHand', 'touched'];
  for (const [label, mark] of markOf) codes[label] = order.indexOf(mark) + 1;
  for (let i = 0; i < labels.length; i++) {
    const code = codes[labels[i] as number] as number;
    if (code === 0) continue;
    const onHatch = code === 2 && ((i % width) + Math.floor(i / width)) % hatchPeriodPx < 3;
    const colour = code === 3 ? touched : onHatch ? hatch : code === 2 ? greys.inHand : greys.gathered;
    image.data.set(colour, 4 * i);
  }
  return image;
}
