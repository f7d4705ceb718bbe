import { describe, expect, it } from 'vitest';
import { madeUpEntry, madeUpMark, madeUpSession } from '../../../tests/made-up-session';
import { seeded } from '../../../tests/seeded';
import type { PlacedAreas } from '#core/technique/wet-areas-of-picture';
import { boxOfMark, coloursAlong, outlineMark, windowOfMark } from './along-picture';
import { placesOf, placesOfPicture } from './places';
import { sessionState } from './session-state';
import { placesBeside, slipWays } from './slip-ways';

/** Two elements side by side, 20 px each of 40 x 20, the left one in two bands; a line of 2 px between them. */
const [widthPx, heightPx] = [40, 20];
const owners = Uint16Array.from({ length: widthPx * heightPx }, (_, i) => (i % widthPx < 19 ? 1 : i % widthPx < 21 ? 0 : 2));
const bands = Uint8Array.from({ length: widthPx * heightPx }, (_, i) => (i % widthPx < 10 ? 1 : 2));
const map = { widthPx, heightPx, owners, bands };
const pale = { L: 85, a: 10, b: 10 };
const dark = { L: 30, a: 10, b: 10 };
const marks = [
  madeUpMark(1, { pictureId: 'p1', places: [1], bands: [1, 2], lab: pale, blend: 'left' }),
  madeUpMark(2, { pictureId: 'p1', places: [1], bands: [2], lab: dark, blend: 'left' }),
  madeUpMark(3, { pictureId: 'p1', places: [1], bands: [1, 2], lab: pale, blend: 'left' }),
  madeUpMark(4, { pictureId: 'p1', places: [2], bands: [2], lab: dark, over: 'Hat', blend: 'right' }),
];
const places = [
  { elementId: 'e1', part: null },
  { elementId: 'e2', part: null },
];
const head = { ...madeUpSession(marks), pictures: [{ pictureId: 'p1', name: 'One', widthMm: 40, heightMm: 20, places }] };
const stateAfter = (...ids: string[]) =>
  sessionState(
    head,
    ids.map((mark, index) => madeUpEntry('done', index + 1, { mark })),
  );

describe('the picture while it is coloured', () => {
  it('shows the mark in its ink, what is laid pale, and the rest as paper', () => {
    const colours = coloursAlong(head, stateAfter('m1'), 'p1', marks[1] as (typeof marks)[number]);
    const [r = 0] = colours[0]?.[1] ?? [];
    expect(r, 'the dark mark stands out').toBeLessThan(110);
    expect(Math.min(...(colours[0]?.[0] ?? [])), 'what is laid is pale').toBeGreaterThan(220);
    expect(colours[0]?.[0]).not.toEqual([255, 255, 255]);
    expect(colours[1]?.[1]).toEqual([255, 255, 255]);
  });

  it('keeps dark under what is lighter, in full colour when all is done', () => {
    const done = coloursAlong(head, stateAfter('m1', 'm2', 'm3', 'm4'), 'p1', null);
    expect(done[0]?.[1]).toEqual(done[1]?.[1]);
    expect(done[0]?.[0]).not.toEqual(done[0]?.[1]);
  });

  it('of equal images shows those of the one in hand', () => {
    const copies = marks.slice(0, 1).flatMap((mark) => [1, 2].map((number) => ({ ...mark, id: `c${number}`, copy: { number, of: 2 } })));
    const own = { ...head, marks: [...copies, { ...(marks[1] as (typeof marks)[number]), id: 'x', copy: { number: 2, of: 2 } }] };
    const state = sessionState(own, [madeUpEntry('done', 1, { mark: 'c1' })]);
    const second = coloursAlong(own, state, 'p1', own.marks[2] as (typeof marks)[number]);
    expect(second[0]?.[0], 'only the first was laid').toEqual([255, 255, 255]);
  });

  it('outlines the mark, and only it', () => {
    const rgba = new Uint8ClampedArray(4 * owners.length);
    outlineMark(rgba, map, marks[1] as (typeof marks)[number]);
    const drawn = [...owners.keys()].filter((i) => rgba[4 * i + 3] === 255);
    // Band 2 of the left element: columns 10 to 18, all rows; its rim.
    expect(drawn.length).toBe(2 * 9 + 2 * 18);
    expect(drawn.every((i) => i % widthPx >= 10 && i % widthPx <= 18)).toBe(true);
  });

  it('brings near what is small, whole within the window, which lies on the picture in the shape of the room', () => {
    expect(boxOfMark(map, marks[3] as (typeof marks)[number])).toEqual([21 / 40, 0, 1, 1]);
    expect(boxOfMark(map, madeUpMark(9))).toBeNull();
    const random = seeded(30);
    for (let turn = 0; turn < 300; turn++) {
      const [left, top] = [random() * 0.9, random() * 0.9];
      const box = [left, top, left + 0.01 + random() * (0.99 - left), top + 0.01 + random() * (0.99 - top)] as [
        number,
        number,
        number,
        number,
      ];
      const picture = { widthMm: 20 + 200 * random(), heightMm: 20 + 200 * random() };
      const room = { width: 100 + 900 * random(), height: 100 + 900 * random() };
      const shown = windowOfMark(box, picture, room);
      expect(shown.widthMm / shown.heightMm).toBeCloseTo(room.width / room.height, 5);
      expect(shown.leftMm).toBeLessThanOrEqual(box[0] * picture.widthMm + 1e-6);
      expect(shown.leftMm + shown.widthMm).toBeGreaterThanOrEqual(box[2] * picture.widthMm - 1e-6);
      expect(shown.topMm).toBeLessThanOrEqual(box[1] * picture.heightMm + 1e-6);
      expect(shown.topMm + shown.heightMm).toBeGreaterThanOrEqual(box[3] * picture.heightMm - 1e-6);
    }
    expect(windowOfMark([0.5, 0.5, 0.52, 0.52], { widthMm: 100, heightMm: 100 }, { width: 500, height: 500 })).toMatchObject({
      ...{ isNear: true, widthMm: 25 },
    });
    expect(windowOfMark([0, 0, 1, 1], { widthMm: 100, heightMm: 50 }, { width: 500, height: 500 }).isNear).toBe(false);
  });
});

describe('places of a picture', () => {
  it('are its elements, and of what is parted its wet areas; every pixel belongs to the nearest of them', () => {
    const [width, height] = [20, 20];
    const areas: PlacedAreas = {
      ...{ elementId: 'e1', leftMm: 0, topMm: 0, pxPerMm: 1, width, height },
      // Upper and lower half, with a gap of two rows between them.
      labels: Uint8Array.from({ length: width * height }, (_, i) => (Math.floor(i / width) < 9 ? 1 : Math.floor(i / width) > 10 ? 2 : 0)),
      areas: [1, 2].map(() => ({ areaMm2: 180, placesMm: [[5, 5]] as [number, number][] })),
    };
    const parted = placesOfPicture(map, ['e1', 'e2'], [areas], 1);
    expect(parted.places).toEqual([
      { elementId: 'e1', part: 1 },
      { elementId: 'e1', part: 2 },
      { elementId: 'e2', part: null },
    ]);
    const at = (x: number, y: number) => parted.map.owners[y * widthPx + x];
    expect([at(3, 3), at(3, 15), at(30, 3), at(20, 3)]).toEqual([1, 2, 3, 0]);
    expect([at(3, 9), at(3, 10)], 'the gap too').toEqual([1, 2]);
    expect(placesOf(parted.places, [{ elementId: 'e1', part: 2 }])).toEqual([2]);
    expect(placesOf(parted.places, [{ elementId: 'e1', part: null }]), 'all of it').toEqual([1, 2]);
    expect(placesOf(parted.places, [{ elementId: 'e2', part: 1 }]), 'what is not parted has no parts').toEqual([3]);
  });
});

describe('what covers a slip', () => {
  const [first] = marks as [(typeof marks)[number]];
  it('is the darker neighbour where one is still to come, else the blender on pale ink and white gel on dark', () => {
    const beside = placesBeside(map, first);
    expect([...beside]).toEqual([2]);
    const covers = (mark: typeof first, ...done: string[]) =>
      slipWays(mark, stateAfter(...done), placesBeside(map, mark)).map(({ cover }) => cover);
    expect(covers(first)[0]).toBe('darker neighbour');
    expect(covers(first, 'm1', 'm2', 'm3', 'm4')[0], 'it is laid already').toBe('lift');
    expect(covers(marks[3] as typeof first)[0], 'nothing is darker').toBe('white gel');
    expect(slipWays(first, stateAfter(), beside)[0]?.words).toContain('Hat');
    expect(new Set(covers(first)).size).toBe(4);
  });
});
