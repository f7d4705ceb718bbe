import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatLength, readLengthMm } from './lengths';

describe('lengths', () => {
  it.each([
    ['60', 'mm', 60],
    ['6.5 cm', 'in', 65],
    ['6,5 cm', 'in', 65],
    ['4 1/4', 'in', 107.95],
    ['4 1/4 in', 'mm', 107.95],
    ['1/8"', 'mm', 3.175],
  ] as const)('reads %s', (text, unit, expected) => expect(readLengthMm(text, unit)).toBeCloseTo(expected, 6));

  it.each(['', 'wide', '0', '-4', '1/0', '4 1/4 ell'])('refuses "%s"', (text) => expect(readLengthMm(text, 'mm')).toBeNull());

  it('says inches with fractions (4 1/4, not 4.25)', () => {
    expect(formatLength(107.95, 'in')).toBe('4 1/4 in');
    expect(formatLength(3.175, 'in')).toBe('1/8 in');
    expect(formatLength(203.2, 'in')).toBe('8 in');
    expect(formatLength(64, 'mm')).toBe('64 mm');
  });

  it('reads what it says, to the sixteenth', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 600, noNaN: true }), (lengthMm) => {
        const read = readLengthMm(formatLength(lengthMm, 'in'), 'mm');
        return read !== null && Math.abs(read - lengthMm) <= 25.4 / 32 + 1e-9;
      }),
    );
  });
});
