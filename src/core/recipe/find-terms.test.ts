import { describe, expect, it } from 'vitest';
import { deltaE00 } from '#core/colour/difference';
import { madeUpWritten, madeUpWrittenElement } from '../../../tests/made-up-recipe';
import { seeded } from '../../../tests/seeded';
import { findTerms, findText, inkName, lookedUp, nearInkBox, nearInkE00, nearInks } from './find-terms';

describe('what a kept recipe is found by', () => {
  const fur = { ...madeUpWrittenElement('White fur on the paws', [97, 70]), kind: 'fur' as const, school: 'Feathered from the centre' };
  const recipe = madeUpWritten(
    [fur, madeUpWrittenElement('Шарф', [60])],
    { line: 'Larkmere', family: 'clay' },
    { paper: 'Snowdrift card' },
  );

  it('are its codes, families, words of its elements in the singular, schools, paper and tags, each once', () => {
    const terms = findTerms({ recipe }, { tags: ['Spring', 'spring'] });
    const of = (kind: string) => terms.filter((term) => term.kind === kind).map(({ term }) => term);
    expect(of('element')).toEqual(['white', 'fur', 'on', 'the', 'paw', 'шарф']);
    expect(of('family')).toEqual(['clay of larkmere']);
    expect(of('code')).toHaveLength(3);
    expect(of('paper')).toEqual(['snowdrift card']);
    expect(of('school')).toEqual(['feathered from the centre', 'wet base, then dark to light']);
    expect(of('tag')).toEqual(['spring']);
    for (const { kind, shown, term } of terms) expect(lookedUp(kind, shown), 'what is shown finds it').toBe(term);
    expect(lookedUp('code', '62 b-rose')).toBe('62BROSE');
    expect(findText({ recipe }, { name: 'For Ines', nextTime: ['a rung darker'] })).toContain('For Ines');
  });

  it('a colour is near within a CIEDE2000, and none so near lies outside the box that is searched first', () => {
    const random = seeded(11);
    const near: number[] = [];
    for (let round = 0; round < 200_000; round++) {
      const lab = { L: random() * 100, a: -90 + random() * 180, b: -90 + random() * 180 };
      const spread = 1.2;
      const other = {
        L: Math.min(100, Math.max(0, lab.L + (random() - 0.5) * 2 * nearInkBox.L * spread)),
        a: lab.a + (random() - 0.5) * 2 * nearInkBox.a * spread,
        b: lab.b + (random() - 0.5) * 2 * nearInkBox.b * spread,
      };
      // No ink is stronger.
      if ([lab, other].some(({ a, b }) => Math.hypot(a, b) > 110) || deltaE00(lab, other) > nearInkE00) continue;
      near.push(round);
      const apart = [
        Math.abs(lab.L - other.L) / nearInkBox.L,
        Math.abs(lab.a - other.a) / nearInkBox.a,
        Math.abs(lab.b - other.b) / nearInkBox.b,
      ];
      if (Math.max(...apart) > 1) expect.fail(JSON.stringify([lab, other]));
    }
    expect(near.length).toBeGreaterThan(1000);
    expect(nearInks({ L: 50, a: 10, b: 10 }, [{ lab: { L: 52, a: 10, b: 10 } }, { lab: { L: 80, a: 10, b: 10 } }])).toHaveLength(1);
    expect(inkName({ L: 50.04, a: -0.01, b: 10 })).toBe('50.0 0.0 10.0');
  });
});
