import type { DistantLamp } from '#model/lamp';

const sides = ['above', 'upper right', 'the right', 'lower right', 'below', 'lower left', 'the left', 'upper left'];

/** "upper left" for 315 degrees. */
export const sideWords = (azimuthDeg: number): string => sides[Math.round(azimuthDeg / 45) % 8] ?? '';

/** "from upper left, half high" */
export function lampWords(lamp: { kind: 'near'; heightMm: number } | DistantLamp): string {
  if (lamp.kind === 'near') return `from a near lamp, ${Math.round(lamp.heightMm)} mm above the paper`;
  const { azimuthDeg, heightDeg } = lamp;
  if (heightDeg >= 80) return 'straight above the paper';
  const high = heightDeg < 25 ? 'low' : heightDeg < 55 ? 'half high' : 'high';
  return `from ${sideWords(azimuthDeg)}, ${high}`;
}
