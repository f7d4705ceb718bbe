import { converter } from 'culori';
import { describe, expect, it } from 'vitest';
import { demoRack } from '#demo/marker-lines';
import type { Lab } from '#model/marker';
import { withAssumedColours } from '#core/markers/assumed-colour';
import { waysOut } from '#core/groups/ways-out';
import { applyOperations } from '#core/make/apply';
import { box, labelMap } from '../../../tests/label-map';
import { colouredPicture } from '#core/make/coloured';
import { madeUpMake, madeUpPicture, madeUpTable } from '../../../tests/made-up-make';
import type { BandMap } from './band-map';
import { contactsOf } from './contacts';
import { lengthPx, partingLimits, runTogether, shareTogether, unpartedPairs, withoutLines } from './parting';
import { linesVanish, palestNoLine } from './vanishing-lines';
import { coloursOfBands } from './band-colours';
import { openScene } from '#core/plan/scene';

const [width, height] = [80, 60];
/** Two boxes side by side along x = 40, from y = 10 to 50; a third apart from both. */
const labels = labelMap(width, height, [box(10, 10, 40, 50), box(40, 10, 70, 50), box(10, 52, 70, 58)]);

/** A band map in which the band of each pixel is said. */
function mapOf(bandOf: (x: number, y: number, label: number) => number): BandMap {
  const elements = new Uint16Array(labels.length);
  const bands = new Uint8Array(labels.length);
  for (let i = 0; i < labels.length; i++) {
    const band = labels[i] ? bandOf(i % width, Math.floor(i / width), labels[i] as number) : 0;
    if (band > 0) [elements[i], bands[i]] = [labels[i] as number, band];
  }
  return { width, height, scale: 1, elements, bands };
}
const owner = (label: number) => label;

const light: Lab = { L: 80, a: 0, b: 0 };
const dark: Lab = { L: 40, a: 0, b: 0 };

describe('lines that vanish', () => {
  it('hold nothing apart: more difference is asked for where they are pale', () => {
    const [one, other] = [
      { L: 60, a: 10, b: 10 },
      { L: 49, a: 10, b: 10 },
    ];
    expect([undefined, '#000000', '#6b3f1e', palestNoLine].map(linesVanish)).toEqual([false, false, false, true]);
    expect([runTogether(one, other), runTogether(one, other, withoutLines)]).toEqual([false, true]);
  });
});

describe('elements that touch', () => {
  it('are told with the length of their border by bands; what does not touch is not', () => {
    // Upper half light, lower half dark, on both sides alike.
    const contacts = contactsOf(
      mapOf((_, y) => (y < 30 ? 1 : 2)),
      labels,
      owner,
    );
    expect(contacts).toHaveLength(1);
    expect(contacts[0]?.elements).toEqual([1, 2]);
    expect(lengthPx(contacts[0] as (typeof contacts)[number])).toBe(40);
    expect([contacts[0]?.lengthsPx[1]?.[1], contacts[0]?.lengthsPx[2]?.[2], contacts[0]?.lengthsPx[1]?.[2]]).toEqual([20, 20, 0]);
    for (const { sides } of contacts[0]?.places ?? []) expect([sides[0][0], sides[1][0]]).toEqual([39.5, 40.5]);
    expect(() =>
      contactsOf(
        mapOf(() => 1),
        new Uint16Array(3),
        owner,
      ),
    ).toThrow(/expects 4800 labels/);
  });

  it('bare paper that one keeps is a band of its own', () => {
    const contacts = contactsOf(
      mapOf((_, y, label) => (label === 2 && y < 30 ? 0 : 1)),
      labels,
      owner,
    );
    expect(contacts[0]?.lengthsPx[1]?.[0]).toBe(20);
    expect(shareTogether(contacts[0] as (typeof contacts)[number], [light], [light])).toBe(0.5);
    // White paper and the palest grey run together too.
    expect(shareTogether(contacts[0] as (typeof contacts)[number], [{ L: 96, a: 0, b: 1 }], [dark])).toBe(0.5);
  });
});

describe('running together', () => {
  it('is a small difference of lightness and a small one of hue and strength, both', () => {
    expect(runTogether(light, light)).toBe(true);
    expect(runTogether(light, { ...light, L: 80 - partingLimits.lightnessL })).toBe(false);
    expect(runTogether(light, { ...light, a: partingLimits.colourAb })).toBe(false);
    expect(runTogether(light, undefined)).toBe(false);
  });

  it('of the same ladder on both sides lists the pair; of bands that lie crosswise it does not', () => {
    const same = contactsOf(
      mapOf((_, y) => (y < 30 ? 1 : 2)),
      labels,
      owner,
    );
    const ladders = () => [light, dark];
    const [pair] = unpartedPairs(same, ladders, 0.1);
    expect(pair).toMatchObject({ share: 1, borderMm: expect.closeTo(4, 9) });
    expect(pair?.places.every(([x]) => x === 40)).toBe(true);
    const crossed = contactsOf(
      mapOf((_, y, label) => (y < 30 === (label === 1) ? 1 : 2)),
      labels,
      owner,
    );
    expect(unpartedPairs(crossed, ladders, 0.1)).toEqual([]);
    // A border that nobody sees is not listed.
    expect(unpartedPairs(same, ladders, 0.01)).toEqual([]);
    // Two thirds alike are most of it, one third is not.
    const most = contactsOf(
      mapOf((_, y, label) => (label === 2 && y >= 37 ? 2 : 1)),
      labels,
      owner,
    );
    expect(unpartedPairs(most, ladders, 0.1)[0]?.share).toBeCloseTo(27 / 40, 9);
    const few = contactsOf(
      mapOf((_, y, label) => (label === 2 && y >= 23 ? 2 : 1)),
      labels,
      owner,
    );
    expect(unpartedPairs(few, ladders, 0.1)).toEqual([]);
  });
});

describe('ways out', () => {
  const rack = withAssumedColours(demoRack().markers);
  const ladder = (...codes: string[]) => ({
    rungs: codes.map((code) => ({ markerId: rack.find((own) => own.code === code)?.id ?? '', code })),
  });
  const { table: bare } = madeUpTable(['r1', 'r2', 'r3']);
  const table = { ...bare, table: { ...bare.table, widthPx: width, heightPx: height, frame: { widthMm: 8, heightMm: 6 } } };
  const kept = madeUpPicture({
    widthMm: 8,
    heightMm: 6,
    elements: [
      { id: 'one', name: 'Sleeve', regionIds: ['r1'], ladder: ladder('88k.lake', '62k.lake', '36k.lake') },
      { id: 'two', name: 'Coat', regionIds: ['r2'], ladder: ladder('88k.lake', '62k.lake', '36k.lake') },
    ],
  });
  const picture = colouredPicture(kept);
  const ids = ['one', 'two'];
  const bandsOf = (y: number) => (y < 22 ? 1 : y < 38 ? 2 : 3);
  const contacts = contactsOf(
    mapOf((_, y, label) => (label < 3 ? bandsOf(y) : 0)),
    labels,
    owner,
  );
  const colours = (element: number) =>
    picture.elements[element - 1]?.ladder?.rungs.map(({ markerId }) => rack.find(({ id }) => id === markerId)?.lab) ?? [];
  const [pair] = unpartedPairs(contacts, colours, 0.1);
  let number = 0;
  const found = () => (pair ? waysOut(pair, { picture, table, rack, ids, contacts, newId: () => `id-${++number}` }) : []);

  it('are two or three of different sorts, each of which parts the two as it says', () => {
    const ways = found();
    expect(ways.length).toBeGreaterThanOrEqual(2);
    expect(ways.length).toBeLessThanOrEqual(3);
    expect(ways.some(({ kind }) => kind === 'other')).toBe(true);
    expect(ways.some(({ kind }) => kind === 'darkSide' || kind === 'lightSide')).toBe(true);
    for (const { share } of ways) expect(share).toBeLessThanOrEqual(0.5);
    for (const { kind, operations, share } of ways.filter((way) => way.kind !== 'darkSide' && way.kind !== 'lightSide')) {
      const after = applyOperations(madeUpMake(kept), operations).pictures.map((one) => colouredPicture(one))[0];
      const labs = (id: string) =>
        after?.elements.find((own) => own.id === id)?.ladder?.rungs.map(({ markerId }) => rack.find((own) => own.id === markerId)?.lab) ??
        [];
      expect(shareTogether(contacts[0] as (typeof contacts)[number], labs('one'), labs('two')), kind).toBeCloseTo(share, 9);
    }
  });

  it('only one side made darker is strokes of the hand along the border, within that side, and the bands part there', () => {
    const way = found().find(({ kind }) => kind === 'darkSide' || kind === 'lightSide');
    const strokes = (way?.operations ?? []).map((operation) => {
      if (operation.kind !== 'put' || operation.entity !== 'stroke') throw new Error('not a stroke');
      return operation.row;
    });
    expect(strokes.length).toBeGreaterThan(0);
    const xs = strokes.flatMap(({ points }) => points.map(([x]) => x * 10));
    const isLeft = way?.words.includes('Sleeve') ?? false;
    for (const x of xs) expect(isLeft ? x < 40 : x > 40).toBe(true);
    // As the scene lays it: the bands of that side move along the border, those of the other side stay.
    const scene = openScene(labels, width, height);
    const shares = [0.33, 0.34, 0.33];
    const request = {
      lamp: { kind: 'distant', azimuthDeg: 0, heightDeg: 30 },
      resolution: 'full',
      elements: [
        { labels: [1], shares },
        { labels: [2], shares },
      ],
    } as const;
    const before = contactsOf(scene.bandMap(request), labels, owner)[0];
    const byHand = strokes.map(({ kind, points, radiusMm }) => ({
      kind,
      radiusPx: radiusMm * 10,
      points: points.map(([x, y]) => [x * 10, y * 10] as const),
    }));
    const after = contactsOf(scene.bandMap({ ...request, strokes: byHand }), labels, owner)[0];
    if (!before || !after) throw new Error('they do not touch');
    expect(shareTogether(after, colours(1), colours(2))).toBeLessThan(shareTogether(before, colours(1), colours(2)));
  });

  it('keep to the markers that the make is held to, and make nothing worse elsewhere', () => {
    const only = new Set(rack.filter(({ family }) => family === 'LAKE').map(({ id }) => id));
    const ways = pair ? waysOut(pair, { picture, table, rack, ids, contacts, only, newId: () => `id-${++number}` }) : [];
    for (const { operations } of ways) {
      for (const operation of operations) {
        if (operation.kind !== 'patch' || operation.entity !== 'treatment') continue;
        for (const { markerId } of operation.fields.ladder?.rungs ?? []) expect(only.has(markerId)).toBe(true);
      }
    }
  });
});

describe('the squint view', () => {
  it('shows every ink as the grey of its CIE lightness, as the colour library reckons it (culori, D65)', () => {
    const rack = demoRack().markers;
    const labOfRgb = converter('lab65');
    const own = rack.filter(({ lab }) => lab);
    const elements = own.map(({ id, code }) => ({ id, name: code, regionIds: [], ladder: { rungs: [{ markerId: id, code }] } }));
    const greys = coloursOfBands(
      { elements, colouring: {} },
      elements.map(({ id }) => id),
      new Map(rack.map((marker) => [marker.id, marker])),
      true,
    );
    for (const [index, { lab, code }] of own.entries()) {
      const [r, g, b] = greys[index]?.[0] ?? [0, 0, 0];
      expect(r === g && g === b, code).toBe(true);
      // A grey of 8 bits is at most 0.25 L* off.
      const seen = labOfRgb({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 });
      expect(Math.abs(seen.l - (lab?.L ?? 0)), code).toBeLessThan(0.3);
    }
  });
});

describe('a ladder by place', () => {
  it('lies from the edge to the middle of each region, whatever the lamp, in its shares', () => {
    const scene = openScene(labels, width, height, { pxPerMm: 10 });
    const shares = [0.4, 0.35, 0.25];
    const map = (azimuthDeg: number) =>
      scene.bandMap({
        lamp: { kind: 'distant', azimuthDeg, heightDeg: 30 },
        resolution: 'full',
        elements: [{ labels: [1, 2], shares, isByPlace: true }],
      });
    const one = map(315);
    const at = (x: number, y: number) => one.bands[y * width + x];
    expect([at(11, 30), at(25, 11), at(25, 30), at(55, 30)]).toEqual([1, 1, 3, 3]);
    expect([...map(90).bands]).toEqual([...one.bands]);
    const count = (band: number) => [...one.bands].filter((own) => own === band).length / (2 * 30 * 40);
    for (const [index, share] of shares.entries()) expect(count(index + 1)).toBeCloseTo(share, 1);
  });
});
