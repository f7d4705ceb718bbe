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
export const usualContact: ContactOptions = { reachMm: 2.8, strength: 0.8, ringMm: 1, ringStrength: 0.5 };

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

/** Nothing is lost where nothing lies in front. */
const nothing = () => 0;

/**
 * How much light each place loses to what lies in front of it: contact and cast shadow along the border, away from the lamp, and a little where
 * what lies in front stands all about it.
 * @param before for a label those that lie in front of it; none: nothing does.
 * @returns for a label a function of column and row: 0 nothing, 1 as much as a surface at right angles to the light gets.
 */
export function contactOf(
  { width, height, labels, pxPerMm }: Labelled,
  lamp: Lamp,
  before: (label: number) => ReadonlySet<number>,
  options: ContactOptions = usualContact,
): (label: number) => (x: number, y: number) => number {
  const { reachMm, strength, ringMm, ringStrength } = options;
  const reachOf = (heightDeg: number) => (reachMm * pxPerMm) / Math.tan((Math.max(lowestDeg, heightDeg) * Math.PI) / 180);
  const ringAt = ring.map(([x, y]) => [Math.round(x * ringMm * pxPerMm), Math.round(y * ringMm * pxPerMm)] as const);
  const side = lamp.kind === 'distant' ? (lamp.azimuthDeg * Math.PI) / 180 : 0;
  const distant = { dx: Math.sin(side), dy: -Math.cos(side), reach: lamp.kind === 'distant' ? reachOf(lamp.heightDeg) : 0 };
  const wayAt = (x: number, y: number) => {
    if (lamp.kind === 'distant') return distant;
    const [wayX, wayY] = [lamp.xPx - x - 0.5, lamp.yPx - y - 0.5];
    const flat = Math.hypot(wayX, wayY) || 1;
    const reach = Math.min(flat, reachOf((Math.atan2(lamp.heightPx, flat) * 180) / Math.PI));
    return { dx: wayX / flat, dy: wayY / flat, reach };
  };
  return (label) => {
    const fronts = before(label);
    if (fronts.size === 0) return nothing;
    const isFront = new Uint8Array(65536);
    for (const front of fronts) isFront[front] = 1;
    const hits = (column: number, row: number): boolean =>
      column >= 0 && row >= 0 && column < width && row < height && isFront[labels[row * width + column]!] === 1;
    return (x, y) => {
      const { dx, dy, reach } = wayAt(x, y);
      let taken = 0;
      for (let far = 1; far < reach; far += stepPx) {
        if (!hits(Math.round(x + dx * far), Math.round(y + dy * far))) continue;
        taken = strength * (1 - far / reach);
        break;
      }
      let about = 0;
      for (const [alongX, alongY] of ringAt) if (hits(x + alongX, y + alongY)) about++;
      return taken + (ringStrength * about) / ringSteps;
    };
  };
}
