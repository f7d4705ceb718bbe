import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PlanSource } from '#model/plan-source';
import { indexTable } from '#core/make/region-tables';
import { regionTableSchema } from '#model/region-table';
import { box, disk, labelMap } from '../../../tests/label-map';
import { madeUpColoured, madeUpMake } from '../../../tests/made-up-make';
import { type Chain, openChain } from './chain';
import { openPlan } from './plan';
import { planSource } from './plan-source';
import { settled } from './settled';

const [width, height, pxPerMm] = [220, 160, 10];
const labels = labelMap(width, height, [
  disk(60, 60, 45),
  box(100, 20, 160, 110),
  box(160, 20, 210, 110),
  disk(60, 130, 25),
  box(100, 110, 210, 150),
]);
const boundsMm = [0, 0, 1, 1] as const;
const table = indexTable(
  regionTableSchema.parse({
    schema: 1,
    frame: { widthMm: width / pxPerMm, heightMm: height / pxPerMm },
    widthPx: width,
    heightPx: height,
    regions: [1, 2, 3, 4, 5].map((label) => ({ id: `r${label}`, label, areaMm2: 9, boundsMm, insideMm: [1, 1], touchesEdge: false })),
    borders: [],
    cues: [{ kind: 'hatching', regionId: 'r2', boundsMm: [11, 3, 3, 4], centreMm: [12, 4], count: 5, directionDeg: 45 }],
    lost: [],
    bodies: [{ regionIds: ['r2', 'r3'] }],
    fronts: [],
  }),
);
const ladder = (...codes: string[]) => ({ rungs: codes.map((code) => ({ markerId: code, code })) });
const stroke = {
  points: [
    [3, 3],
    [9, 9],
  ] as [number, number][],
  radiusMm: 1.5,
};
const picture = madeUpColoured({
  elements: [
    { id: 'ball', name: 'Ball', regionIds: ['r1'], ladder: ladder('a', 'b', 'c') },
    { id: 'box', name: 'Box', regionIds: ['r2', 'r3'], ladder: ladder('d', 'e') },
    { id: 'base', name: 'Base', regionIds: ['r4', 'r5'], ladder: ladder('f', 'g', 'h', 'i') },
    {
      id: 'dot',
      name: 'Dot',
      regionIds: [],
      ladder: ladder('j', 'k'),
      spot: { on: 'ball', softMm: 1, strokes: [{ points: [[6, 6]], radiusMm: 2 }] },
    },
    { id: 'halo', name: 'Halo', regionIds: [], ladder: ladder('l', 'm'), outside: { kind: 'halo', stepMm: 0.5 } },
  ],
  strokes: [{ id: 's', kind: 'darker', ...stroke }],
});
const make = madeUpMake();
const start = planSource(make, picture);

/** Another source, told by what is changed of the first. */
const changes: Record<string, (source: PlanSource) => PlanSource> = {
  'the lamp moves': (source) => ({ ...source, lamp: { kind: 'distant', azimuthDeg: 90, heightDeg: 50 } }),
  'the lamp is near': (source) => ({ ...source, lamp: { kind: 'near', xMm: 12, yMm: 3, heightMm: 9 } }),
  'one wishes more shadow': (source) => withElement(source, 'box', { light: { shade: 'dark' } }),
  'one keeps paper bare': (source) => withElement(source, 'ball', { light: { highlight: 0.2 } }),
  'one has shares by hand': (source) => withElement(source, 'base', { light: { shares: [0.1, 0.2, 0.3, 0.4] } }),
  'one has a lamp of its own': (source) =>
    withElement(source, 'base', { light: { lamp: { kind: 'distant', azimuthDeg: 180, heightDeg: 30 } } }),
  'one lies by place': (source) => withElement(source, 'ball', { ladder: { ...ladder('a', 'b', 'c'), order: 'place' } }),
  'one has a longer ladder': (source) => withElement(source, 'box', { ladder: ladder('d', 'e', 'n') }),
  'one has no ladder': (source) => withElement(source, 'ball', { ladder: undefined }),
  'a stroke more': (source) => ({
    ...source,
    colouring: { ...source.colouring, strokes: [...source.colouring.strokes, { id: 't', kind: 'fold', ...stroke }] },
  }),
  'no stroke': (source) => ({ ...source, colouring: { ...source.colouring, strokes: [] } }),
  'hatching pulls no more': (source) => ({ ...source, colouring: { ...source.colouring, cuesPull: 0 } }),
  'another body': (source) => ({ ...source, bodies: [{ id: 'b', regionIds: ['r4', 'r5'], relief: { kind: 'flat' } }] }),
  'something in front': (source) => ({ ...source, fronts: [{ id: 'r2-r5', between: ['r2', 'r5'], front: 'r2' }] }),
  'the first goes': (source) => ({ ...source, elements: source.elements.slice(1).filter(({ spot }) => !spot) }),
  'others first': (source) => ({ ...source, elements: source.elements.toReversed() }),
};
function withElement(source: PlanSource, id: string, change: Partial<PlanSource['elements'][number]>): PlanSource {
  return { ...source, elements: source.elements.map((own) => (own.id === id ? { ...own, ...change } : own)) };
}
const names = Object.keys(changes);
const asked = ['bands', 'pixels', 'places', 'edges', 'contacts', 'greys'] as const;

describe('the plan', () => {
  it('kept from edit to edit is what is made anew: whatever is changed, in whatever order, at either resolution', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...names), fc.constantFrom('full', 'half'), fc.constantFrom(...asked)), {
          minLength: 1,
          maxLength: 6,
        }),
        (edits) => {
          const plan = openPlan(labels, table);
          let source = start;
          for (const [name, resolution, what] of edits) {
            source = changes[name]?.(source) ?? source;
            // As a message brings it: none of it is the same object.
            const sent = structuredClone(source);
            expect(plan.ask(sent, what, { resolution }), `${name}, ${what}`).toEqual(
              openPlan(labels, table).ask(source, what, { resolution }),
            );
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  it('in steps, left after any of them and taken up with something else, it comes to what is made at once', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...names), fc.constantFrom('full', 'half'), fc.nat(60), fc.boolean()), {
          minLength: 1,
          maxLength: 5,
        }),
        (edits) => {
          const plan = openPlan(labels, table);
          let source = start;
          for (const [name, resolution, leaveAfter, asks] of edits) {
            source = changes[name]?.(source) ?? source;
            const steps = plan.bandsInSteps(structuredClone(source), { resolution });
            for (let step = 0; step < leaveAfter && !steps.next().done; step++);
            if (!asks) continue;
            expect(plan.ask(source, 'bands', { resolution }), `${name}, after ${leaveAfter}`).toEqual(
              openPlan(labels, table).ask(source, 'bands', { resolution }),
            );
          }
        },
      ),
      { numRuns: 25 },
    );
  });

  it('after the last step the bands are there, and nothing is left to be done for them', () => {
    const plan = openPlan(labels, table);
    const steps = [...plan.bandsInSteps(start)];
    expect(steps.length).toBeGreaterThan(5);
    plan.made();
    plan.ask(start, 'bands');
    expect(plan.made()).toEqual(['bands']);
  });

  it.each(names)('%s: what it tells of is another, and back again is as before', (name) => {
    const plan = openPlan(labels, table);
    const [before, after, back] = [start, changes[name]?.(start) ?? start, start].map((source) =>
      structuredClone(plan.ask(source, 'bands')),
    );
    expect(after).not.toEqual(before);
    expect(back).toEqual(before);
  });

  it('says what each edit touches: a lamp leaves forms and hand, a wish leaves the light, a name leaves everything', () => {
    const plan = openPlan(labels, table);
    plan.ask(start, 'contacts');
    plan.made();
    const madeBy = (source: PlanSource) => {
      plan.ask(source, 'contacts');
      return plan.made();
    };
    const named = { ...picture, elements: picture.elements.map((element) => ({ ...element, name: `${element.name} too` })) };
    expect(madeBy(planSource(make, named)), 'not even the source is another').toEqual([]);
    const lamp = madeBy(changes['the lamp moves']?.(start) ?? start);
    expect(lamp).toEqual(expect.arrayContaining(['lamp', 'values', 'bandCuts', 'laid', 'bands', 'contacts']));
    for (const name of ['stage', 'forms', 'hand', 'map', 'light'] as const) expect(lamp, name).not.toContain(name);
    madeBy(start);
    const wish = madeBy(changes['one wishes more shadow']?.(start) ?? start);
    expect(wish).toContain('bandCuts');
    for (const name of ['stage', 'forms', 'light', 'values', 'hand'] as const) expect(wish, name).not.toContain(name);
    madeBy(start);
    const hand = madeBy(changes['a stroke more']?.(start) ?? start);
    for (const name of ['stage', 'forms', 'light', 'bandCuts'] as const) expect(hand, name).not.toContain(name);
  });

  it("one element's wish cuts that element anew, and no other", () => {
    const plan = openPlan(labels, table);
    const before = plan.ask(start, 'bandCuts').of;
    const after = plan.ask(withElement(start, 'base', { light: { shade: 'lighter' } }), 'bandCuts').of;
    expect(after.map((cut, index) => cut === before[index])).toEqual([true, true, false, true, true]);
  });

  it('a body that is as it was keeps its form when another changes; one that nothing coloured lies on lets it go', () => {
    const plan = openPlan(labels, table);
    plan.ask(start, 'bands');
    const before = new Map(plan.ask(start, 'forms').kept);
    plan.ask(changes['another body']?.(start) ?? start, 'bands');
    const after = plan.ask(changes['another body']?.(start) ?? start, 'forms').kept;
    const same = [...after].filter(([key, form]) => before.get(key) === form);
    expect(same.length).toBe(before.size - 2);
    plan.ask({ ...start, elements: [] }, 'bands');
    expect(plan.ask({ ...start, elements: [] }, 'forms').kept.size).toBe(0);
  });

  it('gives the recipe too, and needs no label map for it; for its light it does, and says so', () => {
    const plan = openPlan(null, table);
    const recipe = plan.ask(start, 'recipe', { written: { make, picture, rack: [], sources: {} } });
    expect(recipe.elements.map(({ name }) => name).sort()).toEqual(['Ball', 'Base', 'Box', 'Dot', 'Halo']);
    expect(() => plan.ask(start, 'bands')).toThrow('The plan needs labels, which was not given.');
  });
});

describe('a chain', () => {
  type Values = { first: number[]; second: number; sum: number[]; told: string };
  const open = (): { chain: Chain<Values>; runs: string[] } => {
    const runs: string[] = [];
    const chain = openChain<Values>({
      sum: {
        needs: ['first', 'second'],
        make: ({ first, second }) => {
          runs.push('sum');
          return first.map((own) => own + second);
        },
        settles: true,
      },
      told: {
        needs: ['sum'],
        make: ({ sum }, before) => {
          runs.push('told');
          return `${before ?? ''}${sum.join(' ')};`;
        },
      },
    });
    return { chain, runs };
  };

  it('makes a step anew when one of its needs says something else, and gives it what it made before', () => {
    const { chain, runs } = open();
    chain.put({ first: [1, 2], second: 1 });
    expect(chain.ask('told')).toBe('2 3;');
    chain.put({ first: [1, 2] });
    expect(chain.ask('told')).toBe('2 3;');
    expect(runs).toEqual(['sum', 'told']);
    chain.put({ first: [0, 1], second: 2 });
    // The sum is made anew, and says the same.
    expect(chain.ask('told')).toBe('2 3;');
    expect(runs).toEqual(['sum', 'told', 'sum']);
    chain.put({ second: 5 });
    expect(chain.ask('told')).toBe('2 3;5 6;');
    expect(chain.made()).toEqual(['sum', 'told', 'sum', 'sum', 'told']);
  });

  it('a list that was given again keeps the rows that say the same', () => {
    const [one, two] = [{ a: 1 }, { a: 2 }];
    const before = [one, two];
    expect(settled(before, [{ a: 1 }, { a: 2 }])).toBe(before);
    const after = settled(before, [{ a: 1 }, { a: 3 }]);
    expect(after[0]).toBe(one);
    expect(after[1]).toEqual({ a: 3 });
  });
});
