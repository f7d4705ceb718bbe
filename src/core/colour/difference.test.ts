import Color from 'colorjs.io';
import { describe, expect, it } from 'vitest';
import { seeded } from '../../../tests/seeded';
import { deltaE00, isWithinE00 } from './difference';
import { hexOfLab, labOfHex } from './lab';

// Sharma, Wu and Dalal (2005), The CIEDE2000 color-difference formula, table 1: L1 a1 b1 L2 a2 b2 dE00. All 34 pairs.
const publishedPairs = `
50.0000 2.6772 -79.7751 50.0000 0.0000 -82.7485 2.0425
50.0000 3.1571 -77.2803 50.0000 0.0000 -82.7485 2.8615
50.0000 2.8361 -74.0200 50.0000 0.0000 -82.7485 3.4412
50.0000 -1.3802 -84.2814 50.0000 0.0000 -82.7485 1.0000
50.0000 -1.1848 -84.8006 50.0000 0.0000 -82.7485 1.0000
50.0000 -0.9009 -85.5211 50.0000 0.0000 -82.7485 1.0000
50.0000 0.0000 0.0000 50.0000 -1.0000 2.0000 2.3669
50.0000 -1.0000 2.0000 50.0000 0.0000 0.0000 2.3669
50.0000 2.4900 -0.0010 50.0000 -2.4900 0.0009 7.1792
50.0000 2.4900 -0.0010 50.0000 -2.4900 0.0010 7.1792
50.0000 2.4900 -0.0010 50.0000 -2.4900 0.0011 7.2195
50.0000 2.4900 -0.0010 50.0000 -2.4900 0.0012 7.2195
50.0000 -0.0010 2.4900 50.0000 0.0009 -2.4900 4.8045
50.0000 -0.0010 2.4900 50.0000 0.0010 -2.4900 4.8045
50.0000 -0.0010 2.4900 50.0000 0.0011 -2.4900 4.7461
50.0000 2.5000 0.0000 50.0000 0.0000 -2.5000 4.3065
50.0000 2.5000 0.0000 73.0000 25.0000 -18.0000 27.1492
50.0000 2.5000 0.0000 61.0000 -5.0000 29.0000 22.8977
50.0000 2.5000 0.0000 56.0000 -27.0000 -3.0000 31.9030
50.0000 2.5000 0.0000 58.0000 24.0000 15.0000 19.4535
50.0000 2.5000 0.0000 50.0000 3.1736 0.5854 1.0000
50.0000 2.5000 0.0000 50.0000 3.2972 0.0000 1.0000
50.0000 2.5000 0.0000 50.0000 1.8634 0.5757 1.0000
50.0000 2.5000 0.0000 50.0000 3.2592 0.3350 1.0000
60.2574 -34.0099 36.2677 60.4626 -34.1751 39.4387 1.2644
63.0109 -31.0961 -5.8663 62.8187 -29.7946 -4.0864 1.2630
61.2901 3.7196 -5.3901 61.4292 2.2480 -4.9620 1.8731
35.0831 -44.1164 3.7933 35.0232 -40.0716 1.5901 1.8645
22.7233 20.0904 -46.6940 23.0331 14.9730 -42.5619 2.0373
36.4612 47.8580 18.3852 36.2715 50.5065 21.2231 1.4146
90.8027 -2.0831 1.4410 91.1528 -1.6435 0.0447 1.4441
90.9257 -0.5406 -0.9208 88.6381 -0.8985 -0.7239 1.5381
6.7747 -0.2908 -2.4247 5.8714 -0.0985 -2.2286 0.6377
2.0776 0.0795 -1.1350 0.9033 -0.0636 -0.5514 0.9082`
  .trim()
  .split('\n')
  .map((line) => line.split(' ').map(Number) as [number, number, number, number, number, number, number]);

describe('CIEDE2000', () => {
  it('has the 34 published pairs', () => expect(publishedPairs).toHaveLength(34));

  it.each(publishedPairs)('agrees with Sharma et al.: %f %f %f to %f %f %f is %f', (L1, a1, b1, L2, a2, b2, expected) => {
    const first = { L: L1, a: a1, b: b1 };
    const second = { L: L2, a: a2, b: b2 };
    expect(Math.abs(deltaE00(first, second) - expected)).toBeLessThanOrEqual(1e-4);
    expect(Math.abs(deltaE00(second, first) - expected)).toBeLessThanOrEqual(1e-4);
  });
});

describe('within a difference', () => {
  it('is as the whole formula says, for any pair and limit (seeded)', () => {
    const random = seeded(2000);
    const any = () => ({ L: 100 * random(), a: 160 * random() - 80, b: 160 * random() - 80 });
    let within = 0;
    for (let turn = 0; turn < 20_000; turn++) {
      const first = any();
      // Half of them near each other, where it is decided.
      const near = (value: number) => value + 30 * (random() - 0.5);
      const second = turn % 2 ? any() : { L: Math.min(100, Math.max(0, near(first.L))), a: near(first.a), b: near(first.b) };
      const most = 25 * random();
      const isWithin = isWithinE00(first, second, most);
      expect(isWithin).toBe(deltaE00(first, second) <= most);
      within += isWithin ? 1 : 0;
    }
    expect(within).toBeGreaterThan(1000);
  });
});

describe('CIELAB of sRGB', () => {
  it.each(['#000000', '#ffffff', '#808080', '#c0392b', '#1e8449', '#2471a3', '#f4d03f', '#7d3c98'])(
    'agrees for %s with an independent library (colorjs.io, lab-d65)',
    (hex) => {
      const [L, a, b] = new Color(hex).to('lab-d65').coords;
      const lab = labOfHex(hex);
      expect(lab.L).toBeCloseTo(L ?? Number.NaN, 2);
      expect(lab.a).toBeCloseTo(a ?? Number.NaN, 1);
      expect(lab.b).toBeCloseTo(b ?? Number.NaN, 1);
      expect(hexOfLab(lab)).toBe(hex);
    },
  );

  it('keeps lightness when a colour lies outside sRGB', () => {
    const shown = labOfHex(hexOfLab({ L: 60, a: -90, b: -60 }));
    expect(Math.abs(shown.L - 60)).toBeLessThan(1);
  });

  it('refuses what is no colour', () => {
    expect(() => labOfHex('red')).toThrow(/expects '#rrggbb', got 'red'/);
    expect(() => hexOfLab({ L: Number.NaN, a: 0, b: 0 })).toThrow(TypeError);
  });
});
