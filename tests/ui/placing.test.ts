import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { withAssumedColours } from '#core/markers/assumed-colour';
import { demoRack } from '#demo/marker-lines';
import { lightnessScale, spreadLabels } from '../../src/ui/ladder/lightness-scale';
import { layStrands } from '../../src/ui/ladder/strand-layout';

describe('where things stand', () => {
  it('labels keep their order and their distance, and stay on the scale where there is room for all (seeded)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 400 }), { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 10, max: 66 }),
        (drawn, leastPx) => {
          const places = drawn.toSorted((first, second) => first - second);
          const labels = spreadLabels(places, leastPx, 400);
          for (const [index, label] of labels.entries()) {
            expect(label).toBeGreaterThanOrEqual(leastPx / 2 - 1e-9);
            expect(label).toBeLessThanOrEqual(400 - leastPx / 2 + 1e-9);
            if (index > 0) expect(label - (labels[index - 1] ?? 0)).toBeGreaterThanOrEqual(leastPx - 1e-9);
          }
        },
      ),
    );
  });

  it('the scale goes from white to L* 0, evenly', () => {
    const scale = lightnessScale(420);
    expect([scale(100), scale(50), scale(0)]).toEqual([10, 210, 410]);
    expect(scale(120)).toBe(10);
  });

  it('markers of the demo rack have room for their code and state on their strand', () => {
    const strands = layStrands(withAssumedColours(demoRack().markers));
    let crowded = 0;
    for (const { lanes } of strands) {
      for (const { places } of lanes) {
        for (const row of [0, 1]) {
          const own = places.filter((place) => place.row === row);
          for (const [index, place] of own.entries()) {
            const next = own[index + 1];
            // 38 px for the chip and 8 a sign of what is left of the code beside its family, at 6.4 px for each L*.
            if (next && (place.lightnessL - next.lightnessL) * 6.4 < 38 + 8 * 2) crowded++;
          }
        }
      }
    }
    // Two rows: where three inks are nearly as light as each other, one stands close.
    expect(crowded).toBeLessThanOrEqual(2);
  });
});
