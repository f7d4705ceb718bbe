import { describe, expect, it } from 'vitest';
import type { Lab } from '#model/marker';
import type { LayoutItem } from '#model/card-layout';
import { at, dieOf, inkOf, kitePiece, madeUpCard, paperOf, pieceAt, pieceOf, wordsOf } from '../../../tests/made-up-card';
import { box } from '../../../tests/made-up-outlines';
import type { Finding } from './finding';
import { findingsOf } from './findings';
import { fillGap } from './fill-gap';
import { firstLayout } from './first-layout';
import { heightsOf, totalThicknessMm } from './heights';
import { laidOut } from './laid';
import { standingOnCard } from './standing-on-card';
import { glueBeside, supportOf } from './support';
import { shadowAsOutside } from './shadow-outside';
import { netAreaMm2 } from '#core/outline/clipped';
import { clearanceMm, isInside, movedMm } from '#core/outline/outline';

const drawn = [
  dieOf('a', box(20, 20)),
  dieOf('b', box(30, 30)),
  dieOf('tall', box(20, 150)),
  dieOf('ring', box(40, 40)),
  dieOf('hole', box(30, 30)),
  wordsOf('w', 40, 8, 'Mist'),
];
const lab = (L: number, a = 0, b = 0): Lab => ({ L, a, b });
type Given = Parameters<typeof madeUpCard>;
const found = (
  card: Given[0],
  items: LayoutItem[],
  more: { likes?: object; tones?: [string, Lab][]; supplies?: ReturnType<typeof inkOf>[] } = {},
) => {
  const looked = madeUpCard(
    card,
    { drawn, items, cardPlan: { spares: 1, gapMm: 2, done: [], ...(more.likes ? { likes: more.likes } : {}) } },
    { drawer: [], supplies: more.supplies ?? [] },
  );
  return findingsOf({ ...looked, tones: new Map(more.tones ?? []) });
};
const of = (findings: { open: Finding[] }, kind: Finding['kind']) => findings.open.filter((own) => own.kind === kind);
const a = pieceOf('a');
const b = pieceOf('b');
const words = pieceOf('w', { image: { kind: 'words', drawnId: 'w' }, cut: { by: 'panel' } });

describe('what a good eye finds', () => {
  it('hangs off by so much, and moved as it says it does not; meant to hang, it is no finding', () => {
    const [own] = of(found({ pieces: [a] }, [pieceAt('a', 96, 70)]), 'hangsOff');
    expect(own?.value).toBeCloseTo(6, 6);
    expect(own?.ways[0]).toEqual({ does: 'move', itemId: 'at-a', xMm: 90, yMm: 70 });
    expect(of(found({ pieces: [a] }, [pieceAt('a', 90, 70)]), 'hangsOff')).toEqual([]);
    expect(of(found({ pieces: [a] }, [pieceAt('a', 96, 70, { mayHang: true })]), 'hangsOff')).toEqual([]);
  });

  it('too tall for its place, with a quarter turn where that fits; a panel larger than the card', () => {
    const tall = pieceOf('tall');
    expect(of(found({ pieces: [tall] }, [pieceAt('tall', 50, 70)]), 'tooTall')[0]).toMatchObject({
      value: 10,
      words: 'Die tall is 10 mm taller than the card.',
    });
    const panel = paperOf('panel', 'panel', 120, 130);
    const large = found({ papers: [paperOf('base', 'base', 100, 140), panel] }, [at('p', { kind: 'paper', paperId: 'panel' }, 50, 70)]);
    expect(of(large, 'tooTall')[0]?.words).toBe('panel is 20 mm larger than the card.');
    expect(of(large, 'tooTall')[0]?.ways.map(({ does }) => does)).toEqual(['quarterTurn', 'mayHang'].slice(1));
  });

  it('words that are covered by a half; words whose ink is too pale for what they lie on', () => {
    const half = found({ pieces: [words, a] }, [pieceAt('w', 50, 70), pieceAt('a', 40, 70)]);
    expect(of(half, 'wordsCovered')[0]?.value).toBeCloseTo(0.5, 6);
    const onGrey = (ink: string) =>
      of(
        found({ pieces: [words] }, [pieceAt('w', 50, 70)], { supplies: [inkOf('Mist', ink), inkOf('Snowdrift', '#ffffff', 'paper')] }),
        'wordsHard',
      );
    // 8 mm high: large text, 3 to 1. #767676 on white is 4.54 to 1 (see core/colour/contrast.test.ts).
    expect(onGrey('#767676')).toEqual([]);
    expect(onGrey('#aaaaaa')[0]?.value).toBeCloseTo(2.32, 2);
    // On a piece that looks dark black ink is what cannot be read.
    const onDark = found({ pieces: [kitePiece(), words] }, [pieceAt('kite', 50, 70), pieceAt('w', 50, 70)], {
      tones: [['at-kite', lab(15)]],
      supplies: [inkOf('Mist', '#000000')],
    });
    expect(of(onDark, 'wordsHard')[0]?.value).toBeLessThan(1.5);
  });

  it('two in one place, two of one colour side by side, two as light as each other; far apart none', () => {
    const second = { ...a, id: 'a2' };
    expect(of(found({ pieces: [a, second] }, [pieceAt('a', 50, 70), pieceAt('a2', 50, 70)]), 'samePlace')).toHaveLength(1);
    const beside = (one: Lab, other: Lab, gap: number) =>
      found({ pieces: [a, second] }, [pieceAt('a', 30, 70), pieceAt('a2', 50 + gap, 70)], {
        tones: [
          ['at-a', one],
          ['at-a2', other],
        ],
      });
    expect(of(beside(lab(60, 40, 10), lab(61, 41, 10), 2), 'twiceOneColour')).toHaveLength(1);
    expect(of(beside(lab(60, 40, 10), lab(61, -40, 10), 2), 'runsTogether')[0]?.value).toBeCloseTo(1, 6);
    expect(of(beside(lab(60, 40, 10), lab(30, -40, 10), 2), 'runsTogether')).toEqual([]);
    expect(of(beside(lab(60, 40, 10), lab(61, 41, 10), 20), 'twiceOneColour')).toEqual([]);
  });

  it('an even number of accents only for who likes odd', () => {
    const drops = [0, 1].map((index) => at(`d${index}`, { kind: 'accent', sort: 'drop', sizeMm: 4 }, 20 + 9 * index, 20));
    expect(of(found({}, drops), 'evenAccents')).toEqual([]);
    expect(of(found({}, drops, { likes: { likesOdd: true } }), 'evenAccents')[0]?.value).toBe(2);
    expect(of(found({}, drops.slice(1), { likes: { likesOdd: true } }), 'evenAccents')).toEqual([]);
  });

  it('weight to one side, a full and an empty corner, with what is needed to mend it', () => {
    const left = found({ pieces: [a, b] }, [pieceAt('a', 15, 30), pieceAt('b', 20, 60)]);
    const [lean] = of(left, 'leansAside');
    expect(lean?.words).toMatch(/to the left.*above/);
    const way = lean?.ways[0];
    expect(way?.does === 'shift' && way.rightMm > 25 && way.downMm > 15).toBe(true);
    // Four of 30 x 30 mm fill most of the upper left quarter.
    const full = found(
      {
        pieces: [
          { ...b, count: 2 },
          { ...a, count: 2 },
        ],
      },
      [
        at('1', { kind: 'piece', pieceId: 'b' }, 16, 16),
        at('2', { kind: 'piece', pieceId: 'b' }, 33, 46),
        at('3', { kind: 'piece', pieceId: 'b' }, 16, 46),
        at('4', { kind: 'piece', pieceId: 'a' }, 40, 12),
      ],
    );
    const [empty] = of(full, 'emptyCorner');
    expect(empty?.words).toContain('% free');
    expect(empty?.ways[0]).toMatchObject({ does: 'fill' });
    expect(empty?.value).toBe(3500);
  });

  it('too thick for the post by the limit that is set', () => {
    const raised = [pieceAt('a', 50, 70, { foamMm: 3 }), pieceAt('b', 50, 70, { foamMm: 2 })];
    const thick = found({ pieces: [a, b] }, raised);
    // Twice 0.3 mm of base, 3 + 0.3, 2 + 0.3.
    expect(of(thick, 'tooThick')[0]?.value).toBeCloseTo(6.2, 6);
    expect(of(thick, 'tooThick')[0]?.ways).toEqual([{ does: 'flat', itemId: 'at-b' }]);
    expect(of(found({ pieces: [a, b] }, raised, { likes: { postMm: 7 } }), 'tooThick')).toEqual([]);
  });

  it('what lies on a raised drop', () => {
    const drop = at('d', { kind: 'accent', sort: 'drop', sizeMm: 4 }, 50, 70);
    expect(of(found({ pieces: [a] }, [drop, pieceAt('a', 50, 70)]), 'onDrop')[0]?.ways).toEqual([{ does: 'toFront', itemId: 'd' }]);
    expect(of(found({ pieces: [a] }, [pieceAt('a', 50, 70), drop]), 'onDrop')).toEqual([]);
  });

  it('what the maker does not mind stays away, and only that', () => {
    const card = { pieces: [a, b], dismissed: ['hangsOff at-a'] };
    const { open, dismissed } = found(card, [pieceAt('a', 96, 70), pieceAt('b', 96, 30)]);
    expect(dismissed.map(({ id }) => id)).toEqual(['hangsOff at-a']);
    expect(open.map(({ id }) => id)).toContain('hangsOff at-b');
  });

  it('a picture without colours and what is gone from the card are said', () => {
    const { open } = found({ pieces: [kitePiece()] }, [pieceAt('kite', 50, 70), pieceAt('nothing', 10, 10)]);
    expect(open.map(({ kind }) => kind)).toEqual(expect.arrayContaining(['noColour', 'noOutline', 'gone']));
    const traced = kitePiece({
      cut: {
        by: 'hand',
        rim: 'tight',
        rimMm: 0,
        outline: [
          [5, 5],
          [45, 5],
          [40, 35],
          [10, 35],
          [5, 20],
        ],
      },
    });
    const looked = madeUpCard({ pieces: [traced] }, { items: [pieceAt('kite', 50, 70)] });
    // 5 to 45 by 5 to 35 of the picture lie about the middle of the card.
    expect(looked.laid[0]?.outline).toContainEqual([30, 55]);
    expect(of(findingsOf(looked), 'noOutline')).toEqual([]);
  });
});

describe('a layout to begin with', () => {
  it('has all that is on the card, papers behind, the writing panel inside, and gives the same twice', () => {
    const { make, card, beside } = madeUpCard(
      {
        pieces: [kitePiece({ count: 2 }), words, a],
        papers: [
          paperOf('base', 'base', 100, 140),
          paperOf('panel', 'panel', 90, 130),
          paperOf('mat', 'mat', 94, 134),
          paperOf('inside', 'writing panel', 80, 120),
        ],
      },
      { drawn },
    );
    const first = firstLayout(make, card, beside);
    expect(first).toEqual(firstLayout(make, card, beside));
    const laid = laidOut(make, card, beside, first);
    expect(laid.map(({ name, isInside }) => (isInside ? `${name} inside` : name))).toEqual([
      'mat',
      'panel',
      'writing panel inside',
      'Kite',
      'Kite',
      'Die a',
      'Words w',
    ]);
    expect(new Set(first.items.map(({ id }) => id)).size).toBe(first.items.length);
  });
});

describe('heights and how things are held', () => {
  it('each thing lies on the highest below it, and in a ring on what the ring lies on', () => {
    const ring = pieceOf('ring', { cut: { by: 'die', drawnId: 'ring', through: [{ drawnId: 'hole', when: 'at once', xMm: 0, yMm: 0 }] } });
    const { laid } = madeUpCard({ pieces: [ring, a] }, { drawn, items: [pieceAt('ring', 50, 70, { foamMm: 1 }), pieceAt('a', 50, 70)] });
    const heights = heightsOf(laid);
    expect(heights.get('at-ring')).toMatchObject({ bottomMm: 1 });
    expect(heights.get('at-a')?.bottomMm, 'within the ring').toBe(0);
    const over = madeUpCard({ pieces: [ring, b] }, { drawn, items: [pieceAt('ring', 50, 70, { foamMm: 1 }), pieceAt('b', 60, 70)] });
    expect(heightsOf(over.laid).get('at-b')?.bottomMm).toBeCloseTo(1.3, 6);
    expect(totalThicknessMm(over.laid, heightsOf(over.laid), 0.3)).toBeCloseTo(2.2, 6);
  });

  it('nothing is glued across an opening: 1.5 mm from it all round', () => {
    const opening = movedMm(box(30, 30), 35, 55);
    const glue = glueBeside([movedMm(box(40, 40), 30, 50)], [opening]);
    expect(netAreaMm2(glue)).toBeCloseTo(40 * 40 - (33 * 33 - (4 - Math.PI) * 1.5 ** 2), 0);
    for (const outline of glue) for (const [x, y] of outline) expect(isInside([x, y], opening)).toBe(false);
    expect(glueBeside([movedMm(box(20, 20), 40, 60)], [opening])).toEqual([]);
    const looked = madeUpCard(
      { pieces: [pieceOf('win', { cut: { by: 'window', drawnId: 'b', xMm: 0, yMm: 0 } }), a] },
      { drawn, items: [pieceAt('win', 0, 0), pieceAt('a', 50, 70)] },
    );
    const [held] = supportOf(looked.laid, looked.heights, looked.front);
    expect(held?.minds[0]).toContain('wholly over the opening');
  });

  it('foam of a raised piece stands on both sides of the twine below it, and thin paper gets a layer behind', () => {
    const twine = at('t', { kind: 'tie', sort: 'twine', way: 'across', widthMm: 1, turns: 3, turnUnderMm: 15 }, 50, 70);
    const thin = [{ ...inkOf('Feather', '#ffffff', 'paper'), thicknessMm: 0.12 }];
    const looked = madeUpCard(
      { pieces: [{ ...b, paper: 'Feather' }] },
      { drawn, items: [twine, pieceAt('b', 50, 70, { foamMm: 2 })] },
      { drawer: [], supplies: thin },
    );
    const held = supportOf(looked.laid, looked.heights, looked.front).find(({ laid }) => laid.item.id === 'at-b');
    const [line] = looked.laid;
    expect(held?.stiffen).toContain('second layer');
    expect(held?.foam?.foams.some(({ yMm }) => yMm < 70) && held.foam.foams.some(({ yMm }) => yMm > 70)).toBe(true);
    for (const { xMm, yMm, sideMm } of held?.foam?.foams ?? [])
      expect(clearanceMm(movedMm(box(sideMm, sideMm), xMm - sideMm / 2, yMm - sideMm / 2), line?.outline ?? [])).toBeGreaterThan(0);
    // On the base beside the twine the foam bridges the twine too: 1 mm of it, and its own 2.
    expect(held?.foam?.bridgesMm.every((mm) => Math.abs(mm - 3) < 1e-6)).toBe(true);
  });
});

describe('what a layout says of the pictures', () => {
  it('pictures stand to each other as they lie on the card', () => {
    const { make, card, beside } = madeUpCard(
      {
        pieces: [kitePiece(), pieceOf('two', { image: { kind: 'picture', pictureId: 'q' }, cut: { by: 'hand', rim: 'tight', rimMm: 0 } })],
      },
      { items: [pieceAt('kite', 30, 30), pieceAt('two', 60, 90)] },
    );
    const both = { ...make, pictures: [...make.pictures, { ...make.pictures[0]!, id: 'q', name: 'Second' }] };
    const laid = laidOut(both, card, beside, { items: card.layouts?.[0]?.items ?? [] });
    expect(standingOnCard(both, card, laid)).toEqual([{ pictureId: 'q', atMm: [30, 60] }]);
  });

  it('the shadow that a piece throws is coloured along its edge away from the lamp', () => {
    const { make, laid } = madeUpCard(
      { pieces: [kitePiece()] },
      { lamp: { kind: 'distant', azimuthDeg: 0, heightDeg: 20 }, items: [pieceAt('kite', 50, 70, { foamMm: 2 })] },
    );
    const [own] = laid;
    const shadow = own && shadowAsOutside(make.lamp, laid, own);
    // From above: along the lower edge, at y 40 of the picture.
    expect(shadow?.from[1]).toBeCloseTo(40, 6);
    expect(shadow?.to[1]).toBeCloseTo(40, 6);
    expect(shadow?.depthMm).toBeCloseTo(2.3 / Math.tan((20 * Math.PI) / 180), 6);
    expect(own && shadowAsOutside({ kind: 'distant', azimuthDeg: 0, heightDeg: 90 }, laid, own)).toBeNull();
  });

  it('a gap is filled by what is there first, then by one more impression; what is too large is not offered', () => {
    const { make, card, beside } = madeUpCard(
      { pieces: [{ ...a, count: 2 }, b, kitePiece()] },
      { drawn, items: [pieceAt('a', 20, 20), pieceAt('b', 60, 60), pieceAt('kite', 50, 100)] },
    );
    const layout = card.layouts?.[0] ?? { items: [] };
    const fillers = fillGap(make, card, beside, layout, { sizeMm: 45 }, 'mm');
    expect(fillers.map(({ name, isThere }) => [name, isThere])).toEqual([
      ['Die a', true],
      ['Die b', false],
    ]);
    expect(fillGap(make, card, beside, layout, { sizeMm: 20 }, 'mm')).toEqual([]);
  });
});
