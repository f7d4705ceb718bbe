import { describe, expect, it } from 'vitest';
import type { Lab } from '#model/marker';
import { predictInk } from '#core/colour/predict-ink';
import type { RecipeMark } from '#core/technique/recipe';
import { joinWidthMm } from './join-width';
import { coatsOfBand, laidBands } from './laid-bands';

const paper: Lab = { L: 95, a: 0, b: 0 };
const inks = [{ oneCoat: { L: 88, a: 0, b: 30 } }, { oneCoat: { L: 66, a: 10, b: 40 }, twoCoats: { L: 58, a: 14, b: 44 } }];
const mark = (rung: number, place: RecipeMark['place'], more: Partial<RecipeMark> = {}) =>
  ({ tool: 'marker', rung, place, stroke: 'circles', ...more }) as RecipeMark;

describe('what lies in the middle of a band', () => {
  const marks = [
    mark(0, { kind: 'allOver' }),
    mark(1, { kind: 'band', band: 1 }),
    mark(1, { kind: 'fromBand', band: 1 }),
    mark(0, { kind: 'edge', band: 0 }),
    mark(1, { kind: 'allOver' }, { stroke: 'dots' }),
    mark(1, { kind: 'band', band: 0 }, { isRepeat: true }),
  ];

  it('is every coat that a mark lays there, and none of edges, dots and what is only done again', () => {
    expect([...coatsOfBand({ marks }, 0)]).toEqual([[0, 1]]);
    expect([...coatsOfBand({ marks }, 1)]).toEqual([
      [0, 1],
      [1, 2],
    ]);
    expect([...coatsOfBand({ marks: [] }, 1)]).toEqual([[1, 1]]);
  });

  it('has the colour of those inks one over the other', () => {
    const [light, dark] = laidBands({ marks }, inks, 2, paper);
    expect(light).toEqual(inks[0]?.oneCoat);
    const layers = inks.map((ink, index) => ({ ...ink, coats: index + 1 }));
    expect(dark).toEqual(predictInk({ paper, layers }));
    expect((dark as Lab).L).toBeLessThan(58);
  });

  it('never rises in lightness towards the dark, unless its rungs are no order of light', () => {
    const odd = [{ oneCoat: { L: 50, a: 0, b: 0 } }, { oneCoat: { L: 70, a: 0, b: 0 } }];
    expect(laidBands({ marks: [] }, odd, 2, paper).map(({ L }) => Math.round(L))).toEqual([50, 50]);
    expect(laidBands({ marks: [] }, odd, 2, paper, true).map(({ L }) => Math.round(L))).toEqual([50, 70]);
  });
});

describe('how wide one ink runs into the next', () => {
  const kin = { lineId: 'l', family: 'fern' };
  const join = { lighter: { ...kin, code: 'a' }, darker: { ...kin, code: 'b' }, stroke: 'circles', isWet: false, isDry: false } as const;

  it('is wider between kin, while wet, and by flicks; narrower where the pair refuses or what lies there is dry', () => {
    const plain = joinWidthMm(join);
    expect(joinWidthMm({ ...join, darker: { ...join.darker, family: 'rose' } })).toBeLessThan(plain);
    expect(joinWidthMm({ ...join, isWet: true })).toBeGreaterThan(plain);
    expect(joinWidthMm({ ...join, stroke: 'flicks' })).toBeGreaterThan(plain);
    expect(joinWidthMm({ ...join, verdict: 'refuses' })).toBeLessThan(plain / 2);
    expect(joinWidthMm({ ...join, isDry: true })).toBeLessThan(plain / 2);
    expect(joinWidthMm({ ...join, verdict: 'blends well' })).toBeGreaterThan(plain);
  });
});
