import { describe, expect, it } from 'vitest';
import { deltaE00 } from './difference';
import { elementTint } from './element-tints';
import { labOfHex } from './lab';

describe('tints of elements', () => {
  const tints = Array.from({ length: 40 }, (_, index) => elementTint(index));

  it('differ in tint and in pattern from the five next to them in the row', () => {
    for (const [index, { hex, pattern }] of tints.entries()) {
      for (const other of tints.slice(index + 1, index + 6)) {
        expect(deltaE00(labOfHex(hex), labOfHex(other.hex)), `${index}`).toBeGreaterThan(6);
        expect(other.pattern).not.toBe(pattern);
      }
    }
  });

  it('are pale, and their patterns are seen on them', () => {
    for (const { hex, lineHex } of tints) {
      expect(labOfHex(hex).L).toBeGreaterThan(84);
      expect(labOfHex(hex).L - labOfHex(lineHex).L).toBeGreaterThan(10);
    }
  });
});
