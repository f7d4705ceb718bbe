import Color from 'colorjs.io';
import { describe, expect, it } from 'vitest';
import { seeded } from '../../../tests/seeded';
import { contrastRatio, relativeLuminance } from './contrast';

describe('contrast by WCAG 2.2', () => {
  it.each([
    // W3C, Understanding SC 1.4.3 and its techniques G18 and G17: the ratios that are quoted there and everywhere; from memory.
    ['#000000', '#ffffff', 21],
    ['#777777', '#ffffff', 4.48],
    ['#767676', '#ffffff', 4.54],
    ['#595959', '#ffffff', 7.0],
    ['#ff0000', '#ffffff', 4.0],
    ['#0000ff', '#ffffff', 8.59],
  ])('of %s on %s is %d to 1', (one, other, ratio) => {
    expect(contrastRatio(one, other)).toBeCloseTo(ratio, 2);
    expect(contrastRatio(other, one)).toBe(contrastRatio(one, other));
  });

  it('is what an independent library says of 300 seeded pairs (colorjs.io, contrast WCAG21)', () => {
    const random = seeded(11);
    const hex = () =>
      `#${[0, 0, 0]
        .map(() =>
          Math.floor(256 * random())
            .toString(16)
            .padStart(2, '0'),
        )
        .join('')}`;
    for (let pair = 0; pair < 300; pair++) {
      const [one, other] = [hex(), hex()];
      expect(contrastRatio(one, other), `${one} on ${other}`).toBeCloseTo(new Color(one).contrast(other, 'WCAG21'), 2);
    }
  });

  it('wants #rrggbb', () => expect(() => relativeLuminance('white')).toThrow(/expects '#rrggbb'/));
});
