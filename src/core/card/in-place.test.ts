import { describe, expect, it } from 'vitest';
import type { Card, CardPiece } from '#model/card';
import type { Make } from '#model/make';
import type { PieceRow } from '#model/piece-row';
import { newMake } from '#core/make/new-make';
import { boundsMm, isInside } from '#core/outline/outline';
import { spreadMotifs } from '#core/spread/spread-motifs';
import { box } from '../../../tests/made-up-outlines';
import { careOfCards } from './care';
import { colourwaysOfSpread } from './colourways-of-spread';
import { loosePieces } from './loose-pieces';
import { masksOfCard } from './masks-of-card';
import { moreImpressions } from './more-impressions';
import { needsOfMake } from './needs-of-make';

const words = (id: string, widthMm: number, heightMm: number) => ({ id, kind: 'words' as const, name: `Words ${id}`, widthMm, heightMm });
const piece = (id: string, more: Partial<CardPiece> = {}): CardPiece => ({
  ...{ id, image: { kind: 'words', drawnId: id }, cut: { by: 'panel' }, count: 1 },
  ...more,
});
const ladder = (code: string) => ({ rungs: [{ markerId: `m${code}`, code }] });
const row: PieceRow = { id: 'row', name: 'Flowers', count: 9, seed: 3, ladders: ['1', '2', '3'].map(ladder) };
const flowers = (count: number, more: Partial<CardPiece> = {}) => piece('f', { image: { kind: 'row', rowId: 'row' }, count, ...more });
const makeOf = (copies: number, ...pieces: CardPiece[]): Make => ({
  ...newMake({ id: 'm', name: 'm' }),
  ...{ drawn: [words('a', 40, 6), words('b', 30, 8), words('c', 20, 5)], pieceRows: [row] },
  cards: [{ id: 'card', name: 'The card', copies, pieces } satisfies Card],
});
const cardOf = ({ cards = [] }: Make): Card => cards[0]!;

describe('masks of a card (common practice, no source)', () => {
  it('every piece in front has one, within its outline; the last has none; that of a back is turned over', () => {
    const make = makeOf(1, piece('a', { isTwoSided: true }), piece('b'), piece('c'));
    const masks = masksOfCard(make, [], cardOf(make));
    expect(masks.map(({ pieceId, place, isBack }) => [pieceId, place, isBack])).toEqual([
      ['a', 1, false],
      ['a', 1, true],
      ['b', 2, false],
    ]);
    for (const place of masks[0]!.outline) expect(isInside(place, box(40, 6))).toBe(true);
    expect(masks[1]!.outline.map(([x, y]) => [-x, y])).toEqual(masks[0]!.outline);
    expect(boundsMm(masks[2]!.outline).widthMm).toBeCloseTo(29.2, 3);
    const turned = { pieces: cardOf(make).pieces.toReversed() };
    expect(masksOfCard(make, [], turned).map(({ pieceId, place }) => [pieceId, place])).toEqual([
      ['c', 1],
      ['b', 2],
    ]);
    expect(masksOfCard(make, [], { pieces: [] })).toEqual([]);
  });
});

describe('what of it can hurt', () => {
  it('is said where it occurs: blades where something is cut, heat and powders where an ink asks for them', () => {
    const make = makeOf(1, piece('a'), piece('b'));
    const withInk = (ink: string): Make => ({ ...make, drawn: [{ ...words('a', 40, 6), ink }] });
    const supplies = [{ kind: 'line ink' as const, name: 'Umber', sort: 'heat-set ink' }];
    expect(careOfCards(make, supplies)).toEqual([]);
    expect(careOfCards(withInk('Umber'), supplies)).toEqual(['heat']);
    expect(careOfCards(withInk('Dust'), [{ kind: 'line ink', name: 'Dust', sort: 'embossing powder' }])).toEqual(['heat', 'powders']);
    const cut = makeOf(1, piece('a', { cut: { by: 'hand', rim: 'tight', rimMm: 0 } }));
    expect(careOfCards(cut, supplies)).toEqual(['blades']);
    const strip = { id: 's', sort: 'strip' as const, paper: 'Snowdrift', count: 1, widthMm: 20, heightMm: 90 };
    const trimmed = { ...make, cards: [{ ...cardOf(make), papers: [strip] }] };
    expect(careOfCards(trimmed, supplies)).toEqual(['blades']);
  });
});

describe('one more piece', () => {
  it('asks for an impression, and says so; two from one impression may ask for none', () => {
    const said = (before: Make, after: Make) => moreImpressions(needsOfMake(before), needsOfMake(after));
    expect(said(makeOf(1, piece('a')), makeOf(1, piece('a', { count: 2 })))).toBe('One more impression of Words a, 2 in all.');
    expect(said(makeOf(4, piece('a')), makeOf(4, piece('a', { count: 2 })))).toBe('4 more impressions of Words a, 8 in all.');
    const pair = (count: number) => makeOf(1, piece('a', { count, perImpression: 2 }));
    expect(said(pair(1), pair(2))).toBeNull();
    expect(said(pair(2), pair(3))).toBe('One more impression of Words a, 2 in all.');
    expect(said(makeOf(1, piece('a')), makeOf(1)), 'fewer are asked for').toBeNull();
    const cut = (count: number) => makeOf(1, flowers(count, { cut: { by: 'hand', rim: 'tight', rimMm: 0 } }));
    expect(said(cut(2), cut(4))).toBe('2 more cuts of Flowers, 5 in all.');
  });
});

describe('loose pieces', () => {
  it('on cards are as many as the cards take, coloured with spares; on none as many as was said', () => {
    expect(loosePieces(makeOf(1)).map(({ count, isOnCards }) => [count, isOnCards])).toEqual([[9, false]]);
    const make = makeOf(3, flowers(5), flowers(2, { id: 'f2', isTwoSided: true }));
    expect(loosePieces(make).map(({ count, isOnCards }) => [count, isOnCards])).toEqual([[27, true]]);
    expect(needsOfMake(make).rows[0]).toMatchObject({ name: 'Flowers', pieces: 15, toStamp: 0, toColour: 16 });
    const [gone] = needsOfMake({ ...make, pieceRows: [] }).rows;
    expect(gone).toMatchObject({ isGone: true, pieces: 15 });
  });

  it('get their colourways by who lies beside whom in the spread, others theirs apart; evenly, and no two neighbours alike', () => {
    const make = makeOf(1, flowers(12), piece('b', { count: 6 }));
    const spread = { seed: 5, kinds: 2 };
    const found = spreadMotifs({
      ...{ panel: box(140, 140), gapMm: 3, seed: 5 },
      motifs: [
        { id: 'f', outline: box(14, 14), count: 12 },
        { id: 'b', outline: box(9, 6), count: 4 },
      ],
    });
    const { kinds, groups } = colourwaysOfSpread(make, cardOf(make), spread, found);
    expect([groups[0]?.name, groups[0]?.counts]).toEqual(['Flowers', [4, 4, 4]]);
    const isFlower = (place: number) => found.motifs[place]?.id === 'f';
    const pairs = found.neighbours.filter(([one, other]) => isFlower(one) && isFlower(other));
    expect(pairs.length).toBeGreaterThan(8);
    const alike = pairs.map(([one, other]) => kinds[one] === kinds[other]);
    expect([groups[0]?.pairs, groups[0]?.alike]).toEqual([pairs.length, alike.filter(Boolean).length]);
    expect(alike.slice(0, 8), 'the nearest differ').not.toContain(true);
    const four = { ...make, pieceRows: [{ ...row, ladders: ['1', '2', '3', '4'].map(ladder) }] };
    expect(colourwaysOfSpread(four, cardOf(four), spread, found).groups[0]?.alike).toBeLessThanOrEqual(groups[0]?.alike ?? 0);
    expect(kinds.filter((kind, place) => kind === null && isFlower(place))).toEqual([]);
    expect(groups[1]?.name).toBeNull();
    const one = { ...make, pieceRows: [{ ...row, ladders: [ladder('1')] }] };
    expect(colourwaysOfSpread(one, cardOf(one), { seed: 5 }, found)).toEqual({ kinds: found.motifs.map(() => null), groups: [] });
  });
});
