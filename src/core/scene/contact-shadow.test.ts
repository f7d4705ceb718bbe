import { describe, expect, it } from 'vitest';
import type { Lamp } from '#core/light/shade';
import { box, disk, labelMap } from '../../../tests/label-map';
import { seeded } from '../../../tests/seeded';
import { castSlope, contactGround, contactReachPx, contactRing, contactStepPx, type ContactOptions, usualContact } from './contact-shadow';
import { partsOfPicture } from './parts';
import { boxOf } from './stage';

const [width, height, pxPerMm] = [120, 100, 6];

/** The plain march: every step, every place of the ring, no distances. */
function plainLost(labels: Uint16Array, lamp: Lamp, fronts: ReadonlySet<number>, options: ContactOptions, x: number, y: number): number {
  const { reachMm, strength, ringStrength } = options;
  const hits = (column: number, row: number) =>
    column >= 0 && row >= 0 && column < width && row < height && fronts.has(labels[row * width + column] as number);
  let [dx, dy, reach] = [0, 0, 0];
  if (lamp.kind === 'distant') {
    const side = (lamp.azimuthDeg * Math.PI) / 180;
    [dx, dy, reach] = [Math.sin(side), -Math.cos(side), contactReachPx(reachMm, lamp.heightDeg, pxPerMm)];
  } else {
    const [wayX, wayY] = [lamp.xPx - x - 0.5, lamp.yPx - y - 0.5];
    const flat = Math.hypot(wayX, wayY) || 1;
    const heightDeg = (Math.atan2(lamp.heightPx, flat) * 180) / Math.PI;
    [dx, dy, reach] = [wayX / flat, wayY / flat, Math.min(flat, contactReachPx(reachMm, heightDeg, pxPerMm))];
  }
  let taken = 0;
  for (let far = 1; far < reach; far += contactStepPx) {
    if (!hits(Math.floor(x + dx * far + 0.5), Math.floor(y + dy * far + 0.5))) continue;
    taken = strength * Math.min(1, castSlope * (1 - far / reach));
    break;
  }
  const ring = contactRing(options, pxPerMm);
  return taken + (ringStrength * ring.filter(([alongX, alongY]) => hits(x + alongX, y + alongY)).length) / ring.length;
}

const lamps: Lamp[] = [
  ...[0, 45, 130, 217, 300].map((azimuthDeg, index): Lamp => ({ kind: 'distant', azimuthDeg, heightDeg: 15 + 15 * index })),
  { kind: 'near', xPx: 60, yPx: 50, heightPx: 40 },
  { kind: 'near', xPx: -20, yPx: 30, heightPx: 12 },
];

describe('contact and cast shadow', () => {
  it.each(lamps)('is what the plain march finds, on seeded maps, under %j', (lamp) => {
    const random = seeded(11);
    for (let round = 0; round < 4; round++) {
      const shapes = Array.from({ length: 9 }, () =>
        random() < 0.5
          ? disk(width * random(), height * random(), 6 + 22 * random())
          : box(width * random() - 20, height * random() - 20, width * random() + 20, height * random() + 20),
      );
      const labels = labelMap(width, height, shapes);
      const fronts = new Map(
        shapes.map((_, index) => [
          index + 1,
          new Set(shapes.flatMap((__, other) => (other !== index && random() < 0.4 ? [other + 1] : []))),
        ]),
      );
      const picture = partsOfPicture(labels, width, height);
      const before = (label: number) => fronts.get(label) ?? new Set<number>();
      const ground = contactGround({ width, height, labels, pxPerMm }, before, (label) => boxOf(picture, label, 1));
      const under = ground.under(lamp);
      let shaded = 0;
      for (let i = 0; i < labels.length; i += 3) {
        const label = labels[i] as number;
        if (label === 0) continue;
        const [x, y] = [i % width, Math.floor(i / width)];
        const plain = plainLost(labels, lamp, before(label), usualContact, x, y);
        if (plain > 0) shaded++;
        const lost = under(label);
        expect(lost?.at(x, y) ?? 0).toBeCloseTo(plain, 5);
        const values = new Float32Array(1);
        lost?.take(values, Uint32Array.of(i), 0.5);
        expect(values[0]).toBeCloseTo(-0.5 * plain, 5);
      }
      expect(shaded).toBeGreaterThan(50);
    }
  });
});
