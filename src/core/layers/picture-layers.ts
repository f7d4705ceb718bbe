import type { Rgb } from '#core/colour/rgb';
import type { BandMap } from '#core/scene/band-map';

/** Pixels of one layer, as large as what lies on it, and where its left top stands in the picture. RGBA, row-major. */
export type Layer = { name: string; xPx: number; yPx: number; widthPx: number; heightPx: number; rgba: Uint8ClampedArray<ArrayBuffer> };

/** Layers of one element: its bands, light to dark. */
export type LayerGroup = { name: string; layers: Layer[] };

/** An element of a band map with the names and colours of its bands, light to dark. */
export type NamedBands = { name: string; bands: readonly { name: string; rgb: Rgb }[] };

/**
 * A band map parted into layers: for each element a group, in it a layer for each band that has a pixel, in its colour, as large as it is. A soft edge fades in its own
 * layer; what lies beneath it is whole in the layer below.
 * @param named in the order of the elements of the map.
 */
export function layersOfBands(map: BandMap, named: readonly NamedBands[]): LayerGroup[] {
  const { width, elements, bands, softEdges } = map;
  const boxes = new Map<number, { left: number; top: number; right: number; bottom: number }>();
  const key = (element: number, band: number) => element * 256 + band;
  const grow = (place: number, pixel: number) => {
    const [x, y] = [pixel % width, Math.floor(pixel / width)];
    const box = boxes.get(place);
    if (!box) boxes.set(place, { left: x, top: y, right: x, bottom: y });
    else {
      box.left = Math.min(box.left, x);
      box.right = Math.max(box.right, x);
      box.top = Math.min(box.top, y);
      box.bottom = Math.max(box.bottom, y);
    }
  };
  for (let i = 0; i < elements.length; i++) if (elements[i] !== 0) grow(key(elements[i]!, bands[i]!), i);
  softEdges?.pixels.forEach((pixel, index) => {
    if (softEdges.elementsBeneath[index] !== 0) grow(key(softEdges.elementsBeneath[index]!, softEdges.bandsBeneath[index]!), pixel);
  });
  const layers = new Map<number, Layer>();
  for (const [place, { left, top, right, bottom }] of boxes) {
    const band = named[Math.floor(place / 256) - 1]?.bands[(place % 256) - 1];
    if (!band) continue;
    const [widthPx, heightPx] = [right - left + 1, bottom - top + 1];
    layers.set(place, { name: band.name, xPx: left, yPx: top, widthPx, heightPx, rgba: new Uint8ClampedArray(4 * widthPx * heightPx) });
  }
  const paint = (place: number, pixel: number, cover: number) => {
    const layer = layers.get(place);
    const band = named[Math.floor(place / 256) - 1]?.bands[(place % 256) - 1];
    if (!layer || !band) return;
    const at = 4 * ((Math.floor(pixel / width) - layer.yPx) * layer.widthPx + (pixel % width) - layer.xPx);
    layer.rgba.set([...band.rgb, cover], at);
  };
  for (let i = 0; i < elements.length; i++) if (elements[i] !== 0) paint(key(elements[i]!, bands[i]!), i, 255);
  softEdges?.pixels.forEach((pixel, index) => {
    paint(key(softEdges.elements[index]!, softEdges.bands[index]!), pixel, softEdges.covers[index]!);
    if (softEdges.elementsBeneath[index] !== 0) paint(key(softEdges.elementsBeneath[index]!, softEdges.bandsBeneath[index]!), pixel, 255);
  });
  return named.flatMap(({ name, bands: own }, index) => {
    const group = own.flatMap((_, band) => layers.get(key(index + 1, band + 1)) ?? []);
    return group.length > 0 ? [{ name, layers: group }] : [];
  });
}
