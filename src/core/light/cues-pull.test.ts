import { polygonArea, polygonContains } from 'd3';
import { expect, it } from 'vitest';
import { seeded } from '../../../tests/seeded';
import { distanceTo, halfWidthOf, outlineOfInk, ovalOutline } from '#core/raster/ink-outline';
import { cuesPull, hangCues } from './cues-pull';

const oval = { outlinePx: ovalOutline([100, 120, 60, 20]), density: 0.3 };
const fadePx = 12;

it('marks pull most in their middle, ever less towards their rim and round it, without an edge, and no farther than their surroundings', () => {
  const pull = cuesPull([oval], 0.6, fadePx);
  for (const [alongX, alongY] of [
    [1, 0],
    [0, 1],
    [0.6, 0.8],
    [-0.8, 0.6],
  ] as const) {
    const way = Array.from({ length: 120 }, (_, step) => pull(129.5 + step * alongX, 129.5 + step * alongY));
    expect(way[0]).toBeCloseTo(0.72, 1);
    const falls = way.slice(1).map((own, index) => (way[index] as number) - own);
    expect(Math.min(...falls)).toBeGreaterThanOrEqual(-1e-9);
    // As steep as the profile is at its steepest, 1.54 of the whole over the way that it falls: nowhere a jump.
    expect(Math.max(...falls)).toBeLessThanOrEqual((0.72 * 1.55) / (fadePx + halfWidthOf(oval.outlinePx)));
    expect(way.at(-1)).toBe(0);
  }
});

it('where they stand free they pull in their own shape: not in the bay of a bow of strokes', () => {
  const width = 400;
  // Strokes of 40 px along a half circle of 120 px radius.
  const ink = Array.from({ length: 25 }, (_, stroke) => (stroke / 24) * Math.PI).flatMap((angle) =>
    Array.from({ length: 40 }, (_, along) => {
      const radius = 100 + along;
      return Math.round(200 - radius * Math.sin(angle)) * width + Math.round(200 + radius * Math.cos(angle));
    }),
  );
  const outlinePx = outlineOfInk(Uint32Array.from(ink), width, 10);
  // The area of a half ring: pi / 2 x (139² - 100²) px.
  const ring = (Math.PI / 2) * (139 ** 2 - 100 ** 2);
  expect(Math.abs(polygonArea(outlinePx as [number, number][]))).toBeGreaterThan(0.85 * ring);
  expect(Math.abs(polygonArea(outlinePx as [number, number][]))).toBeLessThan(1.35 * ring);
  const pull = cuesPull([{ outlinePx, density: 0.3 }], 1, fadePx);
  expect(pull(200, 80)).toBeGreaterThan(0.8);
  expect(pull(200, 180)).toBe(0);
});

it('a place lies inside an outline where the general library says so, and as far from it as the nearest of many places of its rim (seeded)', () => {
  const random = seeded(23);
  const ink = Uint32Array.from({ length: 60 }, () => Math.floor(random() * 200) * 200 + Math.floor(random() * 200));
  const outline = outlineOfInk(ink, 200, 10);
  const rim = outline.flatMap(([x, y], index) => {
    const [nextX, nextY] = outline[(index + 1) % outline.length] as readonly [number, number];
    return Array.from({ length: 400 }, (_, step) => [x + ((nextX - x) * step) / 400, y + ((nextY - y) * step) / 400] as const);
  });
  for (let turn = 0; turn < 300; turn++) {
    const [x, y] = [random() * 240 - 20, random() * 240 - 20];
    const away = distanceTo(outline, x, y);
    expect(away < 0).toBe(polygonContains(outline as [number, number][], [x, y]));
    const nearest = rim.reduce((least, [rimX, rimY]) => Math.min(least, Math.hypot(rimX - x, rimY - y)), 1e9);
    expect(Math.abs(Math.abs(away) - nearest)).toBeLessThan(0.5);
  }
});

it('the denser the hatching the more, up to what is meant as full shadow; several count as the strongest', () => {
  const at = (density: number) => cuesPull([{ ...oval, density }], 1, fadePx)(129.5, 129.5);
  expect(at(0.15)).toBeCloseTo(at(0.3) / 2, 6);
  expect(at(0.6)).toBe(at(0.3));
  expect(cuesPull([{ ...oval, density: 0.1 }, oval], 1, fadePx)(129.5, 129.5)).toBe(at(0.3));
});

it('hatching near a line hangs on it: the pull does not fall off towards it, and still does on its other side; what stands free has no line', () => {
  const [width, height, pxPerMm] = [300, 200, 12];
  // A region whose upper border lies 10 px above the hatching, all others far.
  const labels = Uint16Array.from({ length: width * height }, (_, i) => (Math.floor(i / width) >= 110 ? 1 : 2));
  const map = { labels, width, height, scale: 1 };
  const [hung] = hangCues([oval], map, pxPerMm);
  expect(hung).toMatchObject({ label: 1, isHung: true });
  const pull = cuesPull([hung ?? oval], 1, 2 * pxPerMm);
  const middle = pull(129.5, 129.5);
  expect(middle).toBeGreaterThan(0.6);
  for (let y = 129; y >= 110; y--) expect(pull(129.5, y)).toBeGreaterThanOrEqual(middle - 1e-9);
  expect(pull(129.5, 160)).toBeLessThan(middle / 4);
  expect(pull(240, 112)).toBe(0);
  const far = Uint16Array.from({ length: width * height }, (_, i) => (Math.floor(i / width) >= 90 ? 1 : 2));
  expect(hangCues([oval], { ...map, labels: far }, pxPerMm)[0]?.outlinePx, 'a line 30 px away').toEqual(oval.outlinePx);
  expect(hangCues([oval], { labels: new Uint16Array(25 * 25), width: 25, height: 25, scale: 12 }, pxPerMm)[0]?.label).toBe(0);
});
