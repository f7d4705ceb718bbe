import { describe, expect, it } from 'vitest';
import type { Card } from '#model/card';
import type { PaperPiece } from '#model/card-paper';
import type { Make } from '#model/make';
import type { Supply } from '#model/supplies';
import { cutPlan } from '#core/cutting/cut-plan';
import { newMake } from '#core/make/new-make';
import { mmPerInch } from '#core/raster/resolution';
import { faultsOfPlan, sheetsOf } from '../../../tests/cut-trees';
import { evenBorderMm, flapForTape, flatPieces, seenSize } from './paper-pieces';
import { paperCost, paperGroups } from './paper-plan';

const inch = (value: number) => value * mmPerInch;
const paper = (id: string, sort: PaperPiece['sort'], widthMm: number, heightMm: number, more: Partial<PaperPiece> = {}): PaperPiece => ({
  ...{ id, sort, paper: 'Snowdrift', count: 1, widthMm, heightMm },
  ...more,
});
const makeOf = (copies: number, papers: PaperPiece[], more: Partial<Make> = {}): Make => ({
  ...newMake({ id: 'm', name: 'm' }),
  cards: [{ id: 'card', name: 'The card', copies, pieces: [], papers } satisfies Card],
  ...more,
});
const letter = { widthMm: inch(8.5), heightMm: inch(11) };
const snowdrift: Supply = { id: 's', kind: 'paper', name: 'Snowdrift', sheet: letter, sheetsLeft: 10 };

describe('paper of cards (common practice, no source)', () => {
  it('a base of 4 1/4 x 5 1/2 in is cut at 4 1/4 x 11 in and scored at 5 1/2 in; a Letter sheet gives two', () => {
    const base = paper('b', 'base', inch(4.25), inch(5.5), { fold: 'top' });
    const [flat] = flatPieces({ papers: [base] }).flat;
    expect([flat?.widthMm, flat?.heightMm]).toEqual([expect.closeTo(inch(4.25), 4), expect.closeTo(inch(11), 4)]);
    expect(flat?.scores).toEqual([{ axis: 'y', atMm: inch(5.5) }]);
    const [group] = paperGroups(makeOf(2, [base]), [snowdrift]);
    const plan = cutPlan(group!.request!);
    expect([faultsOfPlan(plan, group!.request!), sheetsOf(plan, group!.request!)]).toEqual([[], 1]);
    const [side] = flatPieces({ papers: [{ ...base, fold: 'left' }] }).flat;
    expect([side?.widthMm, side?.scores[0]?.axis]).toEqual([expect.closeTo(inch(8.5), 4), 'x']);
  });

  it('4 x 5 1/4 in leaves an even 1/8 in on it; 100 x 143.5 mm leaves 2.5 mm on 105 x 148.5', () => {
    expect(evenBorderMm({ widthMm: inch(4), heightMm: inch(5.25) }, { widthMm: inch(4.25), heightMm: inch(5.5) })).toBeCloseTo(
      inch(1 / 8),
      3,
    );
    expect(evenBorderMm({ widthMm: 100, heightMm: 143.5 }, { widthMm: 105, heightMm: 148.5 })).toBe(2.5);
    expect(evenBorderMm({ widthMm: 100, heightMm: 140 }, { widthMm: 105, heightMm: 148.5 })).toBeNull();
    expect(evenBorderMm({ widthMm: 110, heightMm: 153.5 }, { widthMm: 105, heightMm: 148.5 })).toBeNull();
  });

  it('a hanging flap has a scored strip of 3/8 in for tape of 1/4 in', () => {
    expect(flapForTape(inch(1 / 4))).toBeCloseTo(inch(3 / 8), 6);
    const [flap] = flatPieces({ papers: [paper('f', 'flap', 60, 80, { flapMm: inch(3 / 8) })] }).flat;
    expect([flap?.heightMm, flap?.scores]).toEqual([expect.closeTo(80 + inch(3 / 8), 3), [{ axis: 'y', atMm: inch(3 / 8) }]]);
  });

  it('slim cards are 3 x 8 in; 3 1/2 x 8 1/2 is common too (from memory): two of the one from a Letter sheet, one of the other', () => {
    const sheets = (width: number, height: number) => {
      const [group] = paperGroups(makeOf(2, [paper('b', 'base', inch(width), inch(height), { fold: 'left' })]), [snowdrift]);
      return sheetsOf(cutPlan(group!.request!), group!.request!);
    };
    expect([sheets(3, 8), sheets(3.5, 8.5)]).toEqual([2, 2]);
  });

  it('a mat is as much larger all round as its border; a mat of a mat too; of what is gone it is said', () => {
    const panel = paper('p', 'panel', 100, 143.5);
    const mat = paper('m', 'mat', 3, 3, { mat: { ofId: 'p', borderMm: 2.5 } });
    const second = paper('n', 'mat', 3, 3, { mat: { ofId: 'm', borderMm: 1 } });
    expect(seenSize(second, [panel, mat, second])).toEqual({ widthMm: 107, heightMm: 150.5 });
    expect(flatPieces({ papers: [mat] })).toEqual({ flat: [], gone: [mat] });
    const round = { ...mat, mat: { ofId: 'm', borderMm: 1 } };
    expect(seenSize(round, [round]), 'a mat of itself').toBeNull();
  });
});

describe('what is cut from each paper', () => {
  it('is summed over all cards, less what is cut; offcuts come first, and as many sheets as there are', () => {
    const make = makeOf(
      3,
      [paper('p', 'panel', 100, 140, { count: 2 }), paper('k', 'strip', 20, 200, { paper: 'Oatfield', keepsDirection: true })],
      {
        cardPlan: { spares: 1, gapMm: 2, done: [], bladeMm: 0.5, paperDone: [{ key: 'card/p', count: 4 }] },
      },
    );
    const supply = { ...snowdrift, sheetsLeft: 3, offcuts: [{ id: 'rest', widthMm: 110, heightMm: 150 }] };
    const [first, second] = paperGroups(make, [supply]);
    expect(first?.needs.map(({ name, cardName, needed, done }) => [name, cardName, needed, done])).toEqual([['panel', 'The card', 6, 4]]);
    expect(first?.request).toEqual({
      pieces: [{ id: 'card/p', widthMm: 100, heightMm: 140, count: 2 }],
      sheets: [
        { id: 'rest', widthMm: 110, heightMm: 150, count: 1, offcut: true },
        { id: 'sheet', ...letter, count: 3 },
      ],
      bladeMm: 0.5,
    });
    expect([second?.supply, second?.request], 'nobody said how large it is').toEqual([null, null]);
    expect(paperGroups(make, [supply], { isEndless: true })[0]?.request?.sheets[1]).not.toHaveProperty('count');
    const [oatfield] = paperGroups(make, [{ ...snowdrift, name: 'Oatfield' }]).slice(1);
    expect(oatfield?.request?.pieces[0]?.mayTurn).toBe(false);
    expect(paperGroups(makeOf(0, []), [])).toEqual([]);
  });

  it('costs what its sheets cost, among the cards; where a price is not kept nobody says one', () => {
    const priced = { supply: { ...snowdrift, sheetPrice: 0.6 }, sheets: 2 };
    expect(paperCost([priced], 4)).toBeCloseTo(0.3, 6);
    expect(paperCost([priced, { supply: snowdrift, sheets: 1 }], 4)).toBeNull();
    expect(paperCost([priced, { supply: null, sheets: 0 }], 4)).toBeCloseTo(0.3, 6);
    expect(paperCost([priced], 0)).toBeNull();
  });
});
