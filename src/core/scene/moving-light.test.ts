import { describe, expect, it } from 'vitest';
import { mixedLight } from '#core/light/mixed-light';
import type { Lamp } from '#core/light/shade';
import { box, disk, labelMap } from '../../../tests/label-map';
import { formOfBody } from './body-form';
import { castOverField } from './cast-shadow';
import { addMovingLight, labelFrame } from './moving-light';
import { partsOfPicture } from './parts';
import { bodiesByLabel } from './scene-bodies';
import { halvedLabels } from './stage';

const [width, height] = [240, 200];
const lamps: [string, Lamp][] = [
  ['a far lamp', { kind: 'distant', azimuthDeg: 300, heightDeg: 40 }],
  [
    'a low one with light from all round and a fill',
    { kind: 'distant', azimuthDeg: 100, heightDeg: 20, ambient: 0.3, fill: { azimuthDeg: 280, share: 0.2 } },
  ],
  ['a near lamp', { kind: 'near', xPx: 60, yPx: 30, heightPx: 50 }],
];

describe('the light of a moving lamp', () => {
  it.each(lamps)(
    'is what form and cast shadow say one after the other: %s',
    (_, lamp) => {
      const labels = labelMap(width, height, [disk(120, 100, 70), box(10, 10, 60, 190)]);
      const picture = partsOfPicture(labels, width, height);
      const { scale, left, top, form } = formOfBody(picture, bodiesByLabel(picture, {})(1), { pxPerMm: 10 });
      expect(scale).toBe(2);
      const placed = { left, top, formScale: scale, form };
      const half = halvedLabels(picture);
      const pixels = Uint32Array.from([...half.labels.keys()].filter((i) => half.labels[i] === 1));
      const size = half.width * half.height;
      const ground = Float32Array.from(half.labels, (label) => (label === 1 ? 0 : Number.NaN));
      const over = Float32Array.from(half.labels, (label) => (label === 2 ? 12 : Number.NaN));
      expect(ground).toHaveLength(size);
      const cast = castOverField({ left: 0, top: 0, width: half.width, height: half.height, ground, over })(lamp, 0.7);
      const frame = labelFrame(placed, cast, pixels, half.width);
      if (!frame) throw new Error('no frame');
      const values = new Float32Array(pixels.length);
      addMovingLight(values, frame, placed, lamp, cast);
      const own: Lamp =
        lamp.kind === 'near' ? { ...lamp, xPx: (lamp.xPx - left) / 2, yPx: (lamp.yPx - top) / 2, heightPx: lamp.heightPx / 2 } : lamp;
      const light = mixedLight(form, own);
      const plain = Float32Array.from(frame.cells, (cell) => light[cell]!);
      cast.on(plain, pixels, { mapWidth: half.width, scale: 2 });
      expect(pixels.length).toBeGreaterThan(3000);
      let shaded = 0;
      for (const [i, value] of values.entries()) {
        expect(value).toBeCloseTo(plain[i]!, 4);
        if (frame.numbers[i]! >= 0) shaded++;
      }
      expect(shaded).toBeGreaterThan(1000);
    },
    30_000,
  );
});
