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

  it('has two invented lines: about 120 structured markers over at least 14 families, 24 pairs by name', () => {
    expect(rackSchema.parse(rack)).toEqual(rack);
    expect(structured.length).toBeGreaterThanOrEqual(115);
    expect(families.length).toBeGreaterThanOrEqual(14);
    expect(rack.markers.filter(({ lineId }) => lineId === 'line-quayside-pairs')).toHaveLength(48);
    expect(new Set(rack.markers.map(({ id }) => id)).size).toBe(rack.markers.length);
  });

  it('names its traps: caps, code order, a red brown, a wide gap', () => {
    const words = checkRack(rack.markers)
      .map((finding) => finding.words)
      .join('\n');
    for (const trap of [
      /caps mislead.*CLAY22, CLAY25, CLAY28/,
      /MOSS23 is lighter than MOSS21/,
      /BARK53 is of another hue/,
      /wide step of 40 L\* lies between ROSE22 and ROSE28/,
      /COVE11 and COVE17; COVE14 would fill it/,
    ])
      expect(words).toMatch(trap);
  });

  // Consistency, not evidence. Common practice, no source: groups keep family and group and step by two or three.
  it('gives best three-rung ladders that mostly keep family and group and step by two or three', () => {
    const best = families.map((family) => findLadders(structured, { rungs: 3, start: { family }, most: 1 })[0]);
    const usual = best.filter((ladder) => {
      const depths = ladder?.rungs.map(({ depth }) => depth ?? 0) ?? [];
      const steps = depths.slice(1).map((depth, index) => depth - (depths[index] ?? 0));
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
