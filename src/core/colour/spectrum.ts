import type { Lab } from '#model/marker';
import { clampChroma } from 'culori/fn';
import { lab65, xyz65 } from './modes';
import observer from './observer.json';

/** Bands of 10 nm, from 380 nm on. */
export const bandCount = observer.y.length;

/** X, Y and Z of light. White paper in D65 has Y = 1. */
export type Xyz = readonly [number, number, number];
/** A share of the light for each band, 0 to 1. */
export type Reflectance = Float64Array;

/** The white of CIELAB. */
const white: Xyz = [0.95047, 1, 1.08883];

/**
 * What each band adds to X, Y and Z under D65, for the 2 degree observer (CIE 1931 and CIE D65 at 10 nm, from memory; CIE 15:2018, Colorimetry).
 * Weighted so that a perfect white has exactly the white of CIELAB.
 */
export const bandWeights: readonly [Float64Array, Float64Array, Float64Array] = (() => {
  const weighted = [observer.x, observer.y, observer.z].map((row) => row.map((value, band) => value * observer.d65[band]!));
  const rows = weighted.map((row, at) => {
    const sum = row.reduce((total, value) => total + value, 0);
    return Float64Array.from(row, (value) => (value * white[at as 0 | 1 | 2]) / sum);
  });
  return rows as [Float64Array, Float64Array, Float64Array];
})();

/** White point that the tables come to by themselves, Y = 1: to be held against the standard. */
export function tabulatedWhite(): Xyz {
  const sum = (row: readonly number[]) => row.reduce((total, value, band) => total + value * observer.d65[band]!, 0);
  const y = sum(observer.y);
  return [sum(observer.x) / y, 1, sum(observer.z) / y];
}

export function xyzOfReflectance(reflectance: Reflectance): Xyz {
  const sums = bandWeights.map((weights) => weights.reduce((total, weight, band) => total + weight * reflectance[band]!, 0));
  return [sums[0]!, sums[1]!, sums[2]!];
}

/** CIELAB (D65, 2 degrees) of light. */
export function labOfXyz([x, y, z]: Xyz): Lab {
  const { l, a, b } = lab65({ mode: 'xyz65', x, y, z });
  return { L: l, a, b };
}

/** Light of a colour; what no sRGB has is taken back in chroma, since no reflectance may exist that has it. */
export function xyzOfLab({ L, a, b }: Lab): Xyz {
  const within = clampChroma({ mode: 'lab65', l: Math.min(100, Math.max(0, L)), a, b }, 'lch65');
  const { x, y, z } = xyz65(within);
  return [Math.max(0, x), Math.max(0, y), Math.max(0, z)];
}
