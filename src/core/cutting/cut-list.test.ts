import { describe, expect, it } from 'vitest';
import { seeded } from '../../../tests/seeded';
import { cutPlan } from './cut-plan';
import { cutSteps, partsAfter } from './cut-list';
import { type CutNode, countCuts, partsOf } from './cut-tree';

function treesOf(pieces: { id: string; widthMm: number; heightMm: number; count: number }[]): CutNode[] {
  const plan = cutPlan({ pieces, sheets: [{ id: 'a4', widthMm: 210, heightMm: 297 }], bladeMm: 0.5 });
  if ('problem' in plan) throw new Error(plan.problem);
  return plan.sheets.map(({ tree }) => tree);
}

describe('cuts one after the other', () => {
  it('every part is there before it is cut, each cut is made once, measured from the part’s own edge (seeded)', () => {
    for (let seed = 0; seed < 20; seed++) {
      const random = seeded(seed);
      const pieces = Array.from({ length: 8 }, (_, kind) => ({
        ...{ id: `p${kind}`, widthMm: 30 + Math.floor(80 * random()), heightMm: 30 + Math.floor(90 * random()) },
        count: 1 + Math.floor(3 * random()),
      }));
      for (const tree of treesOf(pieces)) {
        const steps = cutSteps(tree);
        expect(steps).toHaveLength(countCuts(tree));
        const there = new Set<CutNode>([tree]);
        for (const { node, axis, fromMm } of steps) {
          expect(there.has(node)).toBe(true);
          const [one, other] = node.cut?.parts ?? [];
          expect(axis === 'x' ? one?.widthMm : one?.heightMm).toBeCloseTo(fromMm, 3);
          if (one && other) there.add(one).add(other);
        }
        for (let done = 0; done <= steps.length; done++) {
          const parts = partsAfter(tree, steps, done);
          // What is there covers the sheet, but for what the blade took.
          const area = parts.reduce((sum, { widthMm, heightMm }) => sum + widthMm * heightMm, 0);
          expect(area).toBeLessThanOrEqual(210 * 297 + 1e-6);
          expect(area).toBeGreaterThan(210 * 297 - 0.5 * 297 * done - 1e-6);
        }
        expect(partsAfter(tree, steps, steps.length).filter(({ piece }) => piece)).toHaveLength(
          [...partsOf(tree)].filter(({ piece }) => piece).length,
        );
      }
    }
  });

  it('equal cuts follow each other: the stop is set once', () => {
    const [tree] = treesOf([{ id: 'quarter', widthMm: 104, heightMm: 148, count: 4 }]);
    const steps = cutSteps(tree!);
    const settings = steps.filter(({ isSet }) => !isSet).length;
    expect(settings).toBeLessThan(steps.length);
    expect(steps[0]?.part).toBe('A');
    expect(cutSteps({ xMm: 0, yMm: 0, widthMm: 5, heightMm: 5 })).toEqual([]);
  });
});
