import type { SceneLamp } from '#model/lamp';
import type { LampOver } from '#model/plan-source';
import type { Picture } from '#model/picture';
import type { Lamp } from '#core/light/shade';
import { standingOf } from './pictures-standing';

/** A near lamp stands at a place of one picture; the others stand beside it. One whose picture is gone stands as over the first. */
export function lampOver(lamp: SceneLamp, pictures: readonly Picture[], pictureId: string): LampOver {
  if (lamp.kind === 'distant') return lamp;
  const standing = standingOf(pictures);
  const at = (id: string) => standing.find((one) => one.id === id) ?? { xMm: 0, yMm: 0 };
  const [of, own] = [at(lamp.pictureId), at(pictureId)];
  const { pictureId: _, ...near } = lamp;
  return { ...near, xMm: lamp.xMm + of.xMm - own.xMm, yMm: lamp.yMm + of.yMm - own.yMm };
}

/** The lamp in px of a picture. */
export function lampInPx(lamp: LampOver, pxPerMm: number): Lamp {
  if (lamp.kind === 'distant') return lamp;
  const { xMm, yMm, heightMm, ...beside } = lamp;
  return { ...beside, xPx: xMm * pxPerMm, yPx: yMm * pxPerMm, heightPx: heightMm * pxPerMm };
}
