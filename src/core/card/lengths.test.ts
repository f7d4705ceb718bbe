import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatLength, lengthInBoth, nearestSixteenth, readLengthMm } from './lengths';

describe('lengths', () => {
  it.each([
    ['60', 'mm', 60],
    ['6.5 cm', 'in', 65],
    ['6,5 cm', 'in', 65],
    ['4 1/4', 'in', 107.95],
    ['4 1/4 in', 'mm', 107.95],
    ['1/8"', 'mm', 3.175],
    ['4-1/4', 'in', 107.95],
    ['4.25', 'in', 107.95],
    ['4¼', 'in', 107.95],
    ['4 ¼ in', 'mm', 107.95],
    ['⅜"', 'mm', 9.525],
    ['108 mm', 'in', 108],
    ['10.8 cm', 'in', 108],
  ] as const)('reads %s', (text, unit, expected) => expect(readLengthMm(text, unit)).toBeCloseTo(expected, 6));

  it.each(['', 'wide', '0', '-4', '1/0', '4 1/4 ell'])('refuses "%s"', (text) => expect(readLengthMm(text, 'mm')).toBeNull());

  it('says inches with fractions (4 1/4, not 4.25)', () => {
    expect(formatLength(107.95, 'in')).toBe('4 1/4 in');
    expect(formatLength(3.175, 'in')).toBe('1/8 in');
    expect(formatLength(203.2, 'in')).toBe('8 in');
    expect(formatLength(64, 'mm')).toBe('64 mm');
  });

  it('says both units, and what is lost by the sixteenth', () => {
    expect(lengthInBoth(107.95, 'in')).toBe('4 1/4 in (108 mm)');
    expect(lengthInBoth(107.95, 'mm')).toBe('108 mm (4 1/4 in)');
    expect(lengthInBoth(105, 'mm')).toBe('105 mm (4 1/8 in, 0.2 mm less)');
    expect(lengthInBoth(105, 'in')).toBe('4 1/8 in (105 mm: it is 0.2 mm less)');
    expect(nearestSixteenth(148.5).offMm).toBeCloseTo(0.725, 3);
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
