import type { Lamp } from '#core/light/shade';

/** What a pixel is told of what lies in front about it. */
export type ContactOptions = {
  /** How far a shadow of what lies in front reaches from a lamp at 45 degrees, in mm. */
  reachMm: number;
  /** How much of the light it takes where the two meet. */
  strength: number;
  /** Radius of the ring that is looked at for what stands about a place, in mm, and how much a ring that is full of it takes. */
  ringMm: number;
  ringStrength: number;
};

/** Chosen by looking at the solid figures (docs/eval-scene.md). */
export const usualContact: ContactOptions = { reachMm: 3.6, strength: 0.9, ringMm: 1, ringStrength: 0.4 };

const ringSteps = 12;
const ring = Array.from({ length: ringSteps }, (_, step) => {
  const angle = (2 * Math.PI * step) / ringSteps;
  return [Math.cos(angle), Math.sin(angle)] as const;
});
/** A shadow is looked for in steps of so many px. */
const stepPx = 2;
/** A lamp that stands so low throws no longer shadows than one at this height. */
const lowestDeg = 20;

type Labelled = { width: number; height: number; labels: Uint16Array; pxPerMm: number };

/**
 * How much light each place loses to what lies in front of it: contact and cast shadow along the border, away from the lamp, and a little where
 * what lies in front stands all about it.
 * @param isBefore whether a label lies in front of another.
 * @returns a function of column and row: 0 nothing, 1 as much as a surface at right angles to the light gets.
 */
export function contactAt(
  { width, height, labels, pxPerMm }: Labelled,
  lamp: Lamp,
  isBefore: (front: number, behind: number) => boolean,
  options: ContactOptions = usualContact,
): (x: number, y: number) => number {
  const { reachMm, strength, ringMm, ringStrength } = options;
  const labelAt = (x: number, y: number): number => {
    const [column, row] = [Math.round(x), Math.round(y)];
    return column < 0 || row < 0 || column >= width || row >= height ? 0 : labels[row * width + column]!;
  };
  const distant =
    lamp.kind === 'distant' ? [Math.sin((lamp.azimuthDeg * Math.PI) / 180), -Math.cos((lamp.azimuthDeg * Math.PI) / 180)] : null;
  const reachOf = (heightDeg: number) => (reachMm * pxPerMm) / Math.tan((Math.max(lowestDeg, heightDeg) * Math.PI) / 180);
  const distantReach = lamp.kind === 'distant' ? reachOf(lamp.heightDeg) : 0;
  const ringPx = ringMm * pxPerMm;
  return (x, y) => {
    const own = labels[y * width + x]!;
    let [dx, dy] = distant ?? [0, 0];
    let reach = distantReach;
    if (lamp.kind === 'near') {
      const [wayX, wayY] = [lamp.xPx - x - 0.5, lamp.yPx - y - 0.5];
      const flat = Math.hypot(wayX, wayY) || 1;
      [dx, dy] = [wayX / flat, wayY / flat];
      reach = Math.min(flat, reachOf((Math.atan2(lamp.heightPx, flat) * 180) / Math.PI));
    }
    let taken = 0;
    for (let far = 1; far < reach; far += stepPx) {
      const label = labelAt(x + dx * far, y + dy * far);
      if (label === own || label === 0 || !isBefore(label, own)) continue;
      taken = strength * (1 - far / reach);
      break;
    }
    let about = 0;
    for (const [alongX, alongY] of ring) {
      const label = labelAt(x + alongX * ringPx, y + alongY * ringPx);
      if (label !== own && label !== 0 && isBefore(label, own)) about++;
    }
    return taken + (ringStrength * about) / ringSteps;
  };
}
