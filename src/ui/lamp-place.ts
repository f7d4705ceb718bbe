import type { DistantLamp } from '#model/lamp';

/** How far the lamp's track stands outside the picture, in CSS px. */
const outsidePx = 26;
/** No lamp stands lower, in degrees over the paper. */
export const lowestDeg = 5;

const radians = (degrees: number): number => (degrees * Math.PI) / 180;
const degrees = (angle: number): number => (angle * 180) / Math.PI;

/**
 * Where the lamp stands over a picture of the given size in CSS px: its shadow on the paper, as it were. On the track round the
 * picture it grazes the paper and hides nothing, in the middle it stands straight above it.
 */
export function lampPlace(lamp: DistantLamp, width: number, height: number) {
  const [sideX, sideY] = [Math.sin(radians(lamp.azimuthDeg)), -Math.cos(radians(lamp.azimuthDeg))];
  // The track is a rectangle: an oval as large would pass through the picture's corners.
  const out = Math.cos(radians(lamp.heightDeg)) / Math.cos(radians(lowestDeg)) / Math.max(Math.abs(sideX), Math.abs(sideY));
  return {
    outsidePx,
    x: width / 2 + (width / 2 + outsidePx) * out * sideX,
    y: height / 2 + (height / 2 + outsidePx) * out * sideY,
  };
}

/** The lamp that stands at a place, the inverse of lampPlace; whole degrees. */
export function lampAt(x: number, y: number, width: number, height: number): DistantLamp {
  const alongX = (x - width / 2) / (width / 2 + outsidePx);
  const alongY = (y - height / 2) / (height / 2 + outsidePx);
  const out = Math.min(1, Math.max(Math.abs(alongX), Math.abs(alongY))) * Math.cos(radians(lowestDeg));
  const azimuthDeg = Math.round(degrees(Math.atan2(alongX, -alongY)) + 360) % 360;
  return { kind: 'distant', azimuthDeg, heightDeg: Math.max(lowestDeg, Math.round(degrees(Math.acos(out)))) };
}

/** Arrow keys: left and right round the picture by 5 degrees (1 with Shift), up and down higher and lower. Null for other keys. */
export function moveLampByKey(lamp: DistantLamp, key: string, fine: boolean): DistantLamp | null {
  const step = fine ? 1 : 5;
  const turn = { ArrowLeft: -step, ArrowRight: step }[key];
  const rise = { ArrowUp: step, ArrowDown: -step }[key];
  if (turn === undefined && rise === undefined) return null;
  return {
    kind: 'distant',
    azimuthDeg: (lamp.azimuthDeg + (turn ?? 0) + 360) % 360,
    heightDeg: Math.min(90, Math.max(lowestDeg, lamp.heightDeg + (rise ?? 0))),
  };
}

const sides = ['above', 'upper right', 'the right', 'lower right', 'below', 'lower left', 'the left', 'upper left'];

/** "from upper left, half high" */
export function lampWords({ azimuthDeg, heightDeg }: DistantLamp): string {
  if (heightDeg >= 80) return 'straight above the paper';
  const high = heightDeg < 25 ? 'low' : heightDeg < 55 ? 'half high' : 'high';
  return `from ${sides[Math.round(azimuthDeg / 45) % 8]}, ${high}`;
}
