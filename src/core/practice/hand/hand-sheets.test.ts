import { describe, expect, it } from 'vitest';
import { clearanceMm } from '#core/outline/outline';
import { handDrillIds } from '#model/practice';
import { colouredSheet, type Hand, photographedPage, scribbledSheet } from '../../../../tests/hand-sheets';
import { fadeEvenness } from './evenness';
import { handSheet } from './hand-sheet';
import { handTexts, whatNext } from './hand-texts';
import { type HandAnswer, scoreHandSheet } from './score-hand-sheet';

/** A slip each, and what it takes marks off. Figures after these are steady. */
const slips: { hand: Hand; takesOff: (drill: string) => string | null }[] = [
  { hand: 'white spot', takesOff: (drill) => (drill === 'flicks' ? null : 'white') },
  { hand: 'over the line', takesOff: () => 'over' },
  {
    hand: 'turned round',
    takesOff: (drill) => ({ coats: 'deeper', lift: 'lighter', edge: 'step', tips: 'step', flicks: 'step' })[drill] ?? null,
  },
  { hand: 'one hard step', takesOff: (drill) => (['edge', 'tips', 'flicks'].includes(drill) ? 'step' : null) },
  { hand: 'streaky', takesOff: (drill) => (drill === 'flicks' ? null : 'streak') },
  { hand: 'beside it', takesOff: () => 'white' },
];
function read(answer: HandAnswer) {
  if ('problem' in answer) throw new Error(answer.problem);
  return answer;
}

describe('practice sheets', () => {
  it('have figures apart from each other and from what is printed about them, on either page, each sheet with a number of its own', () => {
    const numbers = new Set<string>();
    for (const drill of handDrillIds) {
      for (const page of ['A4', 'Letter'] as const) {
        const sheet = handSheet(drill, page);
        numbers.add(sheet.sheet);
        expect(handSheet(drill, page)).toEqual(sheet);
        for (const [index, { outline }] of sheet.figures.entries()) {
          for (const other of sheet.figures.slice(index + 1)) expect(clearanceMm(outline, other.outline), drill).toBeGreaterThan(5);
          for (const { points } of sheet.marks) expect(clearanceMm(outline, points), `${drill} on ${page}`).toBeGreaterThan(4);
          for (const [x, y] of outline)
            expect(Math.min(x, y, sheet.page.widthMm - x, sheet.page.heightMm - y), 'within the page').toBeGreaterThan(12);
        }
        for (const bar of sheet.bars)
          for (const { outline } of sheet.figures) expect(clearanceMm(bar, outline), `bars of ${drill}`).toBeGreaterThan(1.2);
      }
    }
    expect(numbers.size).toBe(2 * handDrillIds.length);
  });

  it.each(handDrillIds)(
    '%s: done as it is meant scores full; each slip takes off what it spoils; what is not done is not judged',
    (drill) => {
      const sheet = handSheet(drill, drill === 'fill' ? 'Letter' : 'A4');
      const last = sheet.figures.length;
      const handOf = (figure: number): Hand | null => (figure === last ? null : (slips[figure - 1]?.hand ?? 'steady'));
      const answer = read(scoreHandSheet(photographedPage(colouredSheet(sheet, handOf)), sheet));
      expect(answer.notDone).toEqual([last]);
      for (const { figure, score, marks } of answer.figures) {
        const slip = slips[figure - 1];
        const spoilt = slip?.takesOff(drill);
        if (!spoilt) expect(score, `${slip?.hand ?? 'steady'} at ${figure}`).toBeGreaterThan(0.95);
        else {
          expect(marks, `${slip?.hand} at ${figure}`).toHaveProperty(spoilt);
          expect(marks[spoilt as keyof typeof marks], `${slip?.hand} at ${figure}`).toBeLessThan(slip?.hand === 'white spot' ? 0.95 : 0.6);
        }
        // Dark where light was meant, and the other way round, is worth nothing; so is all ink beside it.
        if (slip && spoilt && ['turned round', 'one hard step', 'beside it'].includes(slip.hand)) expect(score).toBeLessThan(0.1);
      }
      const over = answer.figures.find(({ figure }) => slips[figure - 1]?.hand === 'over the line');
      // A drop of 1.5 mm whose middle lies 0.5 mm over the lowest place: it reaches 2 mm over the middle of the line.
      expect(Math.abs((over?.overMm ?? 0) - 1.8)).toBeLessThan(0.45);
      const white = answer.figures.find(({ figure }) => slips[figure - 1]?.hand === 'white spot');
      // A disc of 2.5 mm has 19.6 mm2.
      if (drill !== 'flicks') expect(Math.abs((white?.whiteMm2 ?? 0) - 19.6)).toBeLessThan(2.5);
    },
  );

  it('a scribble is worth next to nothing, and nothing at all is told in words', () => {
    const tips = handSheet('tips', 'A4');
    expect(read(scoreHandSheet(photographedPage(scribbledSheet(tips)), tips)).score).toBeLessThan(0.05);
    const sheet = handSheet('coats', 'A4');
    const bare = photographedPage(colouredSheet(sheet, () => null));
    expect(scoreHandSheet(bare, sheet)).toEqual({ problem: expect.stringContaining('Nothing is coloured on this sheet yet') });
    expect(scoreHandSheet(bare, handSheet('lift', 'A4'))).toEqual({ problem: expect.stringContaining('another sheet') });
  });

  it('a fade is even in equal steps, and no fade the other way round, in one step, or hardly any', () => {
    const even = Array.from({ length: 10 }, (_, index) => 40 + 4 * index);
    expect(fadeEvenness(even)).toBe(1);
    expect(fadeEvenness([...even].reverse())).toBe(0);
    expect(fadeEvenness(even.map((_, index) => (index < 5 ? 40 : 80)))).toBeCloseTo(0, 10);
    expect(fadeEvenness(even.map((own) => 60 + (own - 60) / 30))).toBe(0);
    // Two hard steps of three inks lie between.
    const two = fadeEvenness([40, 40, 40, 60, 60, 60, 80, 80, 80, 80]);
    expect(two).toBeGreaterThan(0.3);
    expect(two).toBeLessThan(0.8);
  });

  it('says what to try next, for each drill in its own words where it has some', () => {
    for (const drill of handDrillIds) {
      expect(whatNext(drill, 'over').length).toBeGreaterThan(20);
      expect(handTexts[drill].how).toHaveLength(2);
    }
    expect(whatNext('edge', 'step')).not.toBe(whatNext('tips', 'step'));
    expect(whatNext('fill', null)).toContain('Steady');
  });
});
