import type { HandKind } from '#model/hand-stroke';
import { eachNearPath, eachOnPath } from '#core/raster/near-path';

/** A stroke of the maker's hand in px of the picture. */
export type HandStrokePx = { kind: HandKind; points: readonly (readonly [number, number])[]; radiusPx: number };

/** What the hand changes at the pixels of a map, in their order. */
export type HandLight = {
  /** Light that is added, by folds. */
  added: Float32Array;
  /** Bands that a pixel goes darker (over 0) or lighter: one a stroke, so that each stroke is seen, whatever the light. */
  shift: Int8Array;
  /** 1 where the paper stays bare. */
  white: Uint8Array;
};

/** No pixel is shifted by more: a ladder has six rungs. */
const mostShift = 6;
/** A fold so many times as wide as a step is told by every step-th pixel each way, and no step is wider than this. */
const stepPerRadius = 120;
const mostStepPx = 6;
/** Of a fold the dark side loses so much, the light one gains so much. */
const foldDark = 0.7;
const foldLight = 0.2;

/**
 * What strokes of the hand do to the light, one after the other. A stroke keeps to the regions that its own path touches.
 * @param map labels at the scale of the band map. @returns null where there are no strokes.
 */
export function handLight(
  strokes: readonly HandStrokePx[],
  map: { labels: Uint16Array; width: number; height: number; scale: 1 | 2 },
): HandLight | null {
  if (strokes.length === 0) return null;
  const { labels, width, height, scale } = map;
  const hand: HandLight = {
    added: new Float32Array(labels.length),
    shift: new Int8Array(labels.length),
    white: new Uint8Array(labels.length),
  };
  const touched = new Uint8Array(65536);
  for (const { kind, points, radiusPx } of strokes) {
    const path = points.map(([x, y]) => [x / scale, y / scale] as const);
    const radius = radiusPx / scale;
    touched.fill(0);
    eachOnPath(path, map, (i) => {
      if (labels[i] !== 0) touched[labels[i]!] = 1;
    });
    const isTouched = (x: number, y: number) => touched[labels[y * width + x]!] === 1;
    const isFold = kind === 'fold' || kind === 'valley';
    // Light changes slowly under a wide fold: one place in so many each way tells enough of those about it.
    const step = isFold ? Math.min(mostStepPx, Math.max(1, Math.floor(radius / stepPerRadius))) : 1;
    const layFold = (x: number, y: number, apart: number, side: number) => {
      for (let row = y; row < Math.min(height, y + step); row++) {
        for (let column = x; column < Math.min(width, x + step); column++) if (isTouched(column, row)) lay(column, row, apart, side);
      }
    };
    const lay = (x: number, y: number, apart: number, side: number) => {
      const i = y * width + x;
      const near = 1 - apart / radius;
      if (kind === 'white') hand.white[i] = 1;
      else if (kind === 'darker') hand.shift[i] = Math.min(mostShift, hand.shift[i]! + 1);
      else if (kind === 'lighter') hand.shift[i] = Math.max(-mostShift, hand.shift[i]! - 1);
      else hand.added[i]! += kind === 'valley' || side >= 0 ? -foldDark * near : foldLight * near;
    };
    if (step > 1) eachNearPath(path, radius, { width, height, step }, layFold);
    else eachNearPath(path, radius, map, lay, { wants: isTouched, onlyWhether: !isFold });
  }
  return hand;
}
