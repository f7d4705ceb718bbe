import { describe, expect, it } from 'vitest';
import { madeUpWritten, madeUpWrittenElement } from '../../../tests/made-up-recipe';
import { compareRecipes, countAlike } from './compare-recipes';

const scarf = madeUpWrittenElement('Scarf', [90, 60, 30]);
const coat = madeUpWrittenElement('Coat', [80, 50]);
const boots = madeUpWrittenElement('Boots', [70, 40]);
const before = madeUpWritten([scarf, coat, boots], {}, { paper: 'Snowdrift' });

describe('two recipes compared', () => {
  it('say nothing where they are the same, whatever the numbers of their marks', () => {
    expect(compareRecipes(before, before)).toEqual([]);
    const renumbered = { ...coat, marks: coat.marks.map((mark) => ({ ...mark, number: mark.number + 7 })) };
    expect(compareRecipes(before, madeUpWritten([scarf, renumbered, boots], {}, { paper: 'Snowdrift' }))).toEqual([]);
  });

  it('tell a marker that was changed with how far its ink is, a longer ladder, shares and marks', () => {
    const [light, middle, deep] = scarf.ladder;
    if (!light || !middle || !deep) expect.fail();
    const other = { ...scarf, ladder: [{ ...light, share: light.share + 0.1 }, { ...middle, markerId: 'm', code: 'OTHER 54' }, deep] };
    const longer = { ...madeUpWrittenElement('Coat', [80, 50, 20]), id: coat.id };
    const [ofScarf, ofCoat] = compareRecipes(before, madeUpWritten([other, longer, boots], {}, { paper: 'Snowdrift' }));
    // CIEDE2000 of L* 60 and 54 at a* = b* = 20: reckoned by hand, S_L = 1 + 0.015 (57 - 50)^2 / sqrt(20 + 49) = 1.0885, 6 / 1.0885 = 5.5 (Sharma, Wu, Dalal 2005).
    expect(ofScarf).toEqual({ element: 'Scarf', words: ['base 33 % → 43 % of it', 'midtone SCARF 60 → OTHER 54 (CIEDE2000 5.5)'] });
    expect(ofCoat).toEqual({
      element: 'Coat',
      words: ['2 markers → 3: COAT 80 COAT 50 → COAT 80 COAT 50 COAT 20', '2 marks → 3'],
    });
  });

  it('tell an ink that was read anew, and not one that stayed as it is', () => {
    const anew = {
      ...before,
      markers: before.markers.map((marker) => (marker.code === 'COAT 80' ? { ...marker, lab: { L: 84, a: 20, b: 20 } } : marker)),
    };
    expect(compareRecipes(before, anew)).toMatchObject(
      [{ element: 'Coat', words: [/^COAT 80 has another colour: it was read anew \(CIEDE2000 2\.\d\)$/] }].map(({ element, words }) => ({
        element,
        words: words.map((word) => expect.stringMatching(word)),
      })),
    );
  });

  it('tell of all what changed: paper, lamp, school, what is gone or new, and what is done earlier', () => {
    const hat = madeUpWrittenElement('Hat', [90]);
    const after = madeUpWritten(
      [boots, scarf, hat],
      {},
      {
        paper: 'Oatfield',
        lamp: { kind: 'distant', azimuthDeg: 45, heightDeg: 40 },
        finish: [{ number: 1, code: 'fine pen', where: 'the whole image', how: 'draw', purpose: 'line it' }],
      },
    );
    expect(countAlike(before, after, compareRecipes(before, after)), 'scarf and boots').toBe(2);
    expect(compareRecipes(before, after)).toEqual([
      {
        element: null,
        words: [
          'paper Snowdrift → Oatfield',
          'light from upper left, half high → from upper right, half high',
          'only in the first: Coat',
          'only in the second: Hat',
          'at another place in the order: Boots',
          'in the end nothing → fine pen',
        ],
      },
    ]);
  });

  it('match elements by name where they are of other pictures', () => {
    const theirs = { ...scarf, id: 'other', name: 'scarf' };
    expect(compareRecipes(madeUpWritten([scarf]), madeUpWritten([theirs]))).toEqual([{ element: 'Scarf', words: ['name Scarf → scarf'] }]);
  });
});
