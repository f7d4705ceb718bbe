import { leastOfBands, nearLeastOfBands, type Ranks, rankValues } from '#core/light/bands';
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
export type ElementCuts = { of: readonly ElementCut[]; values: SceneValues; picture: { words: string; ranks: Ranks } | null };

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

// What is blended in need not be exact: every third value tells enough.
const ranksOf = (labels: Iterable<number>, values: SceneValues): Ranks =>
  rankValues(
    joinedValues(
      [...labels].map((label) => values.of(label).values),
      3,
    ),
  );

const inWords = (labels: Iterable<number>): string => [...labels].sort((one, other) => one - other).join(' ');

/**
 * Cuts the light of every element by its shares, blended with those of its bodies and of the picture. The cuts are made before the hand: what it darkens
 * goes over a cut and leaves the rest as it was. In the same light only elements that are others now are cut anew.
 */
export function cutElements({ elements, values, bodyOf, blend, scale, before }: Asked): ElementCuts {
  const known = before?.values === values ? before : undefined;
  const ofBodies = new Map<string, Ranks>();
  const rankedBodies = (labels: Iterable<number>): Ranks => {
    const words = inWords(labels);
    const own = ofBodies.get(words) ?? ranksOf(labels, values);
    ofBodies.set(words, own);
    return own;
  };
  const blends = blend.body > 0 || blend.picture > 0;
  const coloured = new Set(elements.filter(({ spot }) => !spot).flatMap(({ labels }) => [...labels]));
  const words = inWords(coloured);
  const isSameRange = known !== undefined && (known.picture?.words ?? null) === (blend.picture > 0 ? words : null);
  const picture = isSameRange ? known.picture : blend.picture > 0 ? { words, ranks: ranksOf(coloured, values) } : null;
  // While the lamp moves one part in 4096 is enough; a sort would be waited for.
  const leastOf = scale === 1 ? leastOfBands : nearLeastOfBands;
  const of = elements.map((element, index): ElementCut => {
    const own = known?.of[index];
    if (isSameRange && own?.element === element) return own;
    const { labels, shares, spot, isByHand, isByPlace, lamp } = element;
    if (spot) return { element, least: [] };
    const light = joinedValues(valuesOfElement(element, values).map((part) => part.values));
    const least = leastOf(rankValues(light), shares);
    // Under a lamp of its own, or by place, an element is like nothing else.
    if (!blends || isByHand || isByPlace || lamp || light.length === 0) return { element, least };
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
