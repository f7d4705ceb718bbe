import { describe, expect, it } from 'vitest';
import { seeded } from '../../../tests/seeded';
import { type CountedCard, type CountedPiece, countPieces } from './count-pieces';

const card = (copies: number, ...pieces: CountedPiece[]): CountedCard => ({ copies, pieces });
const kindOf = (cards: readonly CountedCard[], options = {}) => {
  const [kind] = countPieces(cards, options).kinds;
  if (!kind) throw new Error('nothing was counted');
  return kind;
};

describe('what cards need (common practice, no source)', () => {
  it('a piece seen from both sides needs two impressions, and its die cuts both', () => {
    const piece = { image: 'lantern', die: 'lantern', count: 1, isTwoSided: true };
    const count = countPieces([card(3, piece)]);
    expect(count.pieces).toBe(3);
    expect(count.impressions).toEqual([{ image: 'lantern', count: 6 }]);
    expect(count.cuts).toEqual([{ die: 'lantern', count: 6 }]);
  });

  it('two impressions of a pair of leaves give four leaves; three cards of one leaf need two', () => {
    const leaf = { image: 'leaves', die: 'leaves', perImpression: 2 };
    expect(kindOf([card(1, { ...leaf, count: 4 })])).toMatchObject({ pieces: 4, impressions: 2, toCut: 2 });
    expect(kindOf([card(3, { ...leaf, count: 1 })])).toMatchObject({ pieces: 3, impressions: 2, toCut: 2 });
  });

  it('each kind that is coloured gets spares, and no other', () => {
    const cards = [card(2, { image: 'badger', colouring: 'brown', count: 1 }, { image: 'badger', count: 1 }, { die: 'frame', count: 1 })];
    expect(
      countPieces(cards, { spares: 2 }).kinds.map(({ spares, toStamp, toColour, toCut }) => [spares, toStamp, toColour, toCut]),
    ).toEqual([
      [2, 4, 4, 4],
      [0, 2, 0, 2],
      [0, 0, 0, 2],
    ]);
    expect(kindOf(cards)).toMatchObject({ spares: 1, toStamp: 3 });
    expect(
      countPieces([card(0, ...cards[0]!.pieces)]).kinds.map(({ spares }) => spares),
      'of nothing there is no spare',
    ).toEqual([0, 0, 0]);
  });

  it('the same image once more on the background is stamped there, once a card, and not cut', () => {
    const cards = [card(2, { image: 'balloon', die: 'balloon', colouring: 'c1', paper: 'Snowdrift', count: 1, isOnGround: true })];
    const count = countPieces(cards, { groundPaper: 'Oatfield' });
    expect(count.impressions).toEqual([
      { image: 'balloon', paper: 'Snowdrift', count: 3 },
      { image: 'balloon', paper: 'Oatfield', count: 2 },
    ]);
    expect(count.cuts).toEqual([{ die: 'balloon', count: 3 }]);
    expect(count.kinds[0]).toMatchObject({ onGround: 2, toStamp: 5, toColour: 5 });
  });

  it('equal pieces of several cards are one kind; another paper, side, colouring or mirroring is another', () => {
    const badger = { image: 'badger', colouring: 'brown', paper: 'Snowdrift', count: 1 };
    const { kinds } = countPieces([
      card(5, badger),
      card(2, badger, { ...badger, isMirrored: true }),
      card(1, { ...badger, colouring: 'grey' }, { ...badger, paper: 'Oatfield' }, { ...badger, isTwoSided: true }),
    ]);
    expect(kinds.map(({ pieces }) => pieces)).toEqual([7, 2, 1, 1, 1]);
    expect(new Set(kinds.map(({ key }) => key)).size).toBe(5);
  });

  it('counts no card, cards of nothing, and a thousand cards', () => {
    expect(countPieces([])).toEqual({ pieces: 0, kinds: [], impressions: [], cuts: [] });
    expect(countPieces([card(3)]).pieces).toBe(0);
    expect(kindOf([card(1000, { image: 'star', perImpression: 3, count: 7, colouring: 'y' })])).toMatchObject({
      pieces: 7000,
      impressions: 2334,
      toStamp: 2335,
    });
  });

  it('says what cannot be counted', () => {
    expect(() => countPieces([card(-1)])).toThrow(/0 or more; this one -1 times/);
    expect(() => countPieces([card(1, { count: 1.5 })])).toThrow(/whole number of pieces on a card, 0 or more; here 1.5/);
    expect(() => countPieces([card(1, { count: 1, perImpression: 0 })])).toThrow(/1 or more; here 0/);
    expect(() => countPieces([], { spares: -2 })).toThrow(/Spares are a whole number of 0 or more; here -2/);
  });

  it('never too few: pieces are those of all cards, impressions give them, a removed card lowers or keeps every count (seeded)', () => {
    const random = seeded(310);
    const whole = (most: number) => Math.floor((most + 1) * random());
    const piece = (): CountedPiece => ({
      ...(random() < 0.85 ? { image: `i${whole(2)}` } : {}),
      ...(random() < 0.6 ? { colouring: `c${whole(1)}` } : {}),
      ...(random() < 0.6 ? { die: `d${whole(2)}` } : {}),
      ...(random() < 0.3 ? { perImpression: 2 + whole(2) } : {}),
      ...(random() < 0.2 ? { isTwoSided: true } : {}),
      ...(random() < 0.2 ? { isOnGround: true } : {}),
      count: whole(5),
    });
    for (let turn = 0; turn < 200; turn++) {
      const cards = Array.from({ length: 1 + whole(4) }, () => card(whole(6), ...Array.from({ length: whole(5) }, piece)));
      const count = countPieces(cards, { spares: whole(2) });
      const wanted = cards.reduce((sum, { copies, pieces }) => sum + copies * pieces.reduce((all, own) => all + own.count, 0), 0);
      expect(count.pieces).toBe(wanted);
      for (const kind of count.kinds) {
        expect(kind.toCut * kind.perImpression).toBeGreaterThanOrEqual(kind.pieces * (kind.isTwoSided ? 2 : 1));
        if (kind.image !== undefined) expect(kind.toStamp - kind.onGround).toBe(kind.toCut);
        expect((kind.impressions - 1) * kind.perImpression, 'and not one too many').toBeLessThan(Math.max(1, kind.pieces));
      }
      const sum = (list: readonly { count: number }[]) => list.reduce((all, own) => all + own.count, 0);
      expect(sum(count.impressions)).toBe(count.kinds.reduce((all, { toStamp }) => all + toStamp, 0));
      const fewer = countPieces(cards.slice(1), { spares: 0 });
      const all = countPieces(cards, { spares: 0 });
      for (const kind of fewer.kinds) {
        const own = all.kinds.find(({ key }) => key === kind.key);
        expect(own?.toStamp).toBeGreaterThanOrEqual(kind.toStamp);
        expect(own?.toCut).toBeGreaterThanOrEqual(kind.toCut);
      }
    }
  });
});
