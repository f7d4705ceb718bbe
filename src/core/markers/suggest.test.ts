import { describe, expect, it } from 'vitest';
import { demoRack } from '#demo/marker-lines';
import type { Marker, RackMarker } from '#model/marker';
import { seeded } from '#core/sharing/seeded';
import { type HueId, hueIds, huesOfLadder, isOfHue } from './hues';
import { checkRack } from './rack-checks';
import { leastSeenStepL, rungsForArea, type SuggestRequest, suggestLadders } from './suggest';
import { usualHues } from './usual-hues';

const demo = demoRack().markers;

/** A made-up rack: families all round the circle of hues, some markers dry, low, leaking, not owned or of another hue than their family. */
function seededRack(seed: number): RackMarker[] {
  const random = seeded(seed);
  return Array.from({ length: 26 }, (_, family) => {
    const isGrey = family % 6 === 5;
    const [hueDeg, chroma] = [(family * 360) / 26 + 10 * random(), isGrey ? 5 : 18 + 45 * random()];
    const top = 88 + 8 * random();
    return Array.from({ length: 5 }, (__, depth): RackMarker => {
      const strength = Math.min(1, 0.35 + 0.2 * depth);
      const turned = random() < 0.08 ? hueDeg + 90 : hueDeg;
      const angle = (turned * Math.PI) / 180;
      return {
        id: `s${family}-${depth}`,
        lineId: 'seeded',
        code: `F${family}-${depth}`,
        family: `F${family}`,
        depth,
        lab: { L: top - depth * (7 + 9 * random()), a: chroma * strength * Math.cos(angle), b: chroma * strength * Math.sin(angle) },
        owned: random() < 0.9,
        state: random() < 0.85 ? 'good' : (['dry', 'low', 'leaking'] as const)[Math.floor(3 * random())],
      };
    });
  }).flat();
}

const names = [
  ...['Beard', 'Hair', 'Fringe', 'Fur', 'Tail', 'Paw', 'Muzzle', 'Face', 'Hand', 'Cheek'],
  ...['Coat', 'Scarf', 'Hat', 'Left boot', 'Strap', 'Leaf', 'Grass', 'Stem', 'Petal', 'Flower'],
  ...['Trunk', 'Basket', 'Plank', 'Stone', 'Brick wall', 'Buckle', 'Lantern', 'Window', 'Pane', 'Cloud'],
  ...['Snow', 'White fur', 'Egg', 'Sky', 'Water', 'Sun', 'Star', 'Parcel', 'Shadow', 'Element 7'],
];

const suggest = (rack: readonly RackMarker[], name: string, more: Partial<SuggestRequest> = {}) =>
  suggestLadders(rack, { element: { name, areaMm2: 300 }, ...more });
const codesOf = (ladder: { rungs: readonly Marker[] } | undefined) => ladder?.rungs.map(({ code }) => code).join(' ');

describe('suggestions', () => {
  it('for 40 named elements on seeded racks: none flagged or unusable, no step too small to see, light to dark (common practice, no source)', () => {
    expect(names).toHaveLength(40);
    let seen = 0;
    for (const seed of [1, 2, 3]) {
      const rack = seededRack(seed);
      const flagged = new Set(
        checkRack(rack)
          .filter(({ kind }) => kind !== 'wideGap')
          .flatMap(({ markerIds }) => markerIds),
      );
      expect(flagged.size).toBeGreaterThan(0);
      for (const name of names) {
        const found = suggest(rack, name);
        expect(found.length, `${seed} ${name}`).toBeGreaterThan(0);
        for (const { rungs } of found) {
          seen++;
          for (const marker of rungs) {
            expect(marker.owned && marker.state === 'good' && !flagged.has(marker.id), `${name}: ${marker.code}`).toBe(true);
          }
          for (const [index, marker] of rungs.slice(1).entries()) {
            const stepL = (rungs[index]?.lab?.L ?? 0) - (marker.lab?.L ?? 0);
            expect(stepL, `${name}: ${codesOf({ rungs })}`).toBeGreaterThanOrEqual(leastSeenStepL);
          }
        }
      }
    }
    expect(seen).toBeGreaterThan(400);
  });

  it('are of the hue that was asked for, in words, and of the usual one where none was', () => {
    const asked = (['reds', 'browns', 'greens', 'blues', 'violets', 'warm greys'] as const).map((hue) => ({
      hue,
      found: suggest(demo, 'Coat', { hue }),
    }));
    for (const { hue, found } of asked) {
      expect(found.length, hue).toBeGreaterThan(0);
      for (const { hues } of found) expect(hues).toContain(hue);
    }
    for (const name of names) {
      const { hues } = usualHues({ name });
      if (hues.length === 0) continue;
      const found = suggest(demo, name);
      expect(
        found.some((ladder) => ladder.hues.some((hue) => hues.includes(hue))),
        name,
      ).toBe(true);
      expect(
        found[0]?.hues.some((hue) => hues.includes(hue)),
        `${name}: ${codesOf(found[0])}`,
      ).toBe(true);
    }
    // No green for a beard, no red brown among browns.
    for (const { hues, rungs } of suggest(demo, 'Beard', { most: 40 })) {
      expect(hues).not.toContain('greens');
      expect(rungs.map(({ code }) => code)).not.toContain('71t.bark');
    }
  });

  it('where any hue may be, are of different hues before a hue comes again', () => {
    expect(usualHues({ name: 'Scarf' }).hues).toEqual([]);
    for (const rack of [demo, seededRack(4)]) {
      const own = suggest(rack, 'Scarf').map(({ rungs }) => huesOfLadder(rungs.flatMap(({ lab }) => lab ?? []))[0]);
      expect(new Set(own.slice(0, 5)).size, own.join()).toBe(5);
    }
  });

  it('give white things greys that begin near paper and fade into it', () => {
    for (const name of ['Cloud', 'White fur', 'Egg']) {
      const [first, ...others] = suggest(demo, name);
      expect(first?.fadesIntoPaper).toBe(true);
      for (const { rungs } of [first, ...others].filter((ladder) => ladder !== undefined)) {
        expect(rungs[0]?.lab?.L).toBeGreaterThanOrEqual(86);
        for (const { lab } of rungs) expect(Math.hypot(lab?.a ?? 99, lab?.b ?? 99)).toBeLessThan(16);
      }
    }
    expect(suggest(demo, 'Coat')[0]?.fadesIntoPaper).toBe(false);
  });

  it('begin with what its maker took for such an element before, while those markers are fit', () => {
    const taken = [['larkmere-88k-plum', 'larkmere-62k-plum', 'larkmere-36k-plum']];
    const [first] = suggest(demo, 'Beard', { taken });
    expect(codesOf(first)).toBe('88k.plum 62k.plum 36k.plum');
    expect(first?.isTakenBefore).toBe(true);
    const dry = demo.map((marker) => (marker.code === '62k.plum' ? { ...marker, state: 'dry' as const } : marker));
    expect(suggest(dry, 'Beard', { taken })[0]?.isTakenBefore).toBe(false);
  });

  it('part from what lies beside, and prefer what lies out already', () => {
    const alone = suggest(demo, 'Strap');
    const first = alone[0];
    const beside = [{ rungs: first?.rungs.flatMap(({ lab }) => lab ?? []) ?? [], lengthMm: 20 }];
    expect(codesOf(suggest(demo, 'Strap', { beside })[0])).not.toBe(codesOf(first));
    const third = alone[2];
    expect(third).toBeDefined();
    const out = new Set(third?.rungs.map(({ id }) => id));
    expect(suggest(demo, 'Strap', { out }).map(codesOf).indexOf(codesOf(third))).toBeLessThan(2);
  });

  it('keep to the markers that the make is held to; a family that has fewer steps gives a shorter ladder', () => {
    const only = new Set(
      ['88d.fern', '62d.fern', '36d.fern', '88b.gold', '62b.gold'].map((code) => demo.find((own) => own.code === code)?.id ?? ''),
    );
    const found = suggest(demo, 'Balloon', { only, rungs: 3 });
    expect(found.map(codesOf)).toEqual(['88d.fern 62d.fern 36d.fern', '88b.gold 62b.gold']);
  });

  it('of one marker take the middle of a family, and go by the area (common practice, no source)', () => {
    const fern = demo.filter(({ code }) => ['88d.fern', '62d.fern', '36d.fern'].includes(code));
    expect(suggestLadders(fern, { element: { name: 'Leaf', areaMm2: 4 } }).map(codesOf)).toEqual(['62d.fern']);
    expect([5, 30, 300, 2000].map(rungsForArea)).toEqual([1, 2, 3, 4]);
  });

  it('come from a line whose codes mean nothing too, a ladder for each hue', () => {
    const numbers = ['410', '411', '412', '413', '414', '415'].map(
      (code, index): RackMarker => ({
        id: code,
        code,
        lineId: 'numbers',
        family: code,
        lab: { L: 90 - 18 * (index % 3), a: index < 3 ? -27 : 40, b: index < 3 ? 36 : 10 },
        owned: true,
      }),
    );
    expect(
      suggestLadders(numbers, { element: { name: 'Balloon', areaMm2: 300 } })
        .map(codesOf)
        .sort(),
    ).toEqual(['410 411 412', '413 414 415']);
  });
});

describe('hues in words', () => {
  it('every hue of the demo rack is one that is asked for, and grey inks are no colours', () => {
    const nameless = demo.filter(({ lab }) => lab && !hueIds.some((hue) => isOfHue(lab, hue)));
    expect(nameless.map(({ code }) => code)).toEqual([]);
    const colours: readonly HueId[] = ['reds', 'oranges', 'yellows', 'greens', 'blues', 'violets'];
    for (const { lab, family } of demo) if (family === 'FLINT' && lab) expect(colours.some((hue) => isOfHue(lab, hue))).toBe(false);
  });

  it('a ladder is of the hue of its middle, unless a rung is plainly of another', () => {
    const brown = { L: 50, a: 12, b: 24 };
    expect(huesOfLadder([{ L: 80, a: 6, b: 14 }, brown, { L: 30, a: 9, b: 12 }])).toContain('browns');
    expect(huesOfLadder([{ L: 80, a: 6, b: 14 }, brown, { L: 30, a: 30, b: 8 }])).not.toContain('browns');
    expect(huesOfLadder([])).toEqual([]);
  });
});
