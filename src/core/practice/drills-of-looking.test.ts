import { describe, expect, it } from 'vitest';
import { seeded } from '../../../tests/seeded';
import type { InkedMarker } from './order-by-ink';
import { askOverlooked, isFoundBy, scoreOverlooked } from './overlooked';
import { placeInks } from './place-inks';
import { askCodes, inksOfCode, scoreCodes } from './read-code';
import { askWrongLight, scoreWrongLight } from './wrong-light';

const random = seeded(Number(process.env.AQUACHROME_SEED ?? 12));

/** Nine discs, the one in the middle tiny, in three bands from the lamp's side to the other. */
function discs(turn: 1 | -1) {
  const [widthPx, heightPx] = [180, 180];
  const owners = new Uint16Array(widthPx * heightPx);
  const bands = new Uint8Array(widthPx * heightPx);
  for (let at = 0; at < owners.length; at++) {
    const [x, y] = [at % widthPx, Math.floor(at / widthPx)];
    const place = 3 * Math.floor(y / 60) + Math.floor(x / 60) + 1;
    const [dx, dy] = [(x % 60) - 29.5, (y % 60) - 29.5];
    const radius = place === 5 ? 7 : 26;
    if (Math.hypot(dx, dy) > radius) continue;
    owners[at] = place;
    const along = (turn * (dx + dy)) / radius;
    bands[at] = along < -0.4 ? 1 : along < 0.4 ? 2 : 3;
  }
  return { widthPx, heightPx, owners, bands };
}
const [map, opposite] = [discs(1), discs(-1)];
const names = (place: number) => `disc ${place}`;

describe('which piece is lit from the wrong side', () => {
  it('one part alone is turned; pointed at it scores full, any other nothing, by lot near chance', () => {
    let sum = 0;
    for (let round = 0; round < 100; round++) {
      const asked = askWrongLight(map, opposite, random);
      if (!asked) throw new Error('no part was turned');
      const others = map.owners.findIndex((owner, at) => asked.map.bands[at] !== (owner === asked.wrong ? opposite : map).bands[at]);
      expect(others, 'only that part differs').toBe(-1);
      expect(asked.parts, 'the tiny one is no question').not.toContain(5);
      const right = scoreWrongLight(asked, asked.wrong, names);
      expect(right).toEqual({ score: 1, words: `Yes: on disc ${asked.wrong} the dark lies upper left, on the lamp’s own side.` });
      const other = asked.parts.find((place) => place !== asked.wrong) ?? 0;
      expect(scoreWrongLight(asked, other, names)).toEqual({
        score: 0,
        words: `It is disc ${asked.wrong}: there the dark lies upper left, on the lamp’s own side.`,
      });
      sum += scoreWrongLight(asked, asked.parts[Math.floor(random() * asked.parts.length)] ?? 0, names).score;
    }
    expect(sum / 100).toBeLessThan(0.3);
  });

  it('a picture without sides asks nothing', () => {
    expect(askWrongLight(map, map, random)).toBeNull();
    expect(() => askWrongLight(map, { ...opposite, owners: new Uint16Array(4) }, random)).toThrow(RangeError);
  });
});

describe('what is overlooked here', () => {
  it('what is left white is bare on the map and nothing else; found all scores full, beside it nothing, by lot near nothing', () => {
    let sum = 0;
    const kinds = new Set<string>();
    for (let round = 0; round < 60; round++) {
      const asked = askOverlooked(map, 3, random);
      if (!asked) throw new Error('nothing was left out');
      expect(asked.left).toHaveLength(3);
      expect(new Set(asked.left.map(({ place }) => place)).size).toBe(3);
      const bare = new Set(asked.left.flatMap(({ pixels }) => pixels));
      expect(map.bands.findIndex((band, at) => asked.map.bands[at] !== (bare.has(at) ? 0 : band))).toBe(-1);
      for (const { kind } of asked.left) kinds.add(kind);
      const middles = asked.left.map(({ pixels }) => {
        const at = pixels[Math.floor(pixels.length / 2)] ?? 0;
        return [at % map.widthPx, Math.floor(at / map.widthPx)] as const;
      });
      expect(scoreOverlooked(asked, middles, names)).toEqual({ score: 1, words: 'Nothing escapes you.' });
      expect(scoreOverlooked(asked, middles.slice(1), names).score).toBeCloseTo(2 / 3, 10);
      const away = [...Array(3)].map(() => [0, 0] as const);
      const missed = scoreOverlooked(asked, away, names);
      expect(missed.score).toBe(0);
      expect(missed.words).toMatch(/disc \d/);
      sum += scoreOverlooked(
        asked,
        [0, 1, 2].map(() => [map.widthPx * random(), map.heightPx * random()] as const),
        names,
      ).score;
      expect(() => scoreOverlooked(asked, [...middles, [0, 0]], names)).toThrow(RangeError);
    }
    expect(sum / 60).toBeLessThan(0.06);
    expect([...kinds].sort()).toEqual(['spot', 'whole']);
  });

  it('a tap a little beside what is white finds it still, and one far off does not; a picture without parts has nothing to overlook', () => {
    const spot = { place: 1, kind: 'spot' as const, pixels: [30 * map.widthPx + 30] };
    expect([32, 36].map((x) => isFoundBy(spot, map, x, 30.5))).toEqual([true, false]);
    expect(askOverlooked({ ...map, owners: new Uint16Array(map.owners.length) }, 3, random)).toBeNull();
  });
});

describe('read this code', () => {
  const families = Array.from({ length: 6 }, (_, family) =>
    [88, 70, 52, 34].map((L, depth): InkedMarker => {
      const angle = (family * Math.PI) / 3;
      return { id: `f${family}-${depth}`, code: `${depth}.${family}`, depth, lab: { L, a: 40 * Math.cos(angle), b: 40 * Math.sin(angle) } };
    }),
  );

  it('each code stands among four inks that the eye tells apart, two of its own family; right scores full, wrong nothing, by lot near nothing', () => {
    let sum = 0;
    for (let round = 0; round < 100; round++) {
      const codes = askCodes(families, 4, random);
      expect(codes).toHaveLength(4);
      for (const { asked, inks, isKin } of codes) {
        expect(inks).toHaveLength(inksOfCode);
        expect(inks.map(({ id }) => id)).toContain(asked.id);
        expect(isKin.filter((own) => own)).toHaveLength(2);
      }
      expect(
        scoreCodes(
          codes,
          codes.map(({ asked }) => asked.id),
        ),
      ).toEqual({ score: 1, words: 'All of them are right.' });
      const wrong = codes.map(({ asked, inks }) => inks.find(({ id }) => id !== asked.id)?.id ?? '');
      expect(scoreCodes(codes, wrong).score).toBe(0);
      sum += scoreCodes(
        codes,
        codes.map(({ inks }) => inks[Math.floor(random() * inksOfCode)]?.id ?? ''),
      ).score;
    }
    expect(sum / 100).toBeLessThan(0.2);
  });

  it('says whether the letters or the number were misread', () => {
    const [code] = askCodes(families, 1, random);
    if (!code) throw new Error('no code was asked');
    const kin = code.inks.find(({ id }, at) => code.isKin[at] && id !== code.asked.id);
    const other = code.inks.find((_, at) => !code.isKin[at]);
    expect(scoreCodes([code], [kin?.id ?? '']).words).toMatch(/of that family, and (darker|lighter) than/);
    expect(scoreCodes([code], [other?.id ?? '']).words).toContain('of another family');
    const named = families.map((own) => own.map(({ id, code: name, lab }) => ({ id, code: name, lab })));
    expect(askCodes(named, 3, random), 'names that tell no depth are no question').toEqual([]);
    expect(() => scoreCodes([code], [])).toThrow(RangeError);
  });

  it('places are coloured light to dark in inks of families, none of them as pale as paper; a bare rack gives greys', () => {
    for (const own of placeInks(families, 9, 3, random)) {
      expect(own).toHaveLength(3);
      const sums = own.map((rgb) => rgb.reduce((sum, channel) => sum + channel));
      expect(sums[0]).toBeGreaterThan(sums[2] ?? 0);
      expect(Math.min(...own.flat())).toBeLessThan(200);
    }
    expect(placeInks([], 2, 2, random)[0]).toEqual([
      [190, 190, 190],
      [50, 50, 50],
    ]);
  });
});
