import type { Lamp } from '#core/light/shade';
import type { LabelLight } from './stage';

/** Pixels of a label in a map, row by row, and what each of them gets. */
export type LabelValues = { pixels: Uint32Array; values: Float32Array };

/** The light at the pixels of labels, kept between cutting and laying bands, since both need it. */
export type SceneValues = {
  /** @param lamp another than that of the scene. */
  of: (label: number, lamp?: Lamp) => LabelValues;
  /** Instead of the light how deep each pixel lies within its label: highest at the edge, lowest in the middle, 0 to -1, so that a small petal has a middle too. */
  byPlace: (label: number) => LabelValues;
  /** Lets them go: they are as large as the picture. */
  forget: () => void;
};

type Asked = {
  pixelsOf: (label: number) => Uint32Array;
  lightOf: (label: number, lamp: Lamp | undefined) => LabelLight;
  /** How deep each pixel lies within its label, in px of the map; asked for only where it matters. */
  insidePx: () => Uint16Array;
};

export function labelValues({ pixelsOf, lightOf, insidePx }: Asked): SceneValues {
  const inScene = new Map<number, LabelValues>();
  const lit = (label: number, lamp?: Lamp): LabelValues => {
    const pixels = pixelsOf(label);
    const values = new Float32Array(pixels.length);
    if (pixels.length > 0) lightOf(label, lamp).add(values, pixels);
    return { pixels, values };
  };
  return {
    of: (label, lamp) => {
      if (lamp) return lit(label, lamp);
      const known = inScene.get(label) ?? lit(label);
      inScene.set(label, known);
      return known;
    },
    byPlace: (label) => {
      const pixels = pixelsOf(label);
      return { pixels, values: fromEdge(pixels, insidePx()) };
    },
    forget: () => inScene.clear(),
  };
}

function fromEdge(pixels: Uint32Array, inside: Uint16Array): Float32Array {
  let deepest = 1;
  for (const pixel of pixels) deepest = Math.max(deepest, inside[pixel]!);
  return Float32Array.from(pixels, (pixel) => -inside[pixel]! / deepest);
}

/** @param every takes every so many-th value of each part. Default 1. */
export function joinedValues(parts: readonly Float32Array[], every = 1): Float32Array {
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
