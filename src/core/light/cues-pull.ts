/** Hatching or dots as they pull the dark towards them. */
export type PullingCue = {
  /** Left, top, width, height in px. */
  boundsPx: readonly [number, number, number, number];
  /** Share of their bounds that is ink. */
  density: number;
};

/** How strongly shade cues pull unless the maker says otherwise. */
export const usualCuesPull = 0.6;
/** They are felt so far round them, at the least. */
export const cuesFadeMm = 1.5;
/** At this share of ink they pull with all their strength: hatching that an illustrator means as full shadow. */
const fullDensity = 0.3;
/** So much darker it is in the middle of full hatching at strength 1: more than light and dark side of most things differ. */
const mostPull = 1.2;

/** The pull ends at so many radii of the oval that the cues and their surroundings fill. */
const reach = 1.35;

/**
 * How much light a place loses to the illustrator's shade cues: most in their middle, ever less round it and nowhere with an edge, so that the
 * bands of the form bend towards the cues instead of ending at an oval (the biweight of Beaton and Tukey, 1974, as the profile).
 * @param fadePx how far round their bounds they are felt. @returns 0 to mostPull x strength.
 */
export function cuesPull(cues: readonly PullingCue[], strength: number, fadePx: number): (x: number, y: number) => number {
  const placed = cues.map(({ boundsPx: [left, top, width, height], density }) => ({
    x: left + width / 2,
    y: top + height / 2,
    alongX: reach * (width / 2 + fadePx),
    alongY: reach * (height / 2 + fadePx),
    pull: strength * mostPull * Math.min(1, density / fullDensity),
  }));
  return (x, y) => {
    let most = 0;
    for (const cue of placed) {
      const squared = ((x + 0.5 - cue.x) / cue.alongX) ** 2 + ((y + 0.5 - cue.y) / cue.alongY) ** 2;
      if (squared < 1) most = Math.max(most, cue.pull * (1 - squared) ** 2);
    }
    return most;
  };
}
