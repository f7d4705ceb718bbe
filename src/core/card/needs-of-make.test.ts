import { describe, expect, it } from 'vitest';
import type { Card, CardPiece } from '#model/card';
import type { Die, Machine, Words } from '#model/drawer';
import type { Make } from '#model/make';
import { newMake } from '#core/make/new-make';
import { box } from '../../../tests/made-up-outlines';
import { madeUpColoured } from '../../../tests/made-up-make';
import { commonPlate, inTheWay, limitsOf } from './limits';
import { machineOf, machinesFor } from './machines';
import { shapeOfPiece, spreadRequest, usualSpread } from './motifs-of-card';
import { needsOfMake } from './needs-of-make';
import { passGroups, tooLarge } from './pass-groups';

const places = (wide: number, high: number) => box(wide, high).map(([x, y]): [number, number] => [x, y]);
const die = (id: string, wide: number, high: number): Die => ({
  id,
  kind: 'die',
  does: 'cuts',
  name: `Die ${id}`,
  outline: places(wide, high),
});
const machine = (id: string, sort: Machine['sort'], widthMm: number, heightMm: number): Machine => ({
  id,
  kind: 'machine',
  sort,
  name: id,
  widthMm,
  heightMm,
});
const words: Words = { id: 'w', kind: 'words', name: 'Fly home', widthMm: 40, heightMm: 6 };
const { colouring, ...plain } = madeUpColoured({ elements: [] });
const picture = { ...plain, id: 'p', name: 'Kite', widthMm: 50, heightMm: 40, colourings: [{ ...colouring, id: 'c' }] };
const kite: CardPiece = {
  id: 'k',
  image: { kind: 'picture', pictureId: 'p', colouringId: 'c' },
  cut: { by: 'die', drawnId: 'a' },
  count: 2,
  paper: 'Snowdrift',
};
const frame: CardPiece = { id: 'f', image: { kind: 'plain' }, cut: { by: 'die', drawnId: 'b' }, count: 1 };
const line: CardPiece = { id: 'l', image: { kind: 'words', drawnId: 'w' }, cut: { by: 'panel' }, count: 1 };
const card = (copies: number, ...pieces: CardPiece[]): Card => ({ id: 'card', name: 'The card', copies, pieces });
const makeOf = (cards: Card[], more: Partial<Make> = {}): Make => ({
  ...newMake({ id: 'm', name: 'm' }),
  pictures: [picture as Make['pictures'][number]],
  drawn: [die('a', 60, 50), die('b', 90, 120), words],
  cards,
  ...more,
});

describe('what a make needs', () => {
  it('is counted by names that a maker knows, with how each is cut', () => {
    const needs = needsOfMake(makeOf([card(3, kite, frame, line)]));
    expect(needs.rows.map(({ name, how, toStamp, toColour, toCut }) => [name, how, toStamp, toColour, toCut])).toEqual([
      ['Kite', 'cut with Die a', 7, 7, 7],
      ['Die b', 'cut with Die b', 0, 0, 3],
      ['Fly home', 'stays on its panel', 3, 0, 0],
    ]);
    expect(needs.cuts).toEqual([
      { die: 'a', count: 7 },
      { die: 'b', count: 3 },
    ]);
  });

  it('the same image on a panel and cut by hand are two kinds: only the one is cut', () => {
    const { rows } = needsOfMake(makeOf([card(2, { ...line, id: 'l2', cut: { by: 'hand', rim: 'tight', rimMm: 0 } }, line)]));
    expect(rows.map(({ how, toStamp, toCut }) => [how, toStamp, toCut])).toEqual([
      ['fussy cut, tight', 2, 2],
      ['stays on its panel', 2, 0],
    ]);
  });

  it('what is easily forgotten is said: two sides cut by a die, a mirrored impression', () => {
    const [row] = needsOfMake(makeOf([card(1, { ...kite, isTwoSided: true, isMirrored: true })])).rows;
    expect(row?.minds).toEqual([
      expect.stringMatching(/mirrors its outline, never the stamped image/),
      expect.stringMatching(/one way round only/),
    ]);
    const [byHand] = needsOfMake(makeOf([card(1, { ...kite, isTwoSided: true, cut: { by: 'hand', rim: 'tight', rimMm: 0 } })])).rows;
    expect([byHand?.how, byHand?.minds]).toEqual(['fussy cut, tight', []]);
  });

  it('an image, words or a die that is gone is counted on and said', () => {
    const { rows } = needsOfMake(makeOf([card(2, kite, line, frame)], { pictures: [], drawn: [] }));
    expect(rows.map(({ isGone }) => isGone)).toEqual([true, true, true]);
    expect(rows[0]).toMatchObject({
      name: 'an image that is not in this make any more',
      how: 'its die is not among what was drawn any more',
      toStamp: 5,
    });
  });

  it('what is done is told of its kind, and passes are what is left', () => {
    const make = makeOf([card(3, kite, frame)]);
    const [row] = needsOfMake(make).rows;
    const done = { ...make, cardPlan: { spares: 1, gapMm: 2, done: [{ key: row?.key ?? '', stamped: 4, coloured: 1, cut: 7 }] } };
    const needs = needsOfMake(done);
    expect(needs.rows[0]?.done).toEqual({ stamped: 4, coloured: 1, cut: 7, again: 0 });
    expect(passGroups(done, needs)).toMatchObject([{ paper: '', dies: [{ id: 'b', count: 3 }] }]);
  });
});

describe('what is in the way', () => {
  it('fits plate, platform and sheet at once; what is in the way is said by its name', () => {
    const drawer = [
      machine('Crank', 'die machine', 150, 220),
      machine('Lid', 'stamping platform', 200, 140),
      machine('Small', 'block', 80, 80),
    ];
    const make = makeOf([]);
    const sheet = { id: 's', kind: 'paper' as const, name: 'Snowdrift', sheet: { widthMm: 297, heightMm: 100 } };
    const limits = limitsOf(make, drawer, [sheet], 'Snowdrift');
    expect(commonPlate(limits)).toEqual({ widthMm: 100, heightMm: 200 });
    expect(commonPlate(limitsOf(make, drawer, [sheet], 'Oatfield'))).toEqual({ widthMm: 140, heightMm: 200 });
    expect(commonPlate(limitsOf(make, [], [], ''))).toBeNull();
    expect(inTheWay(box(60, 50), limits)).toBeNull();
    expect(inTheWay(box(120, 130), limits)).toBe('a sheet of Snowdrift, 297 × 100 mm');
    expect(tooLarge([{ name: 'Great', outline: box(300, 300) }], limits)).toEqual([
      { name: 'Great', inTheWay: 'the plate (Crank), 150 × 220 mm; the platform (Lid), 200 × 140 mm; a sheet of Snowdrift, 297 × 100 mm' },
    ]);
    expect(machinesFor(make, drawer, 'platformId').map(({ id }) => id)).toEqual(['Lid', 'Small']);
    const taken = { ...make, drawn: [drawer[2] as Machine], cardPlan: { spares: 1, gapMm: 2, done: [], platformId: 'Small' } };
    expect(machineOf(taken, drawer, 'platformId')?.id).toBe('Small');
  });
});

describe('what lies on a panel', () => {
  it('has the shape of its die, with its image where the two go together, else the box of it', () => {
    const make = makeOf([card(1, kite, frame, line)]);
    expect(shapeOfPiece(make, [], frame)).toEqual({ outline: die('b', 90, 120).outline, picture: null });
    expect(shapeOfPiece(make, [], kite)?.picture, 'its die is of no image').toBeNull();
    const goesWith = { ...die('z', 44, 33), imageSha256: picture.original.sha256 };
    const stamped = { ...kite, cut: { by: 'panel' as const } };
    expect(shapeOfPiece(make, [goesWith], stamped)).toMatchObject({ outline: goesWith.outline, picture: { id: 'p', widthMm: 50 } });
    expect(shapeOfPiece(make, [], stamped)?.outline).toEqual(box(50, 40));
    expect(shapeOfPiece(make, [], line)?.outline).toEqual(box(40, 6));
    expect(shapeOfPiece({ ...make, drawn: [], pictures: [] }, [], line)).toBeNull();
    const spread = { ...usualSpread(card(1, kite, frame)), pieceIds: ['k'], free: { widthMm: 40, heightMm: 30 } };
    const request = spreadRequest(make, [], card(1, kite, frame), spread);
    expect(request.motifs.map(({ id, count }) => [id, count])).toEqual([['k', 2]]);
    expect(request.free).toHaveLength(1);
  });
});
