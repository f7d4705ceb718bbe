import { describe, expect, it } from 'vitest';
import { mmPerInch } from '#core/raster/resolution';
import { faultsOfPlan, sheetsOf } from '../../../tests/cut-trees';
import { cutPlan } from './cut-plan';
import type { CutPlanRequest } from './cut-request';
import { countCuts, offcutsOf, piecesOf } from './cut-tree';

const inches = (width: number, height: number) => ({ widthMm: width * mmPerInch, heightMm: height * mmPerInch });
const letter = { id: 'letter', ...inches(8.5, 11) };
const a4 = { id: 'a4', widthMm: 210, heightMm: 297 };

function planned(request: CutPlanRequest) {
  const plan = cutPlan(request);
  expect(faultsOfPlan(plan, request)).toEqual([]);
  if ('problem' in plan) throw new Error(plan.problem);
  return plan.sheets;
}

describe('sizes of the trade (common practice, no source)', () => {
  it('a Letter sheet cut at 4 1/4 in gives two bases of 4 1/4 x 11 in, scored at 5 1/2 in: one cut, nothing left', () => {
    const [sheet, ...others] = planned({ pieces: [{ id: 'base', ...inches(4.25, 11), count: 2 }], sheets: [letter] });
    expect(others).toEqual([]);
    expect([sheet && countCuts(sheet.tree), sheet && offcutsOf(sheet.tree)]).toEqual([1, []]);
    expect(sheet?.tree.cut?.atMm).toBeCloseTo(4.25 * mmPerInch, 4);
  });

  it('A4 quartered is four panels of 105 x 148.5 mm by three cuts', () => {
    const [sheet] = planned({ pieces: [{ id: 'quarter', widthMm: 105, heightMm: 148.5, count: 4 }], sheets: [a4] });
    expect([sheet && countCuts(sheet.tree), sheet && piecesOf(sheet.tree).length]).toEqual([3, 4]);
  });

  it('slim cards of 3 x 8 in: the base of 6 x 8 in leaves a strip of which a mat is cut', () => {
    const sheets = planned({
      pieces: [
        { id: 'slim base', ...inches(6, 8), count: 1 },
        { id: 'mat', ...inches(2.5, 8), count: 1 },
      ],
      sheets: [letter],
    });
    expect(sheets).toHaveLength(1);
  });
});

describe('a plan of cuts', () => {
  it('counts the blade with each cut, and a rest narrower than it is lost', () => {
    const [sheet] = planned({ pieces: [{ id: 'strip', widthMm: 104, heightMm: 297, count: 2 }], sheets: [a4], bladeMm: 1.5 });
    expect(sheet && piecesOf(sheet.tree).map(({ xMm }) => xMm)).toEqual([0, 105.5]);
    const halves = (bladeMm: number) =>
      sheetsOf(cutPlan({ pieces: [{ id: 'half', widthMm: 105, heightMm: 297, count: 2 }], sheets: [a4], bladeMm }), {
        pieces: [],
        sheets: [a4],
      });
    expect([halves(0), halves(0.5)]).toEqual([1, 2]);
    const lost = planned({ pieces: [{ id: 'most', widthMm: 209, heightMm: 297, count: 1 }], sheets: [a4], bladeMm: 1.5 });
    expect(lost[0]?.tree.cut?.parts[1]).toEqual({ xMm: 210, yMm: 0, widthMm: 0, heightMm: 297 });
  });

  it('keeps the direction of a pattern where a piece may not turn', () => {
    const piece = { id: 'pattern', widthMm: 200, heightMm: 100, count: 2 };
    const sheet = { id: 'narrow', widthMm: 100, heightMm: 400 };
    expect(sheetsOf(cutPlan({ pieces: [piece], sheets: [sheet] }), { pieces: [], sheets: [sheet] })).toBe(1);
    expect(cutPlan({ pieces: [{ ...piece, mayTurn: false }], sheets: [sheet] })).toEqual({
      problem: 'Larger than any sheet: pattern (200 x 100 mm). Take a larger sheet, or let it turn, or make it of two pieces.',
    });
  });

  it('uses offcuts first, which count as none, then as many sheets as there are', () => {
    const request: CutPlanRequest = {
      pieces: [
        { id: 'panel', widthMm: 100, heightMm: 140, count: 5 },
        { id: 'strip', widthMm: 20, heightMm: 90, count: 2 },
      ],
      sheets: [a4, { id: 'rest', widthMm: 105, heightMm: 200, count: 1, offcut: true }],
    };
    const sheets = planned(request);
    expect(sheets.map(({ sheet }) => sheet).sort()).toEqual(['a4', 'rest']);
    const fewer = cutPlan({ ...request, sheets: [{ ...a4, count: 1 }] });
    expect(fewer).toEqual({
      problem: expect.stringMatching(/^The sheets that are left do not hold all pieces: these are 736 cm2, the sheets 624 cm2/),
    });
  });

  it('of as few sheets takes the one with fewer cuts, then with the largest offcut in one', () => {
    const [sheet] = planned({ pieces: [{ id: 'panel', widthMm: 100, heightMm: 100, count: 2 }], sheets: [a4] });
    expect(sheet && countCuts(sheet.tree)).toBe(3);
    expect(Math.max(...(sheet ? offcutsOf(sheet.tree).map(({ widthMm, heightMm }) => widthMm * heightMm) : []))).toBeCloseTo(210 * 197, 3);
  });

  it('says what is no request, what has no sheet, what is larger than any', () => {
    const piece = { id: 'p', widthMm: 10, heightMm: 10, count: 1 };
    expect(cutPlan({ pieces: [], sheets: [] })).toEqual({ sheets: [] });
    expect(cutPlan({ pieces: [{ ...piece, count: 0 }], sheets: [] })).toEqual({ sheets: [] });
    expect(cutPlan({ pieces: [piece], sheets: [] })).toEqual({ problem: expect.stringMatching(/^There is no sheet to cut from/) });
    expect(cutPlan({ pieces: [{ ...piece, widthMm: 300, heightMm: 220 }], sheets: [a4] })).toEqual({
      problem: expect.stringMatching(/^Larger than any sheet: p \(300 x 220 mm\)\. Take a larger sheet, or make it of two pieces/),
    });
    expect(() => cutPlan({ pieces: [{ ...piece, widthMm: 0 }], sheets: [a4] })).toThrow(/more than 0 mm wide and high; p is 0 x 10/);
    expect(() => cutPlan({ pieces: [{ ...piece, count: 1.5 }], sheets: [a4] })).toThrow(/whole number of times, 0 or more; p has 1.5/);
    expect(() => cutPlan({ pieces: [piece], sheets: [{ ...a4, heightMm: Number.NaN }] })).toThrow(/a4 is 210 x NaN/);
    expect(() => cutPlan({ pieces: [piece], sheets: [{ ...a4, count: -1 }] })).toThrow(/whole number of sheets/);
    expect(() => cutPlan({ pieces: [piece], sheets: [a4], bladeMm: -1 })).toThrow(/blade takes 0 to 100 mm; this one -1/);
    expect(() => cutPlan({ pieces: [{ ...piece, count: 2001 }], sheets: [a4] })).toThrow(/At most 2000 pieces/);
  });

  it('plans 500 pieces at once', () => {
    const pieces = Array.from({ length: 50 }, (_, kind) => ({ id: `p${kind}`, widthMm: 30 + kind, heightMm: 40 + 2 * kind, count: 10 }));
    const request = { pieces, sheets: [a4] };
    const sheets = planned(request);
    const area = pieces.reduce((sum, { widthMm, heightMm, count }) => sum + widthMm * heightMm * count, 0);
    expect(sheets.length / (area / (210 * 297))).toBeLessThan(1.25);
  });
});
