import type { Outside } from '#model/outside';
import type { SceneLamp } from '#model/lamp';
import { boundsMm, movedMm, type OutlineMm, turned, turnedOver } from '#core/outline/outline';
import type { Laid } from './laid';
import { sideOfCard, sideOnPicture } from './light-agrees';
import { shadowShift } from './light-patch';

/** The outline of a laid thing in its own frame: turned back, and mirrored back. */
export function inOwnFrame({ outline, item, turnedDeg, isMirrored, middleMm }: Laid): OutlineMm {
  const back = turned(movedMm(outline, -item.xMm, -item.yMm), -turnedDeg);
  return movedMm(isMirrored ? turnedOver(back) : back, middleMm[0], middleMm[1]);
}

/** A coloured shadow is at least so deep, in mm: less is a line. */
const leastDepthMm = 2;

/**
 * The shadow that a laid picture throws on its ground as colour on the paper outside it: along its edge away from the lamp, as deep as it is thrown. In mm of the picture.
 * @returns null: the lamp throws none to a side.
 */
export function shadowAsOutside(lamp: SceneLamp, laid: readonly Laid[], own: Laid): Extract<Outside, { kind: 'ground' }> | null {
  const onCard = sideOfCard(lamp, laid, [own.item.xMm, own.item.yMm]);
  const raisedMm = (own.item.foamMm ?? 0) + own.thicknessMm;
  const shift = shadowShift(onCard, lamp, raisedMm);
  if (onCard === null || !shift) return null;
  const away = ((sideOnPicture(onCard, own) + 180) * Math.PI) / 180;
  const [wayX, wayY] = [Math.sin(away), -Math.cos(away)];
  const outline = inOwnFrame(own);
  // Along the way of the shadow and across it.
  const along = outline.map(([x, y]) => x * wayX + y * wayY);
  const across = outline.map(([x, y]) => x * -wayY + y * wayX);
  const [far, least, most] = [Math.max(...along), Math.min(...across), Math.max(...across)];
  const { xMm, yMm, widthMm, heightMm } = boundsMm(outline);
  const inside = ([x, y]: readonly [number, number]): [number, number] => [
    Math.min(xMm + widthMm, Math.max(xMm, x)),
    Math.min(yMm + heightMm, Math.max(yMm, y)),
  ];
  const place = (at: number): [number, number] => inside([far * wayX - at * wayY, far * wayY + at * wayX]);
  return { kind: 'ground', from: place(least), to: place(most), depthMm: Math.min(60, Math.max(leastDepthMm, Math.hypot(...shift))) };
}
