import { describe, expect, it } from 'vitest';
import { boundsMm, clearanceMm, isInside, movedMm, movedTo, type OutlineMm, turned } from '#core/outline/outline';
import { namedOutline } from '#core/outline/named-shapes';
import { box, wavy } from '../../../tests/made-up-outlines';
import { seeded } from '../../../tests/seeded';
import { nearestRooms, type Spread, spreadMotifs, type SpreadRequest } from './spread-motifs';

const panel = box(105, 148.5);
const laidOf = ({ motifs }: Spread, request: SpreadRequest): OutlineMm[] =>
  motifs.map(({ id, xMm, yMm, turnedDeg }) =>
    movedTo(turned(request.motifs.find((motif) => motif.id === id)?.outline ?? [], turnedDeg), xMm, yMm),
  );

function expectSound(found: Spread, request: SpreadRequest): OutlineMm[] {
  const laid = laidOf(found, request);
  for (const [index, outline] of laid.entries()) {
    // Told to 0.001 mm.
    const inner = outline.map(([x, y]) => [x + 1e-4 * Math.sign(52 - x), y + 1e-4 * Math.sign(74 - y)] as const);
    expect(
      inner.every(([x, y]) => isInside([Math.max(0.001, Math.min(104.999, x)), Math.max(0.001, Math.min(148.499, y))], request.panel)),
    ).toBe(true);
    const { xMm, yMm, widthMm, heightMm } = boundsMm(outline);
    const whole = boundsMm(request.panel);
    expect(Math.min(xMm, yMm, whole.widthMm - xMm - widthMm, whole.heightMm - yMm - heightMm)).toBeGreaterThan(-0.002);
    for (const own of request.free ?? []) expect(clearanceMm(outline, own)).toBeGreaterThanOrEqual(request.gapMm - 0.002);
    for (const other of laid.slice(index + 1)) expect(clearanceMm(outline, other)).toBeGreaterThanOrEqual(request.gapMm - 0.002);
  }
  return laid;
}

/** Deviation over mean. */
function unevenness(values: readonly number[]): number {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length) / mean;
}

/** As a plain reference: each motif at the first random place and turn at which it fits. */
function randomly({ panel: own, motifs, gapMm, free = [], seed }: SpreadRequest): OutlineMm[] {
  const random = seeded(seed);
  const laid: OutlineMm[] = [];
  const { widthMm, heightMm } = boundsMm(own);
  for (const { outline, count } of motifs) {
    for (let piece = 0; piece < count; piece++) {
      for (let tried = 0; tried < 5000; tried++) {
        const at = movedMm(turned(outline, 360 * random()), widthMm * random(), heightMm * random());
        const clears = (other: OutlineMm) => clearanceMm(at, other) >= gapMm;
        if (!at.every((place) => isInside(place, own)) || !laid.every(clears) || !free.every(clears)) continue;
        laid.push(at);
        break;
      }
    }
  }
  return laid;
}

describe('a spread pattern', () => {
  it('lays them close together where room is short: four squares of 44 mm on a panel of 100, and none over another', () => {
    const request = { panel: box(100, 100), gapMm: 2, seed: 3, motifs: [{ id: 'square', outline: box(44, 44), count: 5 }] };
    const { motifs, leftOut } = spreadMotifs(request);
    expect([motifs.length, leftOut]).toEqual([4, ['square']]);
    const laid = motifs.map(({ xMm, yMm, turnedDeg }) => movedTo(turned(box(44, 44), turnedDeg), xMm, yMm));
    for (const [index, one] of laid.entries())
      for (const other of laid.slice(index + 1)) expect(clearanceMm(one, other)).toBeGreaterThanOrEqual(1.99);
  });

  const [large = [], middle = [], small = []] = [wavy(24, 13, 5), wavy(18, 8, 3, 0.7), wavy(14, 4, 0)];
  const motifs = [
    { id: 'small', outline: small, count: 6 },
    { id: 'large', outline: large, count: 4 },
    { id: 'middle', outline: middle, count: 6 },
  ];

  it('is more even than random placing on each of 20 seeds, without overlap or anything over the edge', () => {
    const ours: number[] = [];
    const plain: number[] = [];
    for (let seed = 1; seed <= 20; seed++) {
      const request = { panel, motifs, gapMm: 2, seed };
      const found = spreadMotifs(request);
      expect(found.leftOut).toEqual([]);
      ours.push(unevenness(nearestRooms(expectSound(found, request))));
      plain.push(unevenness(nearestRooms(randomly(request))));
      expect(ours.at(-1), `seed ${seed}`).toBeLessThan(plain.at(-1) ?? 0);
    }
    const mean = (values: readonly number[]) => (values.reduce((sum, value) => sum + value, 0) / values.length).toFixed(2);
    console.log(`Spread: unevenness ${mean(ours)}, at random ${mean(plain)}.`);
  });

  it('round a free middle is a wreath: the middle stays free', () => {
    const middleFree = movedTo(namedOutline('oval', 60, 80), 22.5, 34.25);
    const request = { panel, free: [middleFree], motifs, gapMm: 1.5, seed: 3 };
    const found = spreadMotifs(request);
    expectSound(found, request);
    expect(found.motifs.length).toBeGreaterThan(10);
    expect(found.neighbours.length).toBeGreaterThanOrEqual(found.motifs.length / 2);
    for (const [one, other] of found.neighbours) expect(one).toBeLessThan(other);
  });

  it('tells what has no room, and says what is no request; the same seed gives the same', () => {
    const many = { panel, motifs: [{ id: 'large', outline: large, count: 60 }], gapMm: 2, seed: 1 };
    const found = spreadMotifs(many);
    expect(found.motifs.length + found.leftOut.length).toBe(60);
    expect(found.leftOut.length).toBeGreaterThan(20);
    expectSound(found, many);
    const few = { panel, motifs: [{ id: 'large', outline: large, count: 3 }], gapMm: 2, seed: 8 };
    expect(spreadMotifs(few)).toEqual(spreadMotifs(few));
    expect(spreadMotifs({ ...few, motifs: [] })).toEqual({ motifs: [], leftOut: [], neighbours: [] });
    expect(spreadMotifs({ ...few, motifs: [{ id: 'huge', outline: box(200, 200), count: 1 }] }).leftOut).toEqual(['huge']);
    expect(() => spreadMotifs({ ...few, gapMm: -1 })).toThrow(/0 mm or more; this one is -1/);
    expect(() => spreadMotifs({ ...few, motifs: [{ id: 'x', outline: large, count: 0.5 }] })).toThrow(/whole number of times/);
    expect(() => spreadMotifs({ ...few, panel: [[0, 0]] as never })).toThrow(/The panel has at least three places/);
  });
});
