import type { Marker, PairNote } from '#model/marker';
import { deltaE00 } from '#core/colour/difference';
import { kinOf } from './kin';

/**
 * The cost of a ladder is the sum over its rungs and over its neighbouring pairs; this file holds all of it. Costs are
 * rounded to 1/1024, so that sums are exact and ties are ties. Common practice, no source.
 */
export const ladderWeights = {
  /** A step of this many L* blends easily; the cost grows with the square of the relative deviation. */
  idealStepL: 17,
  step: 2,
  /** Steps over this many L* need much more blending. */
  wideStepL: 28,
  wideStep: 2.5,
  /** Per 10 units of hue difference (the part of a* b* distance that is neither lightness nor chroma). */
  hueDrift: 1.2,
  otherFamily: 2,
  otherGroup: 0.75,
  /** On codes alone: steps of two or three of ten depths are the rule. */
  depthStep: 0.5,
  low: 1.5,
  leaking: 2.5,
  dry: 6,
  notOwned: 4,
  /** Per unit of CIEDE2000 between the wished colour and the rung in the middle. */
  wishedColour: 0.25,
  /** What the maker noted about a pair. */
  blendsWell: -0.5,
  needsWork: 1.5,
  refuses: 8,
} as const;

const exact = (cost: number): number => Math.round(cost * 1024) / 1024;

/** Cost of a rung by the state of its marker. */
export function rungCost(marker: Marker): number {
  const { low, leaking, dry, notOwned } = ladderWeights;
  const state = { good: 0, low, leaking, dry }[marker.state ?? 'good'];
  return exact(state + (marker.owned ? 0 : notOwned));
}

/** Cost of the rung in the middle for a wished colour. */
export function wishedColourCost(marker: Marker, wished: NonNullable<Marker['lab']>): number {
  return marker.lab ? exact(ladderWeights.wishedColour * deltaE00(marker.lab, wished)) : 0;
}

/** Hue difference of two colours in CIELAB units (delta H*, CIE 15:2018, 8.2.1.2). */
export function hueDifference(first: NonNullable<Marker['lab']>, second: NonNullable<Marker['lab']>): number {
  const chroma = Math.sqrt(first.a ** 2 + first.b ** 2) - Math.sqrt(second.a ** 2 + second.b ** 2);
  return Math.sqrt(Math.max(0, (first.a - second.a) ** 2 + (first.b - second.b) ** 2 - chroma ** 2));
}

function kinshipCost(lighter: Marker, darker: Marker, areKin: boolean): number {
  if (!areKin) return ladderWeights.otherFamily;
  return lighter.group !== darker.group ? ladderWeights.otherGroup : 0;
}

/**
 * Cost of two neighbouring rungs, the lighter one first; null when they cannot stand so. With colours: by lightness and hue.
 * Without: by depth within one family of one line.
 */
export function pairCost(lighter: Marker, darker: Marker, known: KnownOfPair = {}): number | null {
  const bare = barePairCost(lighter, darker, known);
  if (bare === null || !known.verdict) return bare;
  const { blendsWell, needsWork, refuses } = ladderWeights;
  return exact(bare + { 'blends well': blendsWell, 'needs work': needsWork, refuses }[known.verdict]);
}

export type KnownOfPair = {
  /** What the maker noted about the two. Default nothing. */
  verdict?: PairNote['verdict'] | undefined;
  /** Depth of each marker by id, as of `depthRanks`. Default: the printed ones. */
  depths?: ReadonlyMap<string, number>;
  /** Whether both are of one family of one line. Default: as `kinOf` tells. */
  areKin?: boolean;
};

function barePairCost(lighter: Marker, darker: Marker, { depths, areKin }: KnownOfPair): number | null {
  if (lighter.lab && darker.lab) {
    const stepL = lighter.lab.L - darker.lab.L;
    if (stepL < 2) return null;
    const { idealStepL, step, wideStepL, wideStep, hueDrift } = ladderWeights;
    const deviation = (stepL - idealStepL) / idealStepL;
    const wide = stepL > wideStepL ? wideStep * ((stepL - wideStepL) / 10) : 0;
    return exact(
      step * deviation ** 2 +
        wide +
        (hueDrift * hueDifference(lighter.lab, darker.lab)) / 10 +
        kinshipCost(lighter, darker, areKin ?? kinOf(lighter) === kinOf(darker)),
    );
  }
  if (lighter.lab || darker.lab || !(areKin ?? kinOf(lighter) === kinOf(darker))) return null;
  const from = depths ? depths.get(lighter.id) : lighter.depth;
  const to = depths ? depths.get(darker.id) : darker.depth;
  if (from === undefined || to === undefined || to <= from) return null;
  const depthStep = to - from;
  const offRule = depthStep < 2 ? 2 - depthStep : Math.max(0, depthStep - 3);
  return exact(ladderWeights.depthStep * offRule + kinshipCost(lighter, darker, true));
}
