import type { Lab } from '#model/marker';
import type { ColouredElement } from '#model/coloured-picture';
import { deltaE00 } from '#core/colour/difference';

/** One colour of a picture: a marker, and how much of all that is coloured it covers. */
export type ColourShare = { markerId: string; code: string; lab: Lab; areaMm2: number; share: number };

export type Glance = {
  /** L* of the lightest and the darkest ink that covers anything; null where no colour is known. */
  lightness: { lightestL: number; darkestL: number } | null;
  /** Lightest first. */
  colours: ColourShare[];
  /** What differs most from all the rest: CIEDE2000 of its mean colour and theirs. Null with fewer than two elements. */
  standsOut: { elementId: string; name: string; difference: number } | null;
};

/**
 * A picture at a glance: range of lightness, share of each marker, what stands out.
 * @param areasMm2 paper that each rung covers, light to dark, by element id.
 */
export function atAGlance(
  elements: readonly Pick<ColouredElement, 'id' | 'name' | 'ladder'>[],
  areasMm2: ReadonlyMap<string, readonly number[]>,
  colours: ReadonlyMap<string, Lab | undefined>,
): Glance {
  const byMarker = new Map<string, ColourShare>();
  const means: { element: Pick<ColouredElement, 'id' | 'name'>; mean: Lab; areaMm2: number }[] = [];
  for (const { id, name, ladder } of elements) {
    const own: { lab: Lab; areaMm2: number }[] = [];
    for (const [rung, { markerId, code }] of (ladder?.rungs ?? []).entries()) {
      const lab = colours.get(markerId);
      const areaMm2 = areasMm2.get(id)?.[rung] ?? 0;
      if (!lab || areaMm2 <= 0) continue;
      own.push({ lab, areaMm2 });
      const known = byMarker.get(markerId);
      byMarker.set(markerId, { markerId, code, lab, share: 0, areaMm2: (known?.areaMm2 ?? 0) + areaMm2 });
    }
    if (own.length > 0)
      means.push({ element: { id, name }, mean: meanOf(own), areaMm2: own.reduce((sum, { areaMm2 }) => sum + areaMm2, 0) });
  }
  const all = [...byMarker.values()].reduce((sum, { areaMm2 }) => sum + areaMm2, 0);
  const shares = [...byMarker.values()].map((own) => ({ ...own, share: own.areaMm2 / all })).sort((one, other) => other.lab.L - one.lab.L);
  const [lightest, darkest] = [shares[0], shares.at(-1)];
  const apart = means.map(({ element, mean }) => {
    const rest = means.filter((other) => other.element.id !== element.id).map((other) => ({ lab: other.mean, areaMm2: other.areaMm2 }));
    return { elementId: element.id, name: element.name, difference: rest.length > 0 ? deltaE00(mean, meanOf(rest)) : 0 };
  });
  return {
    lightness: lightest && darkest ? { lightestL: lightest.lab.L, darkestL: darkest.lab.L } : null,
    colours: shares,
    standsOut: means.length < 2 ? null : (apart.sort((one, other) => other.difference - one.difference)[0] ?? null),
  };
}

/** Mean colour, weighed by area. */
function meanOf(parts: readonly { lab: Lab; areaMm2: number }[]): Lab {
  const all = parts.reduce((sum, { areaMm2 }) => sum + areaMm2, 0);
  const mean = (of: (lab: Lab) => number) => parts.reduce((sum, { lab, areaMm2 }) => sum + of(lab) * (areaMm2 / all), 0);
  return { L: mean(({ L }) => L), a: mean(({ a }) => a), b: mean(({ b }) => b) };
}
