import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chipColours, layerCoats } from './coats';
import { labOfHex } from './lab';

describe('coats of one ink', () => {
  it('leaves one coat as it is and white paper white', () => {
    const lab = labOfHex('#7fae6b');
    expect(layerCoats(lab, 1)).toEqual(lab);
    expect(layerCoats(labOfHex('#ffffff'), 2).L).toBeCloseTo(100, 1);
  });

  it('gets darker with every coat, for any ink', () => {
    const channel = fc.integer({ min: 10, max: 250 });
    fc.assert(
      fc.property(channel, channel, channel, (r, g, b) => {
        const hex = `#${[r, g, b].map((value) => value.toString(16).padStart(2, '0')).join('')}`;
        const one = labOfHex(hex);
        const two = layerCoats(one, 2);
        return two.L < one.L && layerCoats(one, 3).L < two.L;
      }),
    );
  });

  it('makes a pale coloured ink more saturated in the second coat (common practice, no source)', () => {
    const one = labOfHex('#bfe3d2');
    const two = layerCoats(one, 2);
    expect(Math.hypot(two.a, two.b)).toBeGreaterThan(Math.hypot(one.a, one.b) * 1.15);
    expect(chipColours(one).oneCoatHex).toBe('#bfe3d2');
  });

  it('refuses half a coat', () => expect(() => layerCoats(labOfHex('#888888'), 1.5)).toThrow(/whole number/));
});
