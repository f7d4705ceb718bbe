import { distanceTo, halfWidthOf, type Outline, outlineOf } from '#core/raster/ink-outline';

/** Hatching or dots as they pull the dark towards them. */
export type PullingCue = {
  /** Of their ink, in px of the picture. */
  outlinePx: Outline;
  /** Share of their bounds that is ink. */
  density: number;
};

/** Cues with the region in which they lie (0: in none), and whether they hang on a line; then their outline is grown up to it, and they end there. */
export type HungCue = PullingCue & { label: number; isHung: boolean };

/** How strongly shade cues pull unless the maker says otherwise. */
export const usualCuesPull = 0.6;
/** They are felt so far round them. */
export const cuesFadeMm = 2;
/** At this share of ink they pull with all their strength: hatching that an illustrator means as full shadow. */
const fullDensity = 0.3;
/** So much darker it is in the middle of full hatching at strength 1: more than light and dark side of most things differ. */
const mostPull = 1.2;

/** A line that lies no farther from cues than this is one that they hang on, in mm. */
export const hangsWithinMm = 2;
/** Of the line on which they hang all counts that lies no farther than its nearest place and this, in mm. */
const alongMm = 0.7;

type Map2 = { labels: Uint16Array; width: number; height: number; scale: number };

/**
 * Finds for each of some cues the line that they hang on: the borders of the region in which they lie that are nearest to their outline, if they are near
 * enough. The outline then goes on beyond that line. Shadow does not float: an illustrator hatches from a fold, from a hem, from what hangs over.
 * @param map labels row-major, at so many px of the picture each.
 */
export function hangCues(cues: readonly PullingCue[], map: Map2, pxPerMm: number): HungCue[] {
  return cues.map((cue) => {
    const label = labelUnder(cue.outlinePx, map);
    if (label === 0) return { ...cue, label, isHung: false };
    const middle = meanOf(cue.outlinePx);
    const feet = inSteps(cue.outlinePx, alongMm * pxPerMm).flatMap(
      (place) => footOf(place, middle, label, map, hangsWithinMm * pxPerMm) ?? [],
    );
    const nearest = feet.reduce((least, { beyondPx }) => Math.min(least, beyondPx), Number.POSITIVE_INFINITY);
    const fadePx = cuesFadeMm * pxPerMm;
    const grown = feet
      .filter(({ beyondPx }) => beyondPx <= nearest + alongMm * pxPerMm)
      // The rim lies so far beyond the line that the pull does not fall off towards it.
      .map(({ at: [x, y], way: [wayX, wayY] }) => [x + fadePx * wayX, y + fadePx * wayY] as const);
    if (grown.length === 0) return { ...cue, label, isHung: false };
    return { ...cue, label, isHung: true, outlinePx: outlineOf([...cue.outlinePx, ...grown], pxPerMm) };
  });
}

const labelAt = ({ labels, width, height, scale }: Map2, x: number, y: number): number => {
  const [column, row] = [Math.floor(x / scale), Math.floor(y / scale)];
  return column >= 0 && row >= 0 && column < width && row < height ? labels[row * width + column]! : 0;
};

const meanOf = (outline: Outline): readonly [number, number] => [
  outline.reduce((sum, [x]) => sum + x, 0) / outline.length,
  outline.reduce((sum, [, y]) => sum + y, 0) / outline.length,
];

/** The region in which most of an outline lies. */
function labelUnder(outline: Outline, map: Map2): number {
  const counts = new Map<number, number>();
  for (const [x, y] of outline) {
    const label = labelAt(map, x, y);
    if (label > 0) counts.set(label, (counts.get(label) ?? 0) + 1);
  }
  return [...counts].reduce((most, own) => (own[1] > most[1] ? own : most), [0, 0] as [number, number])[0];
}

/** Places of an outline no farther from each other than so many px. */
function inSteps(outline: Outline, stepPx: number): (readonly [number, number])[] {
  return outline.flatMap(([x, y], index) => {
    const [nextX, nextY] = outline[(index + 1) % outline.length]!;
    const steps = Math.max(1, Math.ceil(Math.hypot(nextX - x, nextY - y) / stepPx));
    return Array.from({ length: steps }, (_, step) => [x + ((nextX - x) * step) / steps, y + ((nextY - y) * step) / steps] as const);
  });
}

type Foot = { at: readonly [number, number]; beyondPx: number; way: readonly [number, number] };

/** The nearest place about one that is not of a region, and the way there; null: there is none within reach. */
function footOf(
  [x, y]: readonly [number, number],
  [middleX, middleY]: readonly [number, number],
  label: number,
  map: Map2,
  withinPx: number,
): Foot | null {
  const { scale } = map;
  let best = withinPx;
  let at: readonly [number, number] | null = null;
  for (let offY = -withinPx; offY <= withinPx; offY += scale) {
    for (let offX = -withinPx; offX <= withinPx; offX += scale) {
      const beyond = Math.hypot(offX, offY);
      if (beyond >= best || labelAt(map, x + offX, y + offY) === label) continue;
      best = beyond;
      at = [x + offX, y + offY];
    }
  }
  if (!at) return null;
  // What lies on the line has no way to it but that from the middle of all.
  const [fromX, fromY] = best < scale ? [middleX, middleY] : [x, y];
  const length = Math.hypot(at[0] - fromX, at[1] - fromY) || 1;
  return { at, beyondPx: best, way: [(at[0] - fromX) / length, (at[1] - fromY) / length] };
}

/**
 * How much light a place loses to the illustrator's shade cues: most well inside their outline, ever less towards its rim and beyond, and nowhere with an
 * edge, so that the bands of the form bend towards the cues (the biweight of Beaton and Tukey, 1974, as the profile).
 * @param fadePx how far round their outline they are felt. @returns 0 to mostPull x strength.
 */
export function cuesPull(cues: readonly PullingCue[], strength: number, fadePx: number): (x: number, y: number) => number {
  const placed = cues.map(({ outlinePx, density }) => {
    const [xs, ys] = [outlinePx.map(([x]) => x), outlinePx.map(([, y]) => y)];
    return {
      outlinePx,
      left: Math.min(...xs) - fadePx,
      right: Math.max(...xs) + fadePx,
      top: Math.min(...ys) - fadePx,
      bottom: Math.max(...ys) + fadePx,
      depthPx: Math.min(fadePx, halfWidthOf(outlinePx)),
      pull: strength * mostPull * Math.min(1, density / fullDensity),
    };
  });
  return (pixelX, pixelY) => {
    const [x, y] = [pixelX + 0.5, pixelY + 0.5];
    let most = 0;
    for (const { outlinePx, left, right, top, bottom, depthPx, pull } of placed) {
      if (x < left || x > right || y < top || y > bottom || pull <= most) continue;
      const from = Math.max(0, distanceTo(outlinePx, x, y) + depthPx) / (fadePx + depthPx);
      if (from < 1) most = Math.max(most, pull * (1 - from ** 2) ** 2);
    }
    return most;
  };
}
