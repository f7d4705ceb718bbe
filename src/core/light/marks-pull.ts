/** Hatching or dots as they pull the dark towards them. */
export type PullingMark = {
  /** Left, top, width, height in px. */
  boundsPx: readonly [number, number, number, number];
  /** Share of their bounds that is ink. */
  density: number;
};

/** How strongly marks pull unless the maker says otherwise. */
export const usualMarksPull = 0.6;
/** They fade out so far round them. */
export const marksFadeMm = 1.5;
/** At this share of ink they pull with all their strength: hatching that an illustrator means as full shadow. */
const fullDensity = 0.3;
/** So much darker it is in the middle of full hatching at strength 1: more than light and dark side of most things differ. */
const mostPull = 1.2;

/**
 * How much light a place loses to the illustrator's marks: all within the oval of their bounds, fading out round it.
 * @param fadePx width of the fade. @returns 0 to mostPull x strength.
 */
export function marksPull(marks: readonly PullingMark[], strength: number, fadePx: number): (x: number, y: number) => number {
  const placed = marks.map(({ boundsPx: [left, top, width, height], density }) => ({
    x: left + width / 2,
    y: top + height / 2,
    alongX: width / 2,
    alongY: height / 2,
    pull: strength * mostPull * Math.min(1, density / fullDensity),
  }));
  return (x, y) => {
    let most = 0;
    for (const mark of placed) {
      const out = Math.hypot((x + 0.5 - mark.x) / mark.alongX, (y + 0.5 - mark.y) / mark.alongY);
      // How far outside the oval, in px, along the way from its middle.
      const beyondPx = out <= 1 ? 0 : (1 - 1 / out) * Math.hypot(x + 0.5 - mark.x, y + 0.5 - mark.y);
      if (beyondPx < fadePx) most = Math.max(most, mark.pull * (1 - beyondPx / fadePx));
    }
    return most;
  };
}
