import type { Lab } from '#model/marker';
import { bandCount, bandWeights, type Reflectance, type Xyz, xyzOfLab } from './spectrum';

/** A tiny wish for a middling reflectance, so that the smoothness alone does not leave the level open. */
const levelWish = 1e-5;
/** Reflectance is (tanh z + 1) / 2; beyond this nothing changes that is seen. */
const mostZ = 9;
const mostSteps = 60;
/** Light is met within so much, of a white of 1. */
const withinXyz = 1e-6;
/** Where no more steps are left, so much is near enough: a hundredth of what is seen. */
const nearlyXyz = 2e-5;
/** Smooth enough, where a step moves no band by more. */
const settledZ = 0.02;

/**
 * The tridiagonal matrix whose form is the sum of squared slopes between neighbouring bands, and a little of the level; halfway to its inverse: the pivots
 * and what is carried on (Thomas algorithm).
 */
const [pivots, carried] = (() => {
  const [own, on] = [new Float64Array(bandCount), new Float64Array(bandCount)];
  for (let band = 0; band < bandCount; band++) {
    own[band] = (band === 0 || band === bandCount - 1 ? 1 : 2) + levelWish + (band > 0 ? on[band - 1]! : 0);
    on[band] = -1 / own[band]!;
  }
  return [own, on] as const;
})();

/** Solves with that matrix. @param into the solution; @param right what it is for. */
function solveSmoothness(into: Float64Array, right: Float64Array): void {
  for (let band = 0; band < bandCount; band++) into[band] = (right[band]! + (band > 0 ? into[band - 1]! : 0)) / pivots[band]!;
  for (let band = bandCount - 2; band >= 0; band--) into[band]! -= carried[band]! * into[band + 1]!;
}

/** Solves three equations by Cramer's rule. */
function solved3(m: readonly number[], v: readonly number[]): [number, number, number] {
  const [a, b, c, d, e, f, g, h, i] = m as [number, number, number, number, number, number, number, number, number];
  const determinant = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
  const [x, y, z] = v as [number, number, number];
  return [
    (x * (e * i - f * h) - b * (y * i - f * z) + c * (y * h - e * z)) / determinant,
    (a * (y * i - f * z) - x * (d * i - f * g) + c * (d * z - y * g)) / determinant,
    (a * (e * z - y * h) - b * (d * z - y * g) + x * (d * h - e * g)) / determinant,
  ];
}

/** A curve over the bands: its values where z is, and how they change with z. */
export type Curve = (z: number, band: number) => { value: number; slope: number };

/** `isMet`: whether it has the wanted light; else it comes as near as is found. */
export type FoundCurve = { z: Float64Array; isMet: boolean };

/**
 * The smoothest z over the bands whose curve has the wanted light: least squares of the slopes of z under three conditions, by Gauss-Newton steps on
 * those. After S. A. Burns (2020), Numerical methods for smoothest reflectance reconstruction, Color Research and Application 45.
 * @param begun first z, for all bands. @param isFar whether a light that is too far for one go is gone to in strides.
 */
export function smoothestCurve(curve: Curve, wanted: Xyz, begun: number, isFar: boolean): FoundCurve {
  const flat = new Float64Array(bandCount).fill(begun);
  const direct = curveFrom(curve, wanted, flat);
  if (direct) return { z: direct, isMet: true };
  if (!isFar) return { z: flat, isMet: false };
  // Far from where it began: on the way there first.
  const here = lightOf(curve, flat);
  let z: Float64Array = flat;
  let [share, stride] = [0, 0.5];
  while (share < 1 && stride >= leastStride) {
    const next = Math.min(1, share + stride);
    const onTheWay = here.map((own, at) => own + next * (wanted[at as 0 | 1 | 2] - own)) as unknown as Xyz;
    const found = curveFrom(curve, onTheWay, z);
    if (found) [z, share] = [found, next];
    else stride /= 2;
  }
  return { z, isMet: share === 1 };
}

/** The way to a wanted light is gone in strides, each half as long where one is too far; shorter ones lead nowhere. */
const leastStride = 0.004;

function lightOf(curve: Curve, z: Float64Array): [number, number, number] {
  const light: [number, number, number] = [0, 0, 0];
  for (let band = 0; band < bandCount; band++) {
    const { value } = curve(z[band]!, band);
    for (const at of [0, 1, 2] as const) light[at] += bandWeights[at][band]! * value;
  }
  return light;
}

function curveFrom(curve: Curve, wanted: Xyz, begun: Float64Array): Float64Array | null {
  const z = begun.slice();
  const slopes = new Float64Array(bandCount);
  const weighted = [new Float64Array(bandCount), new Float64Array(bandCount), new Float64Array(bandCount)] as const;
  const spread = [new Float64Array(bandCount), new Float64Array(bandCount), new Float64Array(bandCount)] as const;
  for (let step = 0; step < mostSteps; step++) {
    const light = [0, 0, 0] as [number, number, number];
    for (let band = 0; band < bandCount; band++) {
      const { value, slope } = curve(z[band]!, band);
      slopes[band] = slope;
      for (const at of [0, 1, 2] as const) light[at] += bandWeights[at][band]! * value;
    }
    const missing = wanted.map((value, at) => value - light[at as 0 | 1 | 2]);
    const isMet = missing.every((value) => Math.abs(value) < withinXyz);
    // Rows of the conditions, and what of the inverse they pick.
    for (const at of [0, 1, 2] as const) {
      for (let band = 0; band < bandCount; band++) weighted[at][band] = bandWeights[at][band]! * slopes[band]!;
      solveSmoothness(spread[at], weighted[at]);
    }
    const matrix = ([0, 1, 2] as const).flatMap((row) => ([0, 1, 2] as const).map((column) => dot(weighted[row], spread[column])));
    const factors = solved3(
      matrix,
      missing.map((value, at) => value + dot(weighted[at as 0 | 1 | 2], z)),
    );
    if (!factors.every(Number.isFinite)) return isMet ? z : null;
    let moved = 0;
    for (let band = 0; band < bandCount; band++) {
      const target = factors[0] * spread[0][band]! + factors[1] * spread[1][band]! + factors[2] * spread[2][band]!;
      // A step too far would end where the curve is flat, and nothing leads back.
      const change = Math.max(-1.5, Math.min(1.5, target - z[band]!));
      moved = Math.max(moved, Math.abs(change));
      z[band] = Math.max(-mostZ, Math.min(mostZ, z[band]! + change));
    }
    if (isMet && moved < settledZ) return z;
  }
  const light = lightOf(curve, z);
  return wanted.every((value, at) => Math.abs(value - light[at as 0 | 1 | 2]) < nearlyXyz) ? z : null;
}

function dot(one: Float64Array, other: Float64Array): number {
  let sum = 0;
  for (let band = 0; band < bandCount; band++) sum += one[band]! * other[band]!;
  return sum;
}

const reflectanceCurve: Curve = (z) => {
  const tanh = Math.tanh(z);
  return { value: (tanh + 1) / 2, slope: (1 - tanh * tanh) / 2 };
};

/** Reflectances of before, by colour: a chip is drawn again and again. */
const known = new Map<string, Reflectance>();
const mostKnown = 4000;

/**
 * The smoothest reflectance that has a colour under D65: least slopes of atanh(2 R - 1) (Burns 2020, as `smoothestCurve`), so that no band leaves 0 to 1.
 * @param lab outside sRGB it is taken back in chroma.
 */
export function reflectanceOfLab(lab: Lab): Reflectance {
  const key = `${lab.L} ${lab.a} ${lab.b}`;
  const before = known.get(key);
  if (before) return before;
  const wanted = xyzOfLab(lab);
  const level = Math.min(0.999999, Math.max(1e-6, wanted[1]));
  const { z } = smoothestCurve(reflectanceCurve, wanted, Math.atanh(2 * level - 1), true);
  const found = z.map((own) => reflectanceCurve(own, 0).value);
  if (known.size >= mostKnown) known.clear();
  known.set(key, found);
  return found;
}
