import { describe, expect, it } from 'vitest';
import type { Element } from '#model/picture';
import { measureElement, nibFor } from '#core/technique/nib';
import { findRegions } from '#core/picture/regions';
import { drawn } from '../../../tests/drawn';
import { madeUpColoured, madeUpPicture, madeUpTable } from '../../../tests/made-up-make';
import { seeded } from '../../../tests/seeded';
import { kindOf, kindOfName, suggestedNames } from './element-names';
import { farOffRegions, whiteBySize } from './overlooked';
import { progressOfPicture } from './progress';
import { indexTable } from './region-tables';

const bare = madeUpTable(['r1']).table.table;
type Area = { areaMm2?: number; at?: readonly [number, number]; size?: number; narrowestMm?: number };
/** A table of regions by what matters of them. */
const tableOfAreas = (areas: readonly Area[]) =>
  indexTable({
    ...bare,
    regions: areas.map(({ areaMm2 = 40, at = [0, 0], size = 4, narrowestMm }, index) => ({
      ...{ id: `r${index + 1}`, label: index + 1, areaMm2, touchesEdge: false },
      boundsMm: [at[0], at[1], size, size] as [number, number, number, number],
      insideMm: [at[0] + size / 2, at[1] + size / 2] as [number, number],
      ...(narrowestMm === undefined ? {} : { narrowestMm }),
    })),
  });
const element = (regionIds: string[], more: Partial<Element> = {}): Element => ({ id: 'e1', name: 'Coat', regionIds, ...more });

describe('nothing overlooked', () => {
  it('lists every white area, the largest first, and names the tiny ones (seeded)', () => {
    const random = seeded(3);
    for (let round = 0; round < 20; round++) {
      const areas = Array.from({ length: 60 }, () => ({ areaMm2: random() < 0.3 ? 0.4 + 11 * random() : 12 + 300 * random() }));
      const table = tableOfAreas(areas);
      const gathered = table.table.regions.filter(() => random() < 0.6).map(({ id }) => id);
      const white = whiteBySize(madeUpPicture({ elements: [element(gathered)] }), table);
      const expected = table.table.regions.filter(({ id }) => !gathered.includes(id));
      expect(white.map(({ region }) => region.id).sort()).toEqual(expected.map(({ id }) => id).sort());
      for (const [index, { region, isTiny }] of white.entries()) {
        expect(isTiny).toBe(region.areaMm2 < 12);
        expect(region.areaMm2).toBeLessThanOrEqual(white[index - 1]?.region.areaMm2 ?? Number.POSITIVE_INFINITY);
      }
    }
  });

  it('planted tiny areas of a drawing are found as areas at all (seeded)', () => {
    const random = seeded(9);
    for (let round = 0; round < 4; round++) {
      const pxPerMm = 300 / 25.4;
      const rings = Array.from({ length: 9 }, (_, index) => ({
        x: 70 + 130 * (index % 3) + 20 * random(),
        y: 70 + 130 * Math.floor(index / 3) + 20 * random(),
        radius: 9 + 6 * random(),
      }));
      const lines = drawn(
        440,
        440,
        (x, y) =>
          Math.abs(Math.max(Math.abs(x - 220), Math.abs(y - 220)) - 210) < 3 ||
          rings.some((ring) => Math.abs(Math.hypot(x - ring.x, y - ring.y) - ring.radius) < 2.5),
        pxPerMm,
      );
      expect(findRegions(lines).count).toBe(10);
    }
  });

  it('asks about one area far off the rest of its element, not about a row of things that all lie apart', () => {
    const near = [0, 5, 10, 15].map((x) => ({ at: [x, 0] as const }));
    const table = tableOfAreas([...near, { at: [45, 30] }]);
    const all = table.table.regions.map(({ id }) => id);
    const [asked, ...more] = farOffRegions({ elements: [element(all)] }, table);
    expect(asked?.region.id).toBe('r5');
    expect(asked?.awayMm).toBeGreaterThan(30);
    expect(more).toEqual([]);
    expect(farOffRegions({ elements: [element(['r1', 'r2', 'r3'])] }, table)).toEqual([]);
    const bunting = tableOfAreas([0, 20, 40, 60].map((x) => ({ at: [x, 0] as const })));
    expect(farOffRegions({ elements: [element(['r1', 'r2', 'r3', 'r4'])] }, bunting)).toEqual([]);
    expect(farOffRegions({ elements: [element(['r1', 'r4'])] }, bunting), 'two say nothing of what is near').toEqual([]);
  });

  it('bare paper on purpose needs no ladder and is not white any more', () => {
    const picture = madeUpColoured({
      regionMap: { labelMap: 'a'.repeat(64), table: 'b'.repeat(64), widthPx: 9, heightPx: 9, count: 3, of: 'x' },
      elements: [element(['r1']), element(['r2'], { id: 'e2', name: 'Stays white', kind: 'bare paper' })],
    });
    expect(progressOfPicture(picture)).toMatchObject({ elements: 1, whiteRegions: 1, elementsWithoutLadder: 1 });
  });
});

describe('measures', () => {
  // Common practice, no source: a brush nib draws about 1.2 mm, and a second ink needs some 12 mm².
  it('say which nib the narrowest place asks for, and what is too tiny to blend', () => {
    const table = tableOfAreas([
      { areaMm2: 300, narrowestMm: 4 },
      { areaMm2: 30, narrowestMm: 0.8 },
      { areaMm2: 5, narrowestMm: 2 },
      { areaMm2: 60, narrowestMm: 0.7 },
    ]);
    expect(measureElement(element(['r1']), table)).toEqual({
      areaMm2: 300,
      largestMm2: 300,
      narrowestMm: 4,
      nib: 'brush',
      isTooTinyToBlend: false,
    });
    expect(measureElement(element(['r1', 'r2']), table)).toMatchObject({
      areaMm2: 330,
      narrowestMm: 0.8,
      nib: 'fine',
      isTooTinyToBlend: false,
    });
    expect(measureElement(element(['r3']), table)).toMatchObject({ nib: 'brush', isTooTinyToBlend: true });
    expect(measureElement(element(['r4']), table), 'long, but narrower than two strokes').toMatchObject({ isTooTinyToBlend: true });
    expect(measureElement(element([]), table)).toEqual({
      areaMm2: 0,
      largestMm2: 0,
      narrowestMm: null,
      nib: null,
      isTooTinyToBlend: false,
    });
    expect([nibFor(1.19), nibFor(1.2)]).toEqual(['fine', 'brush']);
  });

  it('of a soft spot come from its strokes', () => {
    const spot = { on: 'e9', softMm: 1, strokes: [{ points: [[0, 0] as [number, number], [10, 0] as [number, number]], radiusMm: 2 }] };
    const { areaMm2, isTooTinyToBlend } = measureElement(element([], { spot }), undefined);
    expect(areaMm2).toBeCloseTo(40 + 4 * Math.PI, 5);
    expect(isTooTinyToBlend).toBe(false);
  });
});

describe('names', () => {
  it('tell what a thing is made of, the last word that tells', () => {
    expect(['White fur', 'Left sleeve', 'Goggle glass', 'Leaves', 'Muzzle', 'Balloon'].map(kindOfName)).toEqual([
      'fur',
      'sleeve',
      'glass',
      'leaf',
      'muzzle',
      undefined,
    ]);
    expect(kindOf({ name: 'White fur', kind: 'stone' })).toBe('stone');
    expect(kindOf({ name: 'White fur' })).toBe('fur');
  });

  it('are offered from the maker’s own first, then the trade’s, none that is there', () => {
    const picture = madeUpPicture({ elements: [element([], { name: 'skin' })] });
    const names = suggestedNames(picture, ['Whiskers', 'Element 3', 'whiskers', 'Skin']);
    expect(names.slice(0, 2)).toEqual(['Whiskers', 'Hair']);
    expect(names).not.toContain('Skin');
    expect(new Set(names.map((name) => name.toLowerCase())).size).toBe(names.length);
  });
});
