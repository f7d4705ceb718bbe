/** Hatching or dots as they pull the dark towards them. */
export type PullingCue = {
  /** Left, top, width, height in px. */
  boundsPx: readonly [number, number, number, number];
  /** Share of their bounds that is ink. */
  density: number;
  /** The way, of unit length, to the line that they hang on, where one lies close by; absent: they stand free. */
  towardsLine?: readonly [number, number] | undefined;
};

/** How strongly shade cues pull unless the maker says otherwise. */
export const usualCuesPull = 0.6;
/** They are felt so far round them, at the least. */
export const cuesFadeMm = 1.5;
/** At this share of ink they pull with all their strength: hatching that an illustrator means as full shadow. */
const fullDensity = 0.3;
/** So much darker it is in the middle of full hatching at strength 1: more than light and dark side of most things differ. */
const mostPull = 1.2;

/** A line that lies no farther from the bounds of cues than this is one that they hang on, in mm. */
export const hangsWithinMm = 2;

/**
 * Finds for each of some cues the line that they hang on: the nearest border of the region in which they lie, if it is near enough to their bounds. Shadow
 * does not float: an illustrator hatches from a fold, from a hem, from what hangs over.
 * @param labels row-major, at so many px of the picture each; cues in px of the picture.
 */
export function hangCues(
  cues: readonly PullingCue[],
  { labels, width, height, scale }: { labels: Uint16Array; width: number; height: number; scale: number },
  withinPx: number,
): PullingCue[] {
  return cues.map((cue) => {
    const [left, top, cueWidth, cueHeight] = cue.boundsPx;
    const [x, y] = [(left + cueWidth / 2) / scale, (top + cueHeight / 2) / scale];
    const at = (column: number, row: number) =>
      column >= 0 && row >= 0 && column < width && row < height ? labels[row * width + column]! : 0;
    const own = at(Math.floor(x), Math.floor(y));
    if (own === 0) return cue;
    const [halfX, halfY] = [cueWidth / 2 / scale, cueHeight / 2 / scale];
    const reachX = Math.ceil(halfX + withinPx / scale);
    const reachY = Math.ceil(halfY + withinPx / scale);
    let best = { beyond: withinPx / scale, length: Number.POSITIVE_INFINITY, way: null as readonly [number, number] | null };
    for (let row = Math.floor(y) - reachY; row <= y + reachY; row++) {
      for (let column = Math.floor(x) - reachX; column <= x + reachX; column++) {
        if (at(column, row) === own) continue;
        const [alongX, alongY] = [column + 0.5 - x, row + 0.5 - y];
        // How far it lies beyond the bounds.
        const beyond = Math.hypot(Math.max(0, Math.abs(alongX) - halfX), Math.max(0, Math.abs(alongY) - halfY));
        const length = Math.hypot(alongX, alongY);
        // Of places that lie as far beyond, the one straight across.
        if (beyond > best.beyond || (beyond === best.beyond && length >= best.length) || length === 0) continue;
        best = { beyond, length, way: [alongX / length, alongY / length] };
      }
    }
    return best.way ? { ...cue, towardsLine: best.way } : cue;
  });
}

/** The pull ends at so many radii of the oval that the cues and their surroundings fill. */
const reach = 1.35;

/**
 * How much light a place loses to the illustrator's shade cues: most in their middle, ever less round it and nowhere with an edge, so that the
 * bands of the form bend towards the cues instead of ending at an oval (the biweight of Beaton and Tukey, 1974, as the profile).
 * @param fadePx how far round their bounds they are felt. @returns 0 to mostPull x strength.
 */
export function cuesPull(cues: readonly PullingCue[], strength: number, fadePx: number): (x: number, y: number) => number {
  const placed = cues.map(({ boundsPx: [left, top, width, height], density, towardsLine = null }) => ({
    towardsLine,
    x: left + width / 2,
    y: top + height / 2,
    alongX: reach * (width / 2 + fadePx),
    alongY: reach * (height / 2 + fadePx),
    pull: strength * mostPull * Math.min(1, density / fullDensity),
  }));
  return (x, y) => {
    let most = 0;
    for (const cue of placed) {
      let [alongX, alongY] = [x + 0.5 - cue.x, y + 0.5 - cue.y];
      if (cue.towardsLine) {
        // Towards the line that they hang on they pull no less: the dark grows from it.
        const [lineX, lineY] = cue.towardsLine;
        const towards = Math.max(0, alongX * lineX + alongY * lineY);
        alongX -= towards * lineX;
        alongY -= towards * lineY;
      }
      const squared = (alongX / cue.alongX) ** 2 + (alongY / cue.alongY) ** 2;
      if (squared < 1) most = Math.max(most, cue.pull * (1 - squared) ** 2);
    }
    return most;
  };
}
