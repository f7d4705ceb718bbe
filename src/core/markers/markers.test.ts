import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CodeRule } from '#model/marker';
import { readCode, readyRules } from './code-rule';
import { findMarker, splitTypedCodes } from './find-marker';
import { markerNames } from './marker-name';
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
    );
  });

  it('never crashes on any text and names the problem', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), fc.constantFrom(...Object.values(readyRules)), (text, anyRule) => {
        const read = readCode(anyRule, text);
        return read.ok ? read.family !== '' : read.problem.length > 5;
      }),
    );
  });

  it('sorts extra leading zeros as paler still', () => {
    const depths = ['QUOP20000', 'QUOP2000', 'QUOP200', 'QUOP20', 'QUOP21', 'QUOP205'].map((code) => {
      const read = readCode(rule, code);
      return read.ok ? read.depth : Number.NaN;
    });
    expect(depths).toEqual([-3, -2, -1, 0, 1, 5]);
  });

  it('reads 10 of a family without groups as a depth', () => {
    const greys = { ...rule, familiesWithoutGroup: ['OOZ'] };
    expect(readCode(greys, 'OOZ 10')).toEqual({ ok: true, family: 'OOZ', depth: 10 });
    expect(readCode(greys, 'ooz00')).toEqual({ ok: true, family: 'OOZ', depth: -1 });
    expect(readCode(greys, 'QUOP10')).toEqual({ ok: true, family: 'QUOP', group: '1', depth: 0 });
  });

  it.each([
    [readyRules.depthFirst, '05 moss', { family: 'MOSS', depth: 5 }],
    [readyRules.toneName, 'Harbour Fog deep', { family: 'HARBOUR FOG', tone: 'deep', depth: 2 }],
    [readyRules.plainNumber, '417', { family: '417' }],
  ])('reads the other ready rules', (ready, code, parts) => {
    expect(readCode(ready, code)).toEqual({ ok: true, ...parts });
  });
});

const falling: CodeRule = {
  parts: ['depth', 'group', 'separator', 'family'],
  groupSign: 'letter',
  depthFalls: true,
  letterCase: 'small',
  familiesWithoutGroup: ['mist'],
};

describe('reading a code whose number falls as the ink gets darker', () => {
  it('gives a depth that still rises to dark, and the group letter', () => {
    const depths = ['99d.fern', '88D Fern', '62d-fern', '9d.fern', '0d.fern'].map((code) => {
      const read = readCode(falling, code);
      return read.ok ? [read.family, read.group, read.depth] : read.problem;
    });
    expect(depths).toEqual([-99, -88, -62, -9, 0].map((depth) => ['FERN', 'd', depth]));
  });

  it('reads greys without a group, and never takes a letter of the family for one', () => {
    expect(readCode(falling, '62.mist')).toEqual({ ok: true, family: 'MIST', depth: -62 });
    expect(readCode(falling, '62 mist')).toMatchObject({ ok: true, family: 'MIST' });
    expect(readCode(falling, '62fern')).toMatchObject({ ok: false, problem: expect.stringMatching(/a number that falls.*a group letter/) });
  });

  it('reads a tone word before the name as after it', () => {
    const rule: CodeRule = { parts: ['tone', 'separator', 'family'], tones: ['dawn', 'noon', 'dusk'] };
    expect(readCode(rule, 'Dusk Harbour Fog')).toEqual({ ok: true, family: 'HARBOUR FOG', tone: 'dusk', depth: 2 });
  });

  it('names a part that stands twice instead of throwing', () => {
    for (const part of ['family', 'group', 'depth', 'tone'] as const)
      expect(readCode({ parts: ['family', part, part], tones: ['dawn'] }, '62d.fern')).toMatchObject({
        ok: false,
        problem: expect.stringMatching(/twice: each part stands once/),
      });
  });
});

const marker = (code: string, L: number, depth?: number) => ({ id: code.toLowerCase(), code, lab: { L, a: 0, b: 0 }, depth, owned: true });
const rack = [marker('88d.fern', 88), marker('62d.fern', 70), marker('36d.fern', 48), marker('62d.ferm', 60)];

describe('finding a marker by a typed code', () => {
  it('forgives case, spaces and dashes', () => {
    for (const typed of ['62dfern', ' 62D FERN', '62-d-Fern'])
      expect(findMarker(rack, typed)).toMatchObject({ ok: true, marker: { code: '62d.fern' } });
  });

  it('offers close misses and never takes one silently', () => {
    const found = findMarker(rack, '53d.fern');
    expect(found.ok).toBe(false);
    if (!found.ok) expect(found.closest.map(({ code }) => code)).toContain('62d.fern');
  });

  it('tells a code that stands in two lines apart by its line, where it is named and where it is typed', () => {
    const lines = ['Attic line', 'Cellar (old)'].map((name, index) => ({ id: `line${index}`, name, rule: falling }));
    const twice = lines.map(({ id }, index) => ({ ...marker('62d.fern', 70 - index), id: `fern${index}`, lineId: id }));
    const alone = { ...marker('36d.fern', 48), lineId: 'line0' };
    const nameOf = markerNames({ lines, markers: [...twice, alone] });
    const names = twice.map(({ id, code }) => nameOf({ markerId: id, code }));
    expect(names).toEqual(['62d.fern of Attic line', '62d.fern of Cellar (old)']);
    expect(nameOf({ markerId: alone.id, code: alone.code })).toBe('36d.fern');
    for (const [index, name] of names.entries()) expect(findMarker(twice, name, lines)).toMatchObject({ ok: true, marker: twice[index] });
    const unclear = findMarker(twice, '62d.fern', lines);
    expect(unclear).toMatchObject({ ok: false, problem: '2 lines have a 62d.fern: choose one.', closest: twice });
    expect(splitTypedCodes(`${names[1]}, 36d.fern`, [...twice, alone])).toEqual([names[1], '36d.fern']);
  });

  it('splits lists as people type them', () => {
    expect(splitTypedCodes('88d.fern 62d.fern 36d.fern', rack)).toEqual(['88d.fern', '62d.fern', '36d.fern']);
    expect(splitTypedCodes('88d fern, 62d fern,\n36d fern', rack)).toEqual(['88d fern', '62d fern', '36d fern']);
    expect(splitTypedCodes('88 d fern 62d.fern', rack), 'a code with spaces, no comma').toEqual(['88 d fern', '62d.fern']);
    expect(splitTypedCodes('dusk Fog dawn Fog', [{ code: 'dusk Fog' }, { code: 'dawn Fog' }])).toEqual(['dusk Fog', 'dawn Fog']);
    expect(splitTypedCodes('53d.fern, 53 d fern', rack), 'unknown ones stay as typed').toEqual(['53d.fern', '53 d fern']);
  });
});

describe('ladders', () => {
  it('sort light to dark by ink, whatever the depth digits say', () => {
    expect(sortLightToDark([marker('C', 40, 1), marker('A', 90, 9), marker('B', 60, 3)]).map(({ code }) => code)).toEqual(['A', 'B', 'C']);
  });

  it('sort the same in whatever order they are given, known and unknown colours mixed', () => {
    const bare = (code: string, depth: number, lab?: number) => ({
      id: code,
      code,
      family: 'FERN',
      depth,
      owned: true,
      ...(lab === undefined ? {} : { lab: { L: lab, a: 0, b: 0 } }),
    });
    const mixed = [bare('a', 1, 60), bare('b', 2), bare('c', 3, 80), bare('d', 5), bare('e', 9, 20)];
    const orders = fc.sample(fc.shuffledSubarray(mixed, { minLength: 5 }), { numRuns: 40 });
    const sorted = orders.map((order) =>
      sortLightToDark(order)
        .map(({ code }) => code)
        .join(''),
    );
    expect(new Set(sorted)).toEqual(new Set(['cabde']));
    // Without any colour it is the depth.
    const bareOnes = mixed.map(({ id, code, family, depth, owned }) => ({ id, code, family, depth, owned }));
    expect(sortLightToDark(bareOnes).map(({ code }) => code)).toEqual(['a', 'b', 'c', 'd', 'e']);
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
