import { describe, expect, it } from 'vitest';
import { nextMeaning, partsOfPieces, piecesOfCode } from './code-by-example';
import { readCode } from './code-rule';

const ruleOf = (code: string) => {
  const { parts, tones, groupIsLetter } = partsOfPieces(piecesOfCode(code));
  return { parts, ...(tones.length > 0 ? { tones } : {}), ...(groupIsLetter ? { groupSign: 'letter' as const } : {}) };
};

describe('a rule by example', () => {
  it.each([
    ['QZ047', { family: 'QZ', group: '0', depth: 47 }],
    ['05 moss', { family: 'MOSS', depth: 5 }],
    ['moss dusk', { family: 'MOSS', tone: 'dusk' }],
    ['Fern-36', { family: 'FERN', depth: 36 }],
    ['417', { family: '417' }],
  ] as const)('the first guess for %s reads that code and others like it', (code, expected) => {
    expect(readCode(ruleOf(code), code)).toMatchObject({ ok: true, ...expected });
  });

  it('a tap on a piece goes round what it can be; a group may be a letter', () => {
    const [digits, letters] = [piecesOfCode('62').at(-1), piecesOfCode('62k lake')[2]];
    if (!digits || !letters) throw new Error('no pieces');
    expect(nextMeaning({ ...digits, meaning: 'group' })).toBe('depth');
    expect(nextMeaning({ ...digits, meaning: 'depth' })).toBe('group');
    expect(nextMeaning({ ...letters, meaning: 'family' })).toBe('group');
    expect(nextMeaning({ ...letters, meaning: 'tone' })).toBe('family');
    expect(nextMeaning({ text: '.', kind: 'between', meaning: null })).toBeNull();
    const { parts, groupIsLetter } = partsOfPieces(piecesOfCode('62k.lake'));
    expect(parts).toEqual(['depth', 'separator', 'group', 'separator', 'family']);
    expect(groupIsLetter).toBe(true);
    expect(readCode({ parts, groupSign: 'letter' }, '36k.lake')).toMatchObject({ ok: true, family: 'LAKE', group: 'k', depth: 36 });
  });

  it('nothing typed is no rule', () => expect(partsOfPieces(piecesOfCode('  ')).parts).toEqual([]));
});
