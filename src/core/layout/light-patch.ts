import type { SceneLamp } from '#model/lamp';
import type { Laid } from './laid';
import { sideOfCard } from './light-agrees';

/** Where a ground is lightest, and how far each step of ink reaches from there: ovals round `xMm`, `yMm`, the lightest first; beyond the last it is darkest. */
export type LightPatch = { xMm: number; yMm: number; steps: { radiusXMm: number; radiusYMm: number }[] };

/** So far from the middle towards the lamp the light patch lies, as a share of the way to the edge. Common practice, no source. */
const towardsLamp = 0.45;

/**
 * Where the light patch of a ground belongs for a lamp: towards it from the middle; straight above, in the middle. Each ink reaches as far again as the one before, so that the last covers the far corner.
 * @param steps inks, 1 or more.
 */
export function lightPatch(lamp: SceneLamp, laid: readonly Laid[], face: { widthMm: number; heightMm: number }, steps: number): LightPatch {
  if (!Number.isInteger(steps) || steps < 1) throw new RangeError(`A light patch is blended in 1 ink or more; here ${steps}.`);
  const middle = [face.widthMm / 2, face.heightMm / 2] as const;
  const side = sideOfCard(lamp, laid, middle);
  const [dx, dy] = side === null ? [0, 0] : [Math.sin((side * Math.PI) / 180), -Math.cos((side * Math.PI) / 180)];
  const xMm = middle[0] + towardsLamp * dx * middle[0];
  const yMm = middle[1] + towardsLamp * dy * middle[1];
  // The corner that is farthest, in ovals of the face's proportions.
  const far = Math.max(
    ...[0, face.widthMm].flatMap((x) => [0, face.heightMm].map((y) => Math.hypot((x - xMm) / middle[0], (y - yMm) / middle[1]))),
  );
  return {
    ...{ xMm, yMm },
    steps: Array.from({ length: steps }, (_, index) => {
      const share = (far * (index + 1)) / steps;
      return { radiusXMm: share * middle[0], radiusYMm: share * middle[1] };
    }),
  };
}

/** The shadow that a thing throws on what is below it, so far to the side in mm; null: straight light throws none, or it lies flat. */
export function shadowShift(side: number | null, lamp: SceneLamp, raisedMm: number): readonly [number, number] | null {
  if (side === null || raisedMm <= 0) return null;
  const heightDeg = lamp.kind === 'distant' ? Math.max(10, lamp.heightDeg) : 40;
  const way = raisedMm / Math.tan((heightDeg * Math.PI) / 180);
  const angle = (side * Math.PI) / 180;
  return [-way * Math.sin(angle), way * Math.cos(angle)];
}
