import type { Lab } from '#model/marker';

/** How strong a colour is: C*ab of CIELAB (CIE 015:2018). */
export function chromaOf({ a, b }: Pick<Lab, 'a' | 'b'>): number {
  return Math.hypot(a, b);
}

/** Hue angle hab of CIELAB in degrees, 0 to 360 (CIE 015:2018). */
export function hueDegOf({ a, b }: Pick<Lab, 'a' | 'b'>): number {
  return ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;
}

/** The turn from one hue to another by the shorter way, -180 to 180 degrees. */
export function hueTurnDeg(from: Lab, to: Lab): number {
  return ((hueDegOf(to) - hueDegOf(from) + 540) % 360) - 180;
}
