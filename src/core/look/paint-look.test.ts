import { describe, expect, it } from 'vitest';
import type { ElementLook, LookWish } from '#model/look';
import type { Lab } from '#model/marker';
import { deltaE00 } from '#core/colour/difference';
import { hexOfLab, labOfHex } from '#core/colour/lab';
import type { BandMap } from '#core/scene/band-map';
import { seeded } from '#core/sharing/seeded';
import { bandDistances } from './band-distances';
import { paintLook } from './paint-look';

const paper: Lab = { L: 95, a: 0, b: 0 };
const ladder: Lab[] = [
  { L: 88, a: -4, b: 20 },
  { L: 66, a: -20, b: 34 },
  { L: 40, a: -24, b: 22 },
];
const look = (more: Partial<ElementLook> = {}): ElementLook => ({
  ...{ id: 'e', bands: ladder, joinsMm: [3, 3], isStreaky: false, extras: [] },
  ...more,
});
const wish = (more: Partial<LookWish> = {}): LookWish => ({ elements: [], paper, isWet: false, hasGrain: false, pxPerMm: 10, ...more });

/** Bands by a function, on one element in a frame of bare paper. */
function mapOf(
  width: number,
  height: number,
  bandAt: (x: number, y: number) => number,
  elementAt: (x: number, y: number) => number = () => 1,
): BandMap {
  const elements = new Uint16Array(width * height);
  const bands = new Uint8Array(width * height);
  for (let i = 0; i < elements.length; i++) {
    const [x, y] = [i % width, Math.floor(i / width)];
    if (x < 4 || y < 4 || x >= width - 4 || y >= height - 4) continue;
    elements[i] = elementAt(x, y);
    bands[i] = elements[i] === 0 ? 0 : bandAt(x, y);
  }
  return { width, height, scale: 1, elements, bands };
}
const labAt = (rgba: Uint8ClampedArray, i: number): Lab =>
  labOfHex(`#${[0, 1, 2].map((at) => (rgba[4 * i + at] ?? 0).toString(16).padStart(2, '0')).join('')}`);
const shown = (lab: Lab) => labOfHex(hexOfLab(lab));

describe('the expected look', () => {
  const upright = mapOf(208, 60, (x) => 1 + Math.min(2, Math.floor((x - 4) / 67)));
  const rgba = paintLook(upright, [look()], wish());
  const row = 30 * upright.width;

  it('has the computed colour in the middle of every band, the outer ones at their far ends too', () => {
    for (const [band, x] of [37, 104, 171].entries()) expect(deltaE00(labAt(rgba, row + x), shown(ladder[band] as Lab))).toBeLessThan(0.3);
    expect(deltaE00(labAt(rgba, row + 4), shown(ladder[0] as Lab))).toBeLessThan(0.3);
    expect(deltaE00(labAt(rgba, row + 203), shown(ladder[2] as Lab))).toBeLessThan(0.3);
  });

  it('falls in lightness from light to dark all the way, and half the way where two bands meet', () => {
    for (let x = 5; x < 204; x++) expect(labAt(rgba, row + x).L).toBeLessThanOrEqual(labAt(rgba, row + x - 1).L + 0.4);
    const [first, second] = ladder as [Lab, Lab];
    expect(Math.abs(labAt(rgba, row + 71).L - (first.L + second.L) / 2)).toBeLessThan(2);
  });

  it('runs as wide as its join says, and a narrow band still has its own colour', () => {
    const reach = (joinMm: number) => {
      const own = paintLook(upright, [look({ joinsMm: [joinMm, joinMm] })], wish());
      let px = 0;
      for (let x = 5; x < 100; x++) if (deltaE00(labAt(own, row + x), shown(ladder[x < 71 ? 0 : 1] as Lab)) > 1) px++;
      return px;
    };
    expect(reach(2)).toBeGreaterThan(1.6 * reach(0.5));
    expect(reach(0)).toBe(0);
    const narrow = mapOf(120, 40, (x) => (x < 56 ? 1 : x < 64 ? 2 : 3));
    const own = paintLook(narrow, [look({ joinsMm: [9, 9] })], wish());
    expect(deltaE00(labAt(own, 20 * 120 + 60), shown(ladder[1] as Lab))).toBeLessThan(3);
  });

  it('nothing runs over an outline: every px of an element follows from that element alone', () => {
    const random = seeded(5);
    const bump = Array.from({ length: 8 }, () => [random() * 90, random() * 90, 8 + 14 * random()] as const);
    const elementAt = (x: number, y: number) => (x + y < 96 ? 1 : x + y < 100 ? 0 : 2);
    const bandAt = (x: number, y: number) => 1 + Math.min(2, bump.filter(([bx, by, r]) => Math.hypot(x - bx, y - by) < r).length);
    const both = mapOf(100, 100, bandAt, elementAt);
    const alone = mapOf(100, 100, bandAt, (x, y) => (elementAt(x, y) === 1 ? 1 : 0));
    const looks = [look(), look({ bands: ladder.map(({ L }) => ({ L: L / 2, a: 40, b: -40 })) })];
    const [painted, of1] = [paintLook(both, looks, wish()), paintLook(alone, looks, wish())];
    for (let i = 0; i < both.elements.length; i++) {
      if (both.elements[i] === 0) expect(painted[4 * i + 3]).toBe(0);
      if (both.elements[i] === 1) expect(painted.slice(4 * i, 4 * i + 4)).toEqual(of1.slice(4 * i, 4 * i + 4));
    }
  });

  it('strokes are seen, and leave the colour as it is on the whole', () => {
    const own = paintLook(upright, [look({ isStreaky: true })], wish({ hasGrain: true }));
    let [L, off, count] = [0, 0, 0];
    for (let y = 10; y < 50; y++)
      for (let x = 10; x < 36; x++) {
        const lab = labAt(own, y * upright.width + x);
        L += lab.L;
        off = Math.max(off, deltaE00(lab, shown(ladder[0] as Lab)));
        count++;
      }
    expect(Math.abs(L / count - (ladder[0] as Lab).L)).toBeLessThan(0.6);
    expect(off).toBeGreaterThan(0.3);
    expect(off).toBeLessThan(2.5);
  });

  it('wet is darker everywhere; blended into paper the light end is paper; gel is white', () => {
    const wet = paintLook(upright, [look()], wish({ isWet: true }));
    for (const x of [20, 104, 190]) expect(labAt(wet, row + x).L).toBeLessThan(labAt(rgba, row + x).L - 1);
    const faded = paintLook(upright, [look({ extras: ['fadeIntoWhite'] })], wish());
    expect(deltaE00(labAt(faded, row + 6), paper)).toBeLessThan(1);
    const lifted = paintLook(upright, [look({ extras: ['lift'] })], wish());
    expect(labAt(lifted, row + 6).L).toBeGreaterThan((ladder[0] as Lab).L + 2);
    expect(labAt(lifted, row + 6).L).toBeLessThan(paper.L);
    const gel = paintLook(upright, [look({ extras: ['hardHighlight'] })], wish(), { lights: [[30.5, 30.5]] });
    expect(labAt(gel, row + 30).L).toBeGreaterThan(99);
    expect(deltaE00(labAt(gel, row + 20), shown(ladder[0] as Lab))).toBeLessThan(0.3);
  });

  it('dots, stripes and pencil are laid over, each within its element', () => {
    const plain = paintLook(upright, [look()], wish());
    for (const extra of ['dots', 'stripes', 'pencilShading'] as const) {
      const own = paintLook(upright, [look({ extras: [extra], pattern: { L: 25, a: 0, b: 0 } })], wish());
      let others = 0;
      for (let i = 0; i < upright.elements.length; i++) if (own[4 * i] !== plain[4 * i]) others++;
      const area = upright.elements.filter((element) => element > 0).length;
      expect(others / area, extra).toBeGreaterThan(0.02);
      expect(others / area, extra).toBeLessThan(0.5);
    }
  });
});

describe('distances to the bands beside', () => {
  it('are as counted plainly, in random bands', () => {
    const random = seeded(11);
    const map = mapOf(
      30,
      24,
      (x) => 1 + (x > 12 ? 1 : 0),
      () => (random() < 0.97 ? 1 : 0),
    );
    const { toDarker, toLighter } = bandDistances(map);
    for (let i = 0; i < map.elements.length; i++) {
      if (map.elements[i] !== 1) continue;
      const isLight = map.bands[i] === 1;
      expect(Number.isFinite(toLighter[i] as number)).toBe(!isLight && Number.isFinite(toLighter[i] as number));
      if (!isLight) continue;
      // Straight to the meeting in its row is the nearest there can be.
      const straight = 12 - (i % map.width) + 0.5;
      expect(toDarker[i] as number).toBeGreaterThanOrEqual(straight - 1e-4);
      expect(toDarker[i] as number).toBeLessThan(straight + 4);
    }
  });
});
