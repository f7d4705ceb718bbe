import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readCode, readyRules } from './code-rule';
import { editDistance, findMarker, splitTypedCodes } from './find-marker';
import { rolesOfLadder, sortLightToDark, usualShares } from './ladder';

const rule = readyRules.lettersGroupDepth;

describe('reading a code of letters, group digit and depth digits', () => {
  it('gives back the parts it was put together from', () => {
    fc.assert(
      fc.property(
        fc.stringMatching(/^[A-Z]{3,6}$/),
        fc.integer({ min: 0, max: 9 }),
        fc.integer({ min: 1, max: 99 }),
        fc.constantFrom('', ' ', '-'),
        (family, group, depth, separator) => {
          const read = readCode(rule, `${family}${separator}${group}${depth}`);
          expect(read).toEqual({ ok: true, family, group: String(group), depth });
        },
      ),
      { seed: 7 },
    );
  });

  it('never crashes on any text and names the problem', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), fc.constantFrom(...Object.values(readyRules)), (text, anyRule) => {
        const read = readCode(anyRule, text);
        return read.ok ? read.family !== '' : read.problem.length > 5;
      }),
      { seed: 8 },
    );
  });

  it('sorts extra leading zeros as paler still', () => {
    const depths = ['FERN20000', 'FERN2000', 'FERN200', 'FERN20', 'FERN21', 'FERN205'].map((code) => {
      const read = readCode(rule, code);
      return read.ok ? read.depth : Number.NaN;
    });
    expect(depths).toEqual([-3, -2, -1, 0, 1, 5]);
  });

  it('reads 10 of a family without groups as a depth', () => {
    const greys = { ...rule, familiesWithoutGroup: ['MIST'] };
    expect(readCode(greys, 'MIST 10')).toEqual({ ok: true, family: 'MIST', depth: 10 });
    expect(readCode(greys, 'mist00')).toEqual({ ok: true, family: 'MIST', depth: -1 });
    expect(readCode(greys, 'FERN10')).toEqual({ ok: true, family: 'FERN', group: '1', depth: 0 });
  });

  it.each([
    [readyRules.depthFirst, '05 moss', { family: 'MOSS', depth: 5 }],
    [readyRules.toneName, 'Harbour Fog deep', { family: 'HARBOUR FOG', tone: 'deep', depth: 2 }],
    [readyRules.plainNumber, '417', { family: '417' }],
  ])('reads the other ready rules', (ready, code, parts) => {
    expect(readCode(ready, code)).toEqual({ ok: true, ...parts });
  });
});

const marker = (code: string, L: number, depth?: number) => ({ id: code.toLowerCase(), code, lab: { L, a: 0, b: 0 }, depth, owned: true });
const rack = [marker('FERN21', 88), marker('FERN24', 70), marker('FERN27', 48), marker('FERM24', 60)];

describe('finding a marker by a typed code', () => {
  it('forgives case, spaces and dashes', () => {
    for (const typed of ['fern24', ' FERN 24', 'Fern-2-4'])
      expect(findMarker(rack, typed)).toMatchObject({ ok: true, marker: { code: 'FERN24' } });
  });

  it('offers close misses and never takes one silently', () => {
    const found = findMarker(rack, 'FERN25');
    expect(found.ok).toBe(false);
    if (!found.ok) expect(found.closest.map(({ code }) => code)).toContain('FERN24');
  });

  it('counts edits as the textbook example does (kitten to sitting is 3, Levenshtein)', () =>
    expect(editDistance('kitten', 'sitting')).toBe(3));

  it('splits lists as people type them', () => {
    expect(splitTypedCodes('FERN21 FERN24 FERN27')).toEqual(['FERN21', 'FERN24', 'FERN27']);
    expect(splitTypedCodes('Fern 21, Fern 24,\nFern 27')).toEqual(['Fern 21', 'Fern 24', 'Fern 27']);
  });
});

describe('ladders', () => {
  it('sort light to dark by ink, whatever the depth digits say', () => {
    expect(sortLightToDark([marker('C', 40, 1), marker('A', 90, 9), marker('B', 60, 3)]).map(({ code }) => code)).toEqual(['A', 'B', 'C']);
  });

  it.each([1, 2, 3, 4, 5, 6])('of %i rungs have a role and a share each; one of the middle covers most, the deepest little', (rungs) => {
    const shares = usualShares(rungs);
    expect(rolesOfLadder(rungs)).toHaveLength(rungs);
    expect(shares).toHaveLength(rungs);
    expect(shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 9);
    if (rungs >= 3) {
      const most = shares.indexOf(Math.max(...shares));
      expect(most).toBeGreaterThan(0);
      expect(most).toBeLessThan(rungs - 1);
      expect(shares.at(-1)).toBe(Math.min(...shares));
    }
  });

  it('refuse seven rungs', () => expect(() => usualShares(7)).toThrow(RangeError));
});
