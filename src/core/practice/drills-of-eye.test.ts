import { describe, expect, it } from 'vitest';
import { seeded } from '../../../tests/seeded';
import { askOrder, type InkedMarker, scoreOrder } from './order-by-ink';
import { askPairs, scorePairs, willBlend, willPart } from './pairs';
import { dueAtMs, firstSpacing, gradeOf, spacedAfter } from './spacing';
import { withoutGuesses } from './told';
import { computedDark, scoreWhereDark } from './where-dark';
import { askWideSteps, scoreWideSteps } from './wide-step';

const random = seeded(Number(process.env.AQUACHROME_SEED ?? 11));
const rack: InkedMarker[] = Array.from({ length: 60 }, (_, index) => ({
  id: `m${index}`,
  code: `${index}.rose`,
  lab: { L: 15 + 80 * random(), a: 60 * (random() - 0.5), b: 60 * (random() - 0.5) },
}));

/** Discs of three bands side by side, lit from the upper left: the dark lies lower right. */
function discs() {
  const [widthPx, heightPx] = [120, 60];
  const owners = new Uint16Array(widthPx * heightPx);
  const bands = new Uint8Array(widthPx * heightPx);
  for (let at = 0; at < owners.length; at++) {
    const [x, y] = [at % widthPx, Math.floor(at / widthPx)];
    const place = x < 60 ? 1 : 2;
    const [dx, dy] = [x - (place === 1 ? 29.5 : 89.5), y - 29.5];
    if (Math.hypot(dx, dy) > 26) continue;
    owners[at] = place;
    const along = (dx + dy) / 26;
    bands[at] = along < -0.4 ? 1 : along < 0.5 ? 2 : 3;
  }
  return { widthPx, heightPx, owners, bands };
}
const names = (place: number) => ['', 'the apple', 'the plum'][place] ?? '';

describe('where does the dark go', () => {
  const map = discs();
  const dark = computedDark(map);
  const mirrored = Uint8Array.from(
    dark,
    (_, at) => dark[(map.heightPx - 1 - Math.floor(at / map.widthPx)) * map.widthPx + (map.widthPx - 1 - (at % map.widthPx))]!,
  );

  it('as computed scores full, its mirror nothing, a scribble near nothing, and nothing at all nothing', () => {
    expect(scoreWhereDark(map, dark, names)).toEqual({ score: 1, words: 'Each part is dark where the light does not reach.' });
    expect(scoreWhereDark(map, mirrored, names).score).toBeLessThan(0.05);
    expect(scoreWhereDark(map, new Uint8Array(dark.length), names).score).toBe(0);
    expect(scoreWhereDark(map, new Uint8Array(dark.length).fill(1), names).score, 'all dark is no answer').toBe(0);
    const scores = Array.from(
      { length: 40 },
      () =>
        scoreWhereDark(
          map,
          Uint8Array.from(dark, () => (random() < 0.4 ? 1 : 0)),
          names,
        ).score,
    );
    expect(Math.max(...scores)).toBeLessThan(0.12);
  });

  it('says the reason of the largest difference', () => {
    const half = Uint8Array.from(dark, (own, at) => (at % map.widthPx < 60 ? own : mirrored[at]!));
    const told = scoreWhereDark(map, half, names);
    expect(told.words).toBe('On the plum the dark lies lower right, away from the lamp; yours lies upper left.');
    expect(told.score).toBeGreaterThan(0.2);
    expect(told.score).toBeLessThan(0.6);
    expect(() => scoreWhereDark(map, dark.subarray(1), names)).toThrow(RangeError);
  });
});

describe('drills from a rack', () => {
  it('put in order by ink: in order full, backwards nothing, by lot near nothing on average', () => {
    let sum = 0;
    for (let round = 0; round < 200; round++) {
      const asked = askOrder(rack, 5, random);
      expect(asked).toHaveLength(5);
      const sorted = [...asked].sort((one, other) => other.lab.L - one.lab.L).map(({ id }) => id);
      expect(scoreOrder(asked, sorted)).toEqual({ score: 1, words: 'In order, by ink.' });
      expect(scoreOrder(asked, [...sorted].reverse()).score).toBe(0);
      sum += scoreOrder(
        asked,
        asked.map(({ id }) => id),
      ).score;
    }
    // Tau of five by lot spreads by 0.41; what is under nothing counts as nothing.
    expect(sum / 200).toBeLessThan(0.3);
    const [first] = rack;
    if (!first) throw new Error('the rack is empty');
    expect(() => scoreOrder([first], [])).toThrow(RangeError);
  });

  it.each([
    ['which of these blend', willBlend],
    ['will these two part', willPart],
  ])('%s: as it is full, the other way round nothing, always yes nothing', (_, isSo) => {
    for (let round = 0; round < 20; round++) {
      const pairs = askPairs(rack, { count: 8, isSo }, random);
      expect(pairs).toHaveLength(8);
      expect(pairs.filter((pair) => pair.isSo)).toHaveLength(4);
      for (const { one, other, isSo: own } of pairs) expect(isSo(one, other)).toBe(own);
      const right = pairs.map((pair) => pair.isSo);
      const why = () => 'so';
      expect(scorePairs(pairs, right, why)).toEqual({ score: 1, words: 'All of them are right.' });
      expect(
        scorePairs(
          pairs,
          right.map((own) => !own),
          why,
        ),
      ).toEqual({ score: 0, words: 'so' });
      expect(
        scorePairs(
          pairs,
          right.map(() => true),
          why,
        ).score,
      ).toBe(0);
    }
  });

  it('which step is too wide: one in each ladder; found full, never found nothing, by lot near nothing', () => {
    const families = Array.from({ length: 12 }, (_, family) =>
      [92, 84, 75, 66, 40, 30, 21].map(
        (L, index): InkedMarker => ({ id: `f${family}-${index}`, code: `${index}.${family}`, lab: { L: L - family / 4, a: 20, b: 5 } }),
      ),
    );
    const ladders = askWideSteps(families, 6, random);
    expect(ladders).toHaveLength(6);
    for (const { rungs, wide } of ladders) {
      const steps = rungs.slice(1).map(({ lab }, index) => (rungs[index]?.lab.L ?? 0) - lab.L);
      expect(steps.filter((step) => step > 28)).toHaveLength(1);
      expect(steps[wide]).toBeGreaterThan(28);
    }
    expect(
      scoreWideSteps(
        ladders,
        ladders.map(({ wide }) => wide),
      ).score,
    ).toBe(1);
    const never = scoreWideSteps(
      ladders,
      ladders.map(({ wide }) => (wide + 1) % 3),
    );
    expect(never.score).toBe(0);
    expect(never.words).toContain('is the wide step');
    expect(askWideSteps([rack.slice(0, 2)], 3, random), 'a family of two has none').toEqual([]);
  });

  it('right less what guessing gives: three of four choices out of four right', () => {
    // R - W / (k - 1) = 3 - 1 / 3, of 4.
    expect(withoutGuesses(3, 1, 4)).toBeCloseTo(2 / 3, 10);
    expect(withoutGuesses(1, 3, 4)).toBe(0);
    expect(withoutGuesses(0, 0, 2)).toBe(0);
  });
});

describe('when a drill is due again (SM-2)', () => {
  it('one day, six days, then by its ease: with grade 4 the ease stays 2.5, so 15 days', () => {
    const grades = [4, 4, 4, 4];
    const days: number[] = [];
    grades.reduce((spacing, grade) => {
      const next = spacedAfter(spacing, grade);
      days.push(next.days);
      return next;
    }, firstSpacing);
    expect(days).toEqual([1, 6, 15, 38]);
  });

  it('the ease after each grade is that of the formula, never under 1.3; under 3 it begins anew', () => {
    // EF + 0.1 - (5 - q) (0.08 + (5 - q) 0.02), by hand: 2.6, 2.5, 2.36, 2.18, 1.96, 1.7.
    expect([5, 4, 3, 2, 1, 0].map((grade) => spacedAfter(firstSpacing, grade).ease)).toEqual(
      [2.6, 2.5, 2.36, 2.18, 1.96, 1.7].map((ease) => expect.closeTo(ease, 10)),
    );
    expect(spacedAfter({ inARow: 4, ease: 1.35, days: 40 }, 0)).toEqual({ inARow: 0, ease: 1.3, days: 1 });
    expect(() => spacedAfter(firstSpacing, 6)).toThrow(RangeError);
    expect([0, 0.3, 0.6, 1, 2].map(gradeOf)).toEqual([0, 2, 3, 5, 5]);
  });

  it('follows from all times that it was tried; never tried it is due at once', () => {
    expect(dueAtMs([])).toBeNull();
    const day = 24 * 3600 * 1000;
    expect(
      dueAtMs([
        { atMs: 0, score: 1 },
        { atMs: day, score: 0.8 },
      ]),
    ).toBe(7 * day);
    expect(
      dueAtMs([
        { atMs: 0, score: 1 },
        { atMs: day, score: 0.1 },
      ]),
    ).toBe(2 * day);
  });
});
