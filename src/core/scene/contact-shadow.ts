import type { Lamp } from '#core/light/shade';
import { type FrontDistance, frontDistance } from './front-distance';

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
export const usualContact: ContactOptions = { reachMm: 2.5, strength: 0.85, ringMm: 1.2, ringStrength: 0.6 };

const ringSteps = 12;
const ring = Array.from({ length: ringSteps }, (_, step) => {
  const angle = (2 * Math.PI * step) / ringSteps;
  return [Math.cos(angle), Math.sin(angle)] as const;
});
/** A cast shadow is full near what casts it, and then falls off with this slope: a shadow that fades at once is too narrow for a nib. */
export const castSlope = 1.3;
/** A shadow is looked for in steps of so many px. */
export const contactStepPx = 2;
/** A lamp that stands so low throws no longer shadows than one at this height. */
const lowestDeg = 20;

/** How far a shadow reaches from a lamp at a height, in px. */
export function contactReachPx(reachMm: number, heightDeg: number, pxPerMm: number): number {
  return (reachMm * pxPerMm) / Math.tan((Math.max(lowestDeg, heightDeg) * Math.PI) / 180);
}

/** Where the ring about a place is looked at, in whole px from it. */
export function contactRing({ ringMm }: Pick<ContactOptions, 'ringMm'>, pxPerMm: number): (readonly [number, number])[] {
  return ring.map(([x, y]) => [Math.round(x * ringMm * pxPerMm), Math.round(y * ringMm * pxPerMm)] as const);
}

type Labelled = { width: number; height: number; labels: Uint16Array; pxPerMm: number };

/** Light that a label's places lose: 0 nothing, 1 as much as a surface at right angles to the light gets. */
export type LightLost = {
  /** @param x @param y column and row of the map. */
  at: (x: number, y: number) => number;
  /** Takes a share of it from the values of pixels (their numbers in the map). */
  take: (values: Float32Array, pixels: Uint32Array, share: number) => void;
};

/** What of contact and cast shadow does not depend on the lamp, made when it is first asked for and kept. */
export type ContactGround = {
  /** @returns for a label how much light its places lose under a lamp (px of the map); null: nothing lies in front of it. */
  under: (lamp: Lamp) => (label: number) => LightLost | null;
};

/**
 * How much light each place loses to what lies in front of it: contact and cast shadow along the border, away from the lamp, and a little where
 * what lies in front stands all about it. Steps that cannot meet anything in front are left out; the plain march stands in the test.
 * @param before for a label those that lie in front of it; none: nothing does. Labels of one body have one set.
 * @param boxOf left, top, right, bottom of a label in px of the map, inclusive.
 */
export function contactGround(
  map: Labelled,
  before: (label: number) => ReadonlySet<number>,
  boxOf: (label: number) => readonly [number, number, number, number],
  options: ContactOptions = usualContact,
): ContactGround {
  const { width, height, pxPerMm } = map;
  const { reachMm, strength, ringStrength } = options;
  const ringAt = contactRing(options, pxPerMm);
  const ringPx = Math.max(...ringAt.map(([x, y]) => Math.max(Math.abs(x), Math.abs(y))));
  const marginPx = Math.ceil(Math.max(contactReachPx(reachMm, lowestDeg, pxPerMm), ringPx)) + contactStepPx;
  const known = new Map<number, FrontDistance>();
  const rings = new Map<number, Uint8Array>();
  const distanceFor = (label: number): FrontDistance => {
    const made = known.get(label) ?? frontDistance(map, before(label), boxOf(label), marginPx);
    known.set(label, made);
    return made;
  };
  /** How many places of the ring about each place of a label's box lie in front. */
  const ringFor = (label: number): Uint8Array => {
    const made = rings.get(label);
    if (made) return made;
    const distance = distanceFor(label);
    const [left, top, right, bottom] = boxOf(label);
    const counts = new Uint8Array((right - left + 1) * (bottom - top + 1));
    for (let y = top, i = 0; y <= bottom; y++) {
      for (let x = left; x <= right; x++, i++) {
        if (map.labels[y * width + x] !== label || distance.at(x, y) > ringPx) continue;
        for (const [alongX, alongY] of ringAt) {
          const [column, row] = [x + alongX, y + alongY];
          if (column >= 0 && row >= 0 && column < width && row < height && distance.at(column, row) === 0) counts[i]!++;
        }
      }
    }
    rings.set(label, counts);
    return counts;
  };

  const under = (lamp: Lamp) => {
    const side = lamp.kind === 'distant' ? (lamp.azimuthDeg * Math.PI) / 180 : 0;
    const distantX = Math.sin(side);
    const distantY = -Math.cos(side);
    const distantReach = lamp.kind === 'distant' ? contactReachPx(reachMm, lamp.heightDeg, pxPerMm) : 0;
    const farthestReach = contactReachPx(reachMm, lowestDeg, pxPerMm);
    return (label: number): LightLost | null => {
      if (before(label).size === 0) return null;
      const { cells, stride, left: cellLeft, top: cellTop } = distanceFor(label);
      const about = ringFor(label);
      const [left, top, right] = boxOf(label);
      const rowPx = right - left + 1;
      const ringShare = ringStrength / ringSteps;
      const cast = (x: number, y: number, dx: number, dy: number, reach: number): number => {
        for (let far = 1; far < reach; ) {
          const column = Math.floor(x + dx * far + 0.5);
          const row = Math.floor(y + dy * far + 0.5);
          if (column < 0 || row < 0 || column >= width || row >= height) return 0;
          // The map of distances reaches farther than any shadow.
          const clear = cells[(row - cellTop) * stride + column - cellLeft]!;
          if (clear === 0) return strength * Math.min(1, castSlope * (1 - far / reach));
          // Nothing in front lies nearer than that, rounding to whole px counted.
          far += clear < 2 * contactStepPx + 2 ? contactStepPx : contactStepPx * Math.floor((clear - 2) / contactStepPx);
        }
        return 0;
      };
      const at = (x: number, y: number): number => {
        const clear = cells[(y - cellTop) * stride + x - cellLeft]!;
        const around = clear > ringPx ? 0 : ringShare * about[(y - top) * rowPx + x - left]!;
        if (lamp.kind === 'distant') return clear - 1 > distantReach ? around : around + cast(x, y, distantX, distantY, distantReach);
        if (clear - 1 > farthestReach) return around;
        const wayX = lamp.xPx - x - 0.5;
        const wayY = lamp.yPx - y - 0.5;
        const flat = Math.sqrt(wayX * wayX + wayY * wayY) || 1;
        // The height over the paper at which the lamp is seen: tan = height / flat, and no lower than the lowest.
        const reach = Math.min(flat, farthestReach, (reachMm * pxPerMm * flat) / lamp.heightPx);
        return clear - 1 > reach ? around : around + cast(x, y, wayX / flat, wayY / flat, reach);
      };
      const take = (values: Float32Array, pixels: Uint32Array, share: number) => {
        for (let i = 0; i < pixels.length; i++) {
          const pixel = pixels[i]!;
          const y = Math.floor(pixel / width);
          values[i]! -= share * at(pixel - y * width, y);
        }
      };
      return { at, take };
    };
  };
  return { under };
}
