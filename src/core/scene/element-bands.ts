import { bandOf } from '#core/light/bands';
import type { BandMap } from './band-map';
import { type ElementCut, type ElementCuts, valuesOfElement } from './element-cuts';
import type { HandLight } from './hand-light';
import type { SceneValues } from './label-values';

/** Bands of elements within their outlines, before what lies on the paper outside, soft spots and cleaning; and what they were laid by. */
export type LaidBands = { map: BandMap; cuts: ElementCuts; hand: HandLight | null };

type Asked = {
  cuts: ElementCuts;
  hand: HandLight | null;
  size: { width: number; height: number; scale: 1 | 2 };
  pixelsOf: (label: number) => Uint32Array;
  before?: LaidBands | undefined;
};

/**
 * Lays the bands of every element into a map. Bare paper that an element keeps, and what the hand keeps white, is coloured by nothing. In the same
 * light and under the same hand only elements that are cut otherwise now are laid anew: the map of before is changed, and is the new one.
 */
export function layElements({ cuts, hand, size, pixelsOf, before }: Asked): LaidBands {
  const isSameLight = before !== undefined && before.cuts.values === cuts.values && before.hand === hand;
  const pixels = size.width * size.height;
  const map: BandMap = isSameLight ? before.map : { ...size, elements: new Uint16Array(pixels), bands: new Uint8Array(pixels) };
  const old = isSameLight ? before.cuts.of : [];
  for (const [index, cut] of old.entries()) if (cut !== cuts.of[index]) clear(map, index + 1, cut, pixelsOf);
  for (const [index, cut] of cuts.of.entries()) if (cut !== old[index]) lay(map, index + 1, cut, cuts.values, hand);
  return { map, cuts, hand };
}

function clear({ elements, bands }: BandMap, number: number, { element }: ElementCut, pixelsOf: (label: number) => Uint32Array): void {
  for (const label of element.labels) {
    for (const pixel of pixelsOf(label)) {
      if (elements[pixel] !== number) continue;
      elements[pixel] = 0;
      bands[pixel] = 0;
    }
  }
}

function lay(map: BandMap, number: number, { element, least }: ElementCut, values: SceneValues, hand: HandLight | null): void {
  if (element.spot) return;
  const { shares, keepsPaper } = element;
  const [last, paper] = [shares.length, keepsPaper ? 1 : 0];
  for (const { pixels, values: light } of valuesOfElement(element, values)) {
    if (!hand) {
      layPlain(map, pixels, light, { number, least, paper });
      continue;
    }
    for (let i = 0; i < pixels.length; i++) {
      const pixel = pixels[i]!;
      const band = Math.min(last, Math.max(1, bandOf(light[i]! + hand.added[pixel]!, least) + hand.shift[pixel]!));
      if (band === paper || hand.white[pixel]) continue;
      map.elements[pixel] = number;
      map.bands[pixel] = band - paper;
    }
  }
}

/** Without a hand, for a lamp that moves. */
function layPlain(
  { elements, bands }: BandMap,
  pixels: Uint32Array,
  light: Float32Array,
  { number, least, paper }: { number: number; least: readonly number[]; paper: number },
): void {
  const cuts = Float64Array.from(least);
  const last = cuts.length - 1;
  for (let i = 0; i < pixels.length; i++) {
    const value = light[i]!;
    let band = 0;
    while (band < last && value < cuts[band]!) band++;
    if (band + 1 === paper) continue;
    const pixel = pixels[i]!;
    elements[pixel] = number;
    bands[pixel] = band + 1 - paper;
  }
}
