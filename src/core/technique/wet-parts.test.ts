import { describe, expect, it } from 'vitest';
import type { BinaryImage } from '#core/raster/image';
import { seeded } from '../../../tests/seeded';
import { wetParts } from './wet-parts';

const pxPerMm = 8;

/** A mask drawn in mm. */
function drawn(widthMm: number, heightMm: number, isIn: (x: number, y: number) => boolean): BinaryImage {
  const [width, height] = [widthMm * pxPerMm, heightMm * pxPerMm];
  const data = Uint8Array.from({ length: width * height }, (_, i) =>
    Number(isIn(((i % width) + 0.5) / pxPerMm, (Math.floor(i / width) + 0.5) / pxPerMm)),
  );
  return { width, height, data, pxPerMm };
}
const isInDisk = (x: number, y: number, cx: number, cy: number, r: number) => (x - cx) ** 2 + (y - cy) ** 2 < r * r;
const areaOf = ({ data }: BinaryImage) => data.reduce((sum, own) => sum + own, 0) / pxPerMm ** 2;

/** What holds of any parting, told plainly. */
function expectSound(mask: BinaryImage, maxAreaMm2: number, found: ReturnType<typeof wetParts>): void {
  const { labels, parts } = found;
  const { width, data } = mask;
  const areas = new Map<number, number>();
  let unlike = 0;
  for (let i = 0; i < data.length; i++) {
    if ((labels[i] === 0) !== (data[i] === 0)) unlike++;
    if (labels[i]) areas.set(labels[i]!, (areas.get(labels[i]!) ?? 0) + 1);
  }
  expect(unlike, 'pixels labelled outside the mask, or not within').toBe(0);
  expect([...areas.keys()].sort((one, other) => one - other)).toEqual(parts.map((_, index) => index + 1));
  for (const [label, px] of areas) {
    expect(px / pxPerMm ** 2).toBeCloseTo(parts[label - 1]?.areaMm2 ?? 0, 6);
    expect(px / pxPerMm ** 2).toBeLessThanOrEqual(maxAreaMm2 + 1e-9);
    // Connected: a fill over edges reaches all of it.
    const start = labels.indexOf(label);
    const seen = new Set([start]);
    for (const i of seen) {
      const column = i % width;
      for (const next of [column > 0 ? i - 1 : -1, column + 1 < width ? i + 1 : -1, i - width, i + width])
        if (next >= 0 && labels[next] === label) seen.add(next);
    }
    expect(seen.size).toBe(px);
  }
  const fitting = new Set<string>();
  for (let i = 0; i < data.length; i++) {
    for (const next of [(i % width) + 1 < width ? i + 1 : i, i + width]) {
      const [one, other] = [labels[i] ?? 0, labels[next] ?? 0];
      if (one === 0 || other === 0 || one === other) continue;
      if ((areas.get(one)! + areas.get(other)!) / pxPerMm ** 2 <= maxAreaMm2) fitting.add(`${one} ${other}`);
    }
  }
  expect([...fitting], 'touch, and fit the limit together').toEqual([]);
  expect(areaOf(mask)).toBeCloseTo(
    parts.reduce((sum, { areaMm2 }) => sum + areaMm2, 0),
    6,
  );
}

describe('parts that stay wet', () => {
  it('a dumb-bell is cut at its neck', () => {
    const bell = drawn(40, 16, (x, y) => isInDisk(x, y, 9, 8, 7) || isInDisk(x, y, 31, 8, 7) || (x > 9 && x < 31 && Math.abs(y - 8) < 1.5));
    const found = wetParts(bell, { maxAreaMm2: 200 });
    expectSound(bell, 200, found);
    expect(found.parts).toHaveLength(2);
    for (const { cutMm } of found.parts) expect(cutMm).toBeLessThanOrEqual(1.3 * 3);
    const columns = Array.from(found.labels.keys()).filter((i) => found.labels[i] === 1 && found.labels[i + 1] === 2);
    for (const i of columns) expect(((i % bell.width) + 1) / pxPerMm).toBeGreaterThan(14);
  });

  it('a narrow waist is cut where it is narrowest, within 1 mm', () => {
    const waist = drawn(40, 20, (x, y) => x > 1 && x < 39 && Math.abs(y - 10) < 2 + (x - 22) ** 2 / 30);
    const found = wetParts(waist, { maxAreaMm2: 300 });
    expectSound(waist, 300, found);
    expect(found.parts).toHaveLength(2);
    expect(found.parts[0]?.cutMm).toBeLessThanOrEqual(1.3 * 4);
    const border = Array.from(found.labels.keys()).filter(
      (i) => found.labels[i] && found.labels[i + 1] && found.labels[i] !== found.labels[i + 1],
    );
    for (const i of border) expect(Math.abs(((i % waist.width) + 1) / pxPerMm - 22)).toBeLessThanOrEqual(1);
  });

  it('a comb is cut at the roots of its teeth', () => {
    const comb = drawn(
      50,
      30,
      (x, y) => (y > 2 && y < 7 && x > 2 && x < 48) || (y >= 7 && y < 28 && x > 3 && x < 47 && (x - 3) % 11 < 3.5),
    );
    const found = wetParts(comb, { maxAreaMm2: 240 });
    expectSound(comb, 240, found);
    for (const { cutMm } of found.parts) expect(cutMm).toBeLessThanOrEqual(1.3 * 3.5 * 5);
    const teeth = wetParts(comb, { maxAreaMm2: 80 });
    expectSound(comb, 80, teeth);
  });

  it('beads on a string are cut between beads', () => {
    const centres = [6, 17, 28, 39, 50];
    const beads = drawn(56, 12, (x, y) => centres.some((cx) => isInDisk(x, y, cx, 6, 5)) || (x > 6 && x < 50 && Math.abs(y - 6) < 1));
    const found = wetParts(beads, { maxAreaMm2: 85 });
    expectSound(beads, 85, found);
    expect(found.parts).toHaveLength(5);
    for (const { cutMm } of found.parts) expect(cutMm).toBeLessThanOrEqual(2 * 1.3 * 2);
  });

  it('a strip is cut straight across, into as few as it takes', () => {
    const strip = drawn(60, 10, (x, y) => x > 2 && x < 58 && y > 2 && y < 8);
    const found = wetParts(strip, { maxAreaMm2: 120 });
    expectSound(strip, 120, found);
    expect(found.parts).toHaveLength(3);
    for (const { cutMm } of found.parts) expect(cutMm).toBeLessThanOrEqual(2 * 6 * 1.05);
  });

  it('a tail is cut off the figure at its root', () => {
    const tailed = drawn(50, 40, (x, y) => {
      const far = Math.hypot(x - 30, y - 20);
      return isInDisk(x, y, 14, 20, 11) || (far > 13 && far < 16.5 && x > 18 && !(x < 30 && y > 20));
    });
    const found = wetParts(tailed, { maxAreaMm2: 400 });
    expectSound(tailed, 400, found);
    expect(found.parts).toHaveLength(2);
    for (const { cutMm } of found.parts) expect(cutMm).toBeLessThanOrEqual(1.3 * 3.6);
  });

  it('gores are parted along their lines and not across; that is no cut', () => {
    const balloon = drawn(44, 44, (x, y) => isInDisk(x, y, 22, 22, 20));
    const lines: BinaryImage = {
      ...balloon,
      data: Uint8Array.from(balloon.data, (own, i) =>
        Number(own && [10, 18, 26, 34].some((at) => Math.abs((i % balloon.width) / pxPerMm - at) < 0.3)),
      ),
    };
    const found = wetParts(balloon, { maxAreaMm2: 330, lines });
    expectSound(balloon, 330, found);
    for (const { cutMm } of found.parts) expect(cutMm).toBe(0);
    expect(found.parts.length).toBeGreaterThanOrEqual(4);
    // No gore is in two parts.
    for (const [from, to] of [
      [11, 17],
      [19, 25],
      [27, 33],
    ] as const) {
      const seen = new Set<number>();
      for (let i = 0; i < balloon.data.length; i++) {
        const x = (i % balloon.width) / pxPerMm;
        if (x > from && x < to && found.labels[i]) seen.add(found.labels[i]!);
      }
      expect(seen.size).toBe(1);
    }
  });

  it.each(Array.from({ length: 8 }, (_, seed) => seed))('any shape is parted soundly (seed %i)', (seed) => {
    const random = seeded(seed + 40);
    const disks = Array.from({ length: 9 }, () => [3 + 34 * random(), 3 + 24 * random(), 1 + 5 * random()] as const);
    const blob = drawn(40, 30, (x, y) => disks.some(([cx, cy, r]) => isInDisk(x, y, cx, cy, r)));
    const at = 10 + 20 * random();
    const lines: BinaryImage = {
      ...blob,
      data: Uint8Array.from(blob.data, (own, i) => Number(own && Math.abs((i % blob.width) / pxPerMm - at) < 0.25)),
    };
    const limit = 15 + 80 * random();
    expectSound(blob, limit, wetParts(blob, { maxAreaMm2: limit }));
    expectSound(blob, limit, wetParts(blob, { maxAreaMm2: limit, lines }));
  });

  it('what fits is one part; nothing is no part; what cannot be is refused in words', () => {
    const dot = drawn(6, 6, (x, y) => isInDisk(x, y, 3, 3, 2));
    expect(wetParts(dot, { maxAreaMm2: 50 }).parts).toMatchObject([{ cutMm: 0 }]);
    expect(
      wetParts(
        drawn(4, 4, () => false),
        { maxAreaMm2: 5 },
      ).parts,
    ).toEqual([]);
    expect(() => wetParts({ ...dot, pxPerMm: undefined }, { maxAreaMm2: 5 })).toThrow(/pxPerMm/);
    expect(() => wetParts(dot, { maxAreaMm2: 0.2 })).toThrow(/nib's dot/);
    expect(() => wetParts(dot, { maxAreaMm2: Number.NaN })).toThrow(/nib's dot/);
    expect(() =>
      wetParts(
        drawn(60, 60, () => true),
        { maxAreaMm2: 2 },
      ),
    ).toThrow(/at most 255/);
    expect(() => wetParts(dot, { maxAreaMm2: 5, lines: drawn(3, 3, () => false) })).toThrow(/size of the mask/);
  });
});
