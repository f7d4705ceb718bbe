import type { LampOver } from '#model/plan-source';
import { arrowSteps } from '../controls/drag-handle';

/** How far the lamp's track stands outside the picture, in CSS px. */
const outsidePx = 26;
/** No lamp stands lower, in degrees over the paper. */
export const lowestDeg = 5;

const radians = (degrees: number): number => (degrees * Math.PI) / 180;
const degrees = (angle: number): number => (angle * 180) / Math.PI;

/** A picture on the screen: its size in CSS px, and its width on paper. */
export type LampField = { width: number; height: number; widthMm: number };

/**
 * Where the lamp stands over a picture: a far one as its shadow on the paper, as it were (on the track round the picture it grazes the paper and
 * hides nothing, in the middle it stands straight above it); a near one at its place. In CSS px.
 */
export function lampPlace(lamp: LampOver, { width, height, widthMm }: LampField) {
  if (lamp.kind === 'near') return { outsidePx, x: (lamp.xMm / widthMm) * width, y: (lamp.yMm / widthMm) * width };
  const [sideX, sideY] = [Math.sin(radians(lamp.azimuthDeg)), -Math.cos(radians(lamp.azimuthDeg))];
  // The track is a rectangle: an oval as large would pass through the picture's corners.
  const out = Math.cos(radians(lamp.heightDeg)) / Math.cos(radians(lowestDeg)) / Math.max(Math.abs(sideX), Math.abs(sideY));
  return {
    outsidePx,
    x: width / 2 + (width / 2 + outsidePx) * out * sideX,
    y: height / 2 + (height / 2 + outsidePx) * out * sideY,
  };
}

/** The lamp moved to a place, the inverse of lampPlace; whole degrees, tenths of mm. A near one goes no farther than the track. */
export function lampAt(lamp: LampOver, x: number, y: number, { width, height, widthMm }: LampField): LampOver {
  if (lamp.kind === 'near') {
    const mm = (px: number, most: number) => Math.round((Math.min(most + outsidePx, Math.max(-outsidePx, px)) / width) * widthMm * 10) / 10;
    return { ...lamp, xMm: mm(x, width), yMm: mm(y, height) };
  }
  const alongX = (x - width / 2) / (width / 2 + outsidePx);
  const alongY = (y - height / 2) / (height / 2 + outsidePx);
  const out = Math.min(1, Math.max(Math.abs(alongX), Math.abs(alongY))) * Math.cos(radians(lowestDeg));
  const azimuthDeg = Math.round(degrees(Math.atan2(alongX, -alongY)) + 360) % 360;
  return { ...lamp, azimuthDeg, heightDeg: Math.max(lowestDeg, Math.round(degrees(Math.acos(out)))) };
}

/**
 * Keys: of a far lamp left and right go round the picture by 5 degrees (1 with Shift), up and down higher and lower; a near one goes its way over
 * the paper by 5 mm (1 with Shift), as far as its track, page up and down higher and lower. Null for other keys.
 */
export function moveLampByKey(lamp: LampOver, key: string, fine: boolean, { width, height, widthMm }: LampField): LampOver | null {
  const step = fine ? 1 : 5;
  if (lamp.kind === 'near') {
    const way = arrowSteps[key];
    const perPx = widthMm / width;
    // As by hand, no farther than the track; one that stands farther already only comes nearer.
    const moved = (mm: number, by: number, sidePx: number) => {
      const [least, most] = [-outsidePx * perPx, (sidePx + outsidePx) * perPx];
      return Math.min(Math.max(most, mm), Math.max(Math.min(least, mm), mm + by));
    };
    if (way) return { ...lamp, xMm: moved(lamp.xMm, step * way[0], width), yMm: moved(lamp.yMm, step * way[1], height) };
    const rise = { PageUp: step, PageDown: -step }[key];
    return rise === undefined ? null : { ...lamp, heightMm: Math.min(mostNearMm, Math.max(leastNearMm, lamp.heightMm + rise)) };
  }
  const turn = { ArrowLeft: -step, ArrowRight: step }[key];
  const rise = { ArrowUp: step, ArrowDown: -step }[key];
  if (turn === undefined && rise === undefined) return null;
  return {
    ...lamp,
    azimuthDeg: (lamp.azimuthDeg + (turn ?? 0) + 360) % 360,
    heightDeg: Math.min(90, Math.max(lowestDeg, lamp.heightDeg + (rise ?? 0))),
  };
}

/** Heights of a near lamp over the paper, in mm. */
export const leastNearMm = 5;
export const mostNearMm = 120;
