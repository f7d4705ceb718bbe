import type { Lab } from '#model/marker';
import { deltaE00 } from './difference';
import { absorptionOf, reflectanceOf } from './kubelka-munk';
import { type Curve, reflectanceOfLab, smoothestCurve } from './reflectance';
import { bandCount, labOfXyz, xyzOfLab, xyzOfReflectance } from './spectrum';

/** What one ink does to the paper: its colour in one coat and, where it was measured, in two. */
export type InkLayer = { oneCoat: Lab; twoCoats?: Lab /** Whole, from 0. */; coats: number };

/** So much of the first coat's absorption a further coat adds, where two were not measured: the fibres already hold ink. From memory. */
export const usualFurtherCoat = 0.55;
/** Beyond this a coat would add as much as the one before for ever. */
const mostFurther = 0.97;
/** So near, in CIEDE2000, a fitted second coat has to come to the measured one. */
const asMeasured = 0.3;

/** How an ink builds up on a paper, band by band, in K/S: what the first coat adds, the second, and each further one as a share of the one before. */
type BuildUp = { first: Float64Array; second: Float64Array; share: Float64Array };

const known = new Map<string, BuildUp>();
const mostKnown = 2000;
const keyOf = (labs: readonly (Lab | undefined)[]) => labs.map((lab) => (lab ? `${lab.L} ${lab.a} ${lab.b}` : '-')).join('|');

/** The share that a second coat adds, band by band: the smoothest with which it has the measured colour; null: none between 0 and 1 has. */
function fittedShare(one: Float64Array, first: Float64Array, twoCoats: Lab): Float64Array | null {
  const curve: Curve = (z, band) => {
    const share = mostFurther / (1 + Math.exp(-z));
    const added = Math.max(0, first[band]!);
    const absorption = Math.max(0, one[band]! + added * share);
    const value = reflectanceOf(absorption);
    // How reflectance falls with absorption, and absorption grows with z.
    const fall = absorption > 1e-12 ? 1 - (absorption + 1) / Math.sqrt(absorption * absorption + 2 * absorption) : 0;
    return { value, slope: fall * added * share * (1 - share / mostFurther) };
  };
  const begun = -Math.log(mostFurther / usualFurtherCoat - 1);
  const { z } = smoothestCurve(curve, xyzOfLab(twoCoats), begun, false);
  const light = Float64Array.from(z, (own, band) => curve(own, band).value);
  if (deltaE00(labOfXyz(xyzOfReflectance(light)), twoCoats) > asMeasured) return null;
  return Float64Array.from(z, (own) => mostFurther / (1 + Math.exp(-own)));
}

function buildUpOf(paper: Lab, { oneCoat, twoCoats }: InkLayer): BuildUp {
  const key = keyOf([paper, oneCoat, twoCoats]);
  const before = known.get(key);
  if (before) return before;
  const ground = reflectanceOfLab(paper).map(absorptionOf);
  const one = reflectanceOfLab(oneCoat).map(absorptionOf);
  const first = one.map((own, band) => own - ground[band]!);
  let share: Float64Array = new Float64Array(bandCount).fill(usualFurtherCoat);
  let second = first.map((own, band) => Math.max(0, own) * share[band]!);
  if (twoCoats && twoCoats.L <= oneCoat.L) {
    const fitted = fittedShare(one, first, twoCoats);
    if (fitted) {
      share = fitted;
      second = first.map((own, band) => Math.max(0, own) * share[band]!);
    } else {
      // Measured otherwise than any such ink can be: two coats are as measured, and further ones go on from there.
      const two = reflectanceOfLab(twoCoats).map(absorptionOf);
      second = two.map((own, band) => own - one[band]!);
      share = second.map((own, band) => (first[band]! > 1e-6 ? Math.min(mostFurther, Math.max(0, own / first[band]!)) : usualFurtherCoat));
    }
  }
  const found = { first, second, share };
  if (known.size >= mostKnown) known.clear();
  known.set(key, found);
  return found;
}

/** What so many coats add to the paper, band by band, in K/S. */
function addedBy({ first, second, share }: BuildUp, coats: number): Float64Array {
  if (coats === 0) return new Float64Array(bandCount);
  if (coats === 1) return first;
  // second x (1 + f + f^2 + ...): endless coats come to a limit.
  return first.map((own, band) => {
    const f = share[band]!;
    return own + second[band]! * ((1 - f ** (coats - 1)) / (1 - f));
  });
}

/**
 * The colour of inks laid on a paper, each in so many coats, dry. Dyes on a white ground: their absorptions add (Kubelka and Munk 1931, single constant),
 * band by band of the smoothest reflectances that have the given colours (Burns 2020); a further coat adds a share of the one before, fitted to the
 * measured second coat. Inks come in any order.
 * @param request.paper colour of the bare paper. @param request.layers colours as measured on that paper.
 * @throws RangeError for coats that are not whole, or below 0.
 */
export function predictInk({ paper, layers }: { paper: Lab; layers: readonly InkLayer[] }): Lab {
  for (const { coats } of layers)
    if (!Number.isInteger(coats) || coats < 0) throw new RangeError(`predictInk expects a whole number of coats from 0, got ${coats}`);
  const laid = layers.filter(({ coats }) => coats > 0);
  if (laid.length === 0) return { ...paper };
  const [only] = laid as [InkLayer];
  if (laid.length === 1 && only.coats === 1) return { ...only.oneCoat };
  const absorption = reflectanceOfLab(paper).map(absorptionOf);
  for (const layer of laid) {
    const added = addedBy(buildUpOf(paper, layer), layer.coats);
    for (let band = 0; band < bandCount; band++) absorption[band]! += added[band]!;
  }
  return labOfXyz(xyzOfReflectance(absorption.map(reflectanceOf)));
}

/** How much more a wet ink takes of the light, and how much of an ink the colourless blender lifts. Wet looks darker: common practice, no source; the numbers from memory. */
export const [wetterBy, liftedShare] = [1.25, 0.6] as const;

/** An ink with its absorption over the paper's times so much. */
function withInkTimes(lab: Lab, paper: Lab, times: number): Lab {
  const ground = reflectanceOfLab(paper).map(absorptionOf);
  const inked = reflectanceOfLab(lab).map(absorptionOf);
  return labOfXyz(xyzOfReflectance(inked.map((own, band) => reflectanceOf(ground[band]! + times * Math.max(0, own - ground[band]!)))));
}

/** A dry colour as it looks while it is fresh and wet: darker. */
export function wetInk(dry: Lab, paper: Lab): Lab {
  return withInkTimes(dry, paper, wetterBy);
}

/**
 * A colour from which the colourless blender has lifted ink: nearer the paper. @param share of its ink, 0 to 1. Default what one pass lifts.
 * @throws RangeError for another share.
 */
export function liftedInk(lab: Lab, paper: Lab, share: number = liftedShare): Lab {
  if (!(share >= 0 && share <= 1)) throw new RangeError(`liftedInk expects a share of 0 to 1, got ${share}`);
  return withInkTimes(lab, paper, 1 - share);
}
