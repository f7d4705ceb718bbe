import { leastOfBands, type NearRanks, nearLeastOfBands, rankValues, sampleRanks } from '#core/light/bands';
import { joinedValues, type LabelValues, type SceneValues } from './label-values';
import type { SceneElement } from './scene-element';

/** How far the cuts of an element are those of its bodies, and of the whole picture: 0 not at all, together 1 at most. */
export type Blend = { body: number; picture: number };

/**
 * So that what lies in shadow has no full range of its own, and what lies on one body reads as one; by looking at demo pictures (common practice, no
 * source).
 */
export const usualBlend: Blend = { body: 0.3, picture: 0.25 };

/** Where the light of an element is cut into its bands: the least light of each, light to dark. A soft spot is cut when it is laid. */
export type ElementCut = { element: SceneElement; least: readonly number[] };

/** Cuts of all elements that were asked for, in their order; and what light and range they were made from, to keep of them what still holds. */
export type ElementCuts = { of: readonly ElementCut[]; values: SceneValues; picture: { words: string; ranks: NearRanks } | null };

type Asked = {
  elements: readonly SceneElement[];
  values: SceneValues;
  /** Labels of the body of a label. */
  bodyOf: (label: number) => readonly number[];
  blend: Blend;
  /** Px of the picture along one px of the map. */
  scale: 1 | 2;
  before?: ElementCuts | undefined;
};

/** Light of the pixels of an element, part by part: under its own lamp, by place, or in the scene. */
export function valuesOfElement({ labels, lamp, isByPlace }: SceneElement, values: SceneValues): LabelValues[] {
  return labels.map((label) => (isByPlace ? values.byPlace(label) : values.of(label, lamp)));
}

/** While something moves so many values tell enough of a part. */
const enoughValues = 800;

/** Settled, every third value tells enough of what is blended in; while something moves a sample does. */
function ranksOf(labels: Iterable<number>, values: SceneValues, scale: 1 | 2): NearRanks {
  const parts = [...labels].map((label) => values.of(label));
  return scale === 1 ? rankValues(joined(parts, 3)) : sampleRanks(sampled(parts));
}

const joined = (parts: readonly LabelValues[], every = 1): Float32Array =>
  joinedValues(
    parts.map(({ values }) => values),
    every,
  );

function sampled(parts: readonly LabelValues[]): Float32Array {
  const count = parts.reduce((sum, { values }) => sum + values.length, 0);
  return joined(parts, Math.max(1, Math.floor(count / enoughValues)));
}

const inWords = (labels: Iterable<number>): string => [...labels].sort((one, other) => one - other).join(' ');

/**
 * Cuts the light of every element by its shares, blended with those of its bodies and of the picture. The cuts are made before the hand: what it darkens
 * goes over a cut and leaves the rest as it was. In the same light only elements that are others now are cut anew.
 */
export function cutElements({ elements, values, bodyOf, blend, scale, before }: Asked): ElementCuts {
  const known = before?.values === values ? before : undefined;
  const ofBodies = new Map<string, NearRanks>();
  const rankedBodies = (labels: Iterable<number>): NearRanks => {
    const words = inWords(labels);
    const own = ofBodies.get(words) ?? ranksOf(labels, values, scale);
    ofBodies.set(words, own);
    return own;
  };
  const blends = blend.body > 0 || blend.picture > 0;
  const coloured = new Set(elements.filter(({ spot }) => !spot).flatMap(({ labels }) => [...labels]));
  const words = inWords(coloured);
  const isSameRange = known !== undefined && (known.picture?.words ?? null) === (blend.picture > 0 ? words : null);
  const picture = isSameRange ? known.picture : blend.picture > 0 ? { words, ranks: ranksOf(coloured, values, scale) } : null;
  const of = elements.map((element, index): ElementCut => {
    const own = known?.of[index];
    if (isSameRange && own?.element === element) return own;
    const { labels, shares, spot, isByHand, isByPlace, keepsPaper, lamp } = element;
    if (spot) return { element, least: [] };
    const parts = valuesOfElement(element, values);
    const light = scale === 1 ? joined(parts) : sampled(parts);
    const least = scale === 1 ? leastOfBands(rankValues(light), shares) : nearLeastOfBands(sampleRanks(light), shares);
    // Under a lamp of its own, or by place, an element is like nothing else; how much of it stays paper is met as it is wished.
    if (!blends || isByHand || isByPlace || keepsPaper || lamp || light.length === 0) return { element, least };
    const bodies = new Set(labels.flatMap((label) => [...bodyOf(label)]));
    const others = [
      { part: blend.body, least: nearLeastOfBands(rankedBodies(bodies), shares) },
      ...(picture ? [{ part: blend.picture, least: nearLeastOfBands(picture.ranks, shares) }] : []),
    ];
    const blended = least.map((ownLeast, band) => {
      if (!Number.isFinite(ownLeast)) return ownLeast;
      return others.reduce(
        (sum, { part, least: theirs }) => (Number.isFinite(theirs[band]) ? sum + part * (theirs[band]! - ownLeast) : sum),
        ownLeast,
      );
    });
    return { element, least: blended };
  });
  return { of, values, picture };
}
