import { bandsByLeast, leastOfBands, nearLeastOfBands, type Ranks, rankValues } from '#core/light/bands';
import type { Lamp } from '#core/light/shade';
import type { BandMap } from './band-map';
import type { HandLight } from './hand-light';
import type { SceneElement } from './scene-element';
import type { LabelLight } from './stage';

/** How far the cuts of an element are those of its bodies, and of the whole picture: 0 not at all, together 1 at most. */
export type Blend = { body: number; picture: number };

/**
 * So that what lies in shadow has no full range of its own, and what lies on one body reads as one; by looking at demo pictures (common practice, no
 * source).
 */
export const usualBlend: Blend = { body: 0.3, picture: 0.25 };

type Asked = {
  elements: readonly SceneElement[];
  pixelsOf: (label: number) => Uint32Array;
  lightOf: (label: number, lamp: Lamp | undefined) => LabelLight;
  /** Labels of the body of a label. */
  bodyOf: (label: number) => readonly number[];
  blend: Blend;
  hand: HandLight | null;
  /** How deep each pixel lies within its label, in px of the map; asked for only where it matters. */
  insidePx: () => Uint16Array;
};

/**
 * Cuts the light of every element into its bands and writes them into a map. The cuts are made before the hand: what it darkens goes over a cut and
 * leaves the rest as it was. Bare paper that an element keeps, and what the hand keeps white, is coloured by nothing.
 */
export function elementBands(map: BandMap, { elements, pixelsOf, lightOf, bodyOf, blend, hand, insidePx }: Asked): void {
  const valuesOf = (label: number, lamp?: Lamp): { pixels: Uint32Array; values: Float32Array } => {
    const pixels = pixelsOf(label);
    const values = new Float32Array(pixels.length);
    if (pixels.length > 0) lightOf(label, lamp).add(values, pixels);
    return { pixels, values };
  };
  const byPlace = (label: number): { pixels: Uint32Array; values: Float32Array } => {
    const pixels = pixelsOf(label);
    return { pixels, values: fromEdge(pixels, insidePx()) };
  };
  const inScene = new Map<number, { pixels: Uint32Array; values: Float32Array }>();
  const sceneValues = (label: number) => {
    const known = inScene.get(label) ?? valuesOf(label);
    inScene.set(label, known);
    return known;
  };
  // What is blended in need not be exact: every third value tells enough.
  const ranksOf = (labels: Iterable<number>): Ranks =>
    rankValues(
      joined(
        [...labels].map((label) => sceneValues(label).values),
        3,
      ),
    );

  const blends = blend.body > 0 || blend.picture > 0;
  const coloured = blends ? new Set(elements.filter(({ spot }) => !spot).flatMap(({ labels }) => [...labels])) : new Set<number>();
  const ofPicture = blend.picture > 0 ? ranksOf(coloured) : null;
  const ofBodies = new Map<string, Ranks>();

  for (const [index, { labels, shares, spot, isByHand, lamp, keepsPaper, isByPlace }] of elements.entries()) {
    if (spot) continue;
    const parts = labels.map((label) => (isByPlace ? byPlace(label) : lamp ? valuesOf(label, lamp) : sceneValues(label)));
    const values = joined(parts.map((part) => part.values));
    // While the lamp moves one part in 4096 is enough; a sort would be waited for.
    let least = (map.scale === 1 ? leastOfBands : nearLeastOfBands)(rankValues(values), shares);
    // Under a lamp of its own, or by place, an element is like nothing else.
    if (blends && !isByHand && !isByPlace && !lamp && values.length > 0) {
      const bodies = new Set(labels.flatMap((label) => [...bodyOf(label)]));
      const words = [...bodies].sort((one, other) => one - other).join(' ');
      const ofBody = ofBodies.get(words) ?? ranksOf(bodies);
      ofBodies.set(words, ofBody);
      const others = [
        { part: blend.body, least: nearLeastOfBands(ofBody, shares) },
        ...(ofPicture ? [{ part: blend.picture, least: nearLeastOfBands(ofPicture, shares) }] : []),
      ];
      least = least.map((own, band) => {
        if (!Number.isFinite(own)) return own;
        return others.reduce(
          (sum, { part, least: theirs }) => (Number.isFinite(theirs[band]) ? sum + part * (theirs[band]! - own) : sum),
          own,
        );
      });
    }
    let from = 0;
    for (const { pixels } of parts) {
      const own = values.subarray(from, from + pixels.length);
      from += pixels.length;
      if (hand) for (let i = 0; i < pixels.length; i++) own[i]! += hand.added[pixels[i]!]!;
      const bands = bandsByLeast(own, least);
      for (let i = 0; i < pixels.length; i++) {
        const pixel = pixels[i]!;
        const shifted = bands[i]! + (hand?.shift[pixel] ?? 0);
        const band = Math.min(shares.length, Math.max(1, shifted)) - (keepsPaper ? 1 : 0);
        if (band === 0 || hand?.white[pixel]) continue;
        map.elements[pixel] = index + 1;
        map.bands[pixel] = band;
      }
    }
  }
}

/** Highest at the edge of a label, lowest in its middle: 0 to -1, so that a small petal has a middle too. */
function fromEdge(pixels: Uint32Array, inside: Uint16Array): Float32Array {
  let deepest = 1;
  for (const pixel of pixels) deepest = Math.max(deepest, inside[pixel]!);
  return Float32Array.from(pixels, (pixel) => -inside[pixel]! / deepest);
}

/** @param every takes every so many-th value of each part. Default 1. */
function joined(parts: readonly Float32Array[], every = 1): Float32Array {
  const all = new Float32Array(parts.reduce((sum, part) => sum + Math.ceil(part.length / every), 0));
  let at = 0;
  for (const part of parts) {
    if (every === 1) {
      all.set(part, at);
      at += part.length;
    } else for (let i = 0; i < part.length; i += every) all[at++] = part[i]!;
  }
  return all;
}
