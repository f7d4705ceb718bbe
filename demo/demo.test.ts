import { describe, expect, it } from 'vitest';
import { rackSchema } from '#model/marker';
import { findLadders } from '#core/markers/find-ladders';
import { checkRack } from '#core/markers/rack-checks';
import { demoRack } from './marker-lines';
import { turnedPlace } from './scan';

describe('the demo rack', () => {
  const rack = demoRack();
  const structured = rack.markers.filter(({ lineId }) => lineId === 'line-larkmere');
  const families = [...new Set(structured.map(({ family }) => family as string))];

  it('has two invented lines: about 120 structured markers over at least 14 families, 16 names at three hours', () => {
    expect(
      rackSchema.parse({ ...rack, markers: rack.markers.map(({ lab: _lab, colourSource: _source, ...marker }) => marker) }).readings,
    ).toEqual(rack.readings);
    expect(structured.length).toBeGreaterThanOrEqual(115);
    expect(families.length).toBeGreaterThanOrEqual(14);
    expect(rack.markers.filter(({ lineId }) => lineId === 'line-quayside-hours')).toHaveLength(48);
    expect(new Set(rack.markers.map(({ id }) => id)).size).toBe(rack.markers.length);
  });

  // Nobody should take a code of the demo for one on sale.
  it('has codes of a pattern of its own: no letters before digits, no extra zeros, no greys by ten, numbers that fall', () => {
    for (const { code, lab, depth } of structured) {
      expect(code).toMatch(/^[1-9]\d[a-z]?\.[a-z]+$/);
      expect([lab !== undefined, depth]).toEqual([true, -Number(code.slice(0, 2))]);
    }
    for (const { code } of rack.markers) expect(code).not.toMatch(/pale|deep|^\p{L}+ ?\d/iu);
  });

  it('names its traps: caps, code order, a red brown, a wide gap', () => {
    const words = checkRack(rack.markers)
      .map((finding) => finding.words)
      .join('\n');
    for (const trap of [
      /caps mislead.*79d.clay, 53d.clay, 27d.clay/,
      /71d.moss is lighter than 88d.moss/,
      /71t.bark is of another hue/,
      /wide step of 40 L\* lies between 79d.rose and 27d.rose/,
      /88b.cove and 36b.cove; 62b.cove would fill it/,
    ])
      expect(words).toMatch(trap);
  });

  // Consistency, not evidence. Common practice, no source: groups keep family and group and step by two or three.
  it('gives best three-rung ladders that mostly keep family and group and step by two or three', () => {
    const best = families.map((family) => findLadders(structured, { rungs: 3, start: { family }, most: 1 })[0]);
    const usual = best.filter((ladder) => {
      // Numbers of the line fall by 8 or 9 a depth.
      const depths = ladder?.rungs.map(({ depth }) => (depth ?? 0) / 8.7) ?? [];
      const steps = depths.slice(1).map((depth, index) => Math.round(depth - (depths[index] ?? 0)));
      return new Set(ladder?.rungs.map(({ group }) => group)).size === 1 && steps.every((step) => step === 2 || step === 3);
    });
    expect(usual.length / families.length).toBeGreaterThan(0.6);
  });
});

it('a point turns with the sheet of a scan: a quarter turn brings the left top to the right top', () => {
  const [x, y] = turnedPlace([0, 0], [120, 42], 90);
  expect(x).toBeCloseTo(42, 6);
  expect(y).toBeCloseTo(0, 6);
});
