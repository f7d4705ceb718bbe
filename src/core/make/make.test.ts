import { wholeOriginal } from '#model/preparation';
import { usualReading } from '#model/reading';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Ladder } from '#model/ladder';
import { type Make, makeSchema } from '#model/make';
import { type Operation, operationSchema } from '#model/operation';
import { applyOperation, applyOperations, OperationError } from './apply';
import { invertOperation, invertOperations } from './invert';
import { newMake } from './new-make';
import { nextThing, progressOfPicture } from './progress';

const sha = 'a'.repeat(64);
const regionIds = ['r1', 'r2', 'r3', 'r4'];

function regionMap(ids: readonly string[]) {
  return {
    labelMap: sha,
    widthPx: 10,
    heightPx: 10,
    regions: ids.map((id, index) => ({
      id,
      label: index + 1,
      areaMm2: 4,
      boundsMm: [0, 0, 2, 2] as [number, number, number, number],
      insideMm: [1, 1] as [number, number],
      touchesEdge: false,
    })),
  };
}

function startingMake(): Make {
  const make = newMake({ id: 'make-1', name: 'The Balloon Post' });
  return applyOperation(make, {
    kind: 'addPicture',
    index: 0,
    picture: {
      id: 'p1',
      name: 'Pilot',
      widthMm: 60,
      heightMm: 80,
      original: { sha256: sha, mediaType: 'image/svg+xml', fileName: 'pilot.svg' },
      grey: { sha256: sha, widthPx: 10, heightPx: 10 },
      regionMap: regionMap(regionIds),
      elements: [
        { id: 'e1', name: 'Scarf', regionIds: ['r1'] },
        { id: 'e2', name: 'Coat', regionIds: ['r2', 'r3'], ladder: { rungs: [{ markerId: 'm1', code: 'LAKE31' }] } },
      ],
    },
  });
}

const otherLadder: Ladder = { rungs: [{ markerId: 'm9', code: 'ROSE12' }] };
const anyElementId = fc.constantFrom('e1', 'e2', 'e3');
const anyRegion = fc.constantFrom(...regionIds);
const anyOperation: fc.Arbitrary<Operation> = fc.oneof(
  fc.record({ kind: fc.constant('renameMake' as const), name: fc.constantFrom('One', 'Two') }),
  fc.record({
    kind: fc.constant('setLamp' as const),
    lamp: fc.record({
      kind: fc.constant('distant' as const),
      azimuthDeg: fc.integer({ min: 0, max: 359 }),
      heightDeg: fc.integer({ min: 5, max: 90 }),
    }),
  }),
  fc.record({
    kind: fc.constant('setSchool' as const),
    school: fc.constantFrom('wetBaseDarkToLight' as const, 'palestDeepestMiddle' as const),
  }),
  fc.record({ kind: fc.constant('removePicture' as const), pictureId: fc.constant('p1') }),
  fc.record({
    kind: fc.constant('setRegionMap' as const),
    pictureId: fc.constant('p1'),
    regionMap: fc.constantFrom(null, regionMap(['r1', 'r4']), regionMap(regionIds)),
  }),
  fc.record({
    kind: fc.constant('setReading' as const),
    pictureId: fc.constant('p1'),
    reading: fc.constantFrom(null, usualReading, {
      ...usualReading,
      mends: [{ kind: 'paper' as const, id: 'm1', at: [3, 4] as [number, number] }],
    }),
  }),
  fc.record({
    kind: fc.constant('setPreparation' as const),
    pictureId: fc.constant('p1'),
    preparation: fc.constantFrom(null, { ...wholeOriginal, evenLight: true }),
    widthMm: fc.constantFrom(50, 80),
    heightMm: fc.constantFrom(40, 60),
    grey: fc.constantFrom({ sha256: 'd'.repeat(64), widthPx: 500, heightPx: 400 }, { sha256: 'e'.repeat(64), widthPx: 100, heightPx: 80 }),
  }),
  fc.record({
    kind: fc.constant('addElement' as const),
    pictureId: fc.constant('p1'),
    index: fc.integer({ min: 0, max: 3 }),
    element: fc.record({ id: anyElementId, name: fc.constant('Belly'), regionIds: fc.uniqueArray(anyRegion, { maxLength: 3 }) }),
  }),
  fc.record({ kind: fc.constant('removeElement' as const), pictureId: fc.constant('p1'), elementId: anyElementId }),
  fc.record({
    kind: fc.constant('renameElement' as const),
    pictureId: fc.constant('p1'),
    elementId: anyElementId,
    name: fc.constant('Hat'),
  }),
  fc.record({
    kind: fc.constant('assignRegions' as const),
    pictureId: fc.constant('p1'),
    assignments: fc.array(fc.record({ regionId: anyRegion, elementId: fc.option(anyElementId) }), { minLength: 1, maxLength: 4 }),
  }),
  fc.record({
    kind: fc.constant('setLadder' as const),
    pictureId: fc.constant('p1'),
    elementId: anyElementId,
    ladder: fc.option(fc.constant(otherLadder)),
  }),
);

/** Applies what fits, in turn; leaves out what does not. */
function applyFitting(make: Make, operations: readonly Operation[]): { make: Make; applied: Operation[] } {
  const applied: Operation[] = [];
  let current = make;
  for (const operation of operations) {
    try {
      current = applyOperation(current, operation);
      applied.push(operation);
    } catch (error) {
      if (!(error instanceof OperationError)) throw error;
    }
  }
  return { make: current, applied };
}

describe('operations of a make', () => {
  it('every kind can be generated here, so that none escapes the tests below', () => {
    const generated = new Set(fc.sample(anyOperation, { seed: 1, numRuns: 400 }).map(({ kind }) => kind));
    const kinds = operationSchema.options.map(({ shape }) => shape.kind.value);
    expect([...generated, 'addPicture'].sort()).toEqual(kinds.sort());
  });

  it('undone in turn give the make back, whatever they were', () => {
    fc.assert(
      fc.property(fc.array(anyOperation, { maxLength: 12 }), (operations) => {
        const start = startingMake();
        const { make, applied } = applyFitting(start, operations);
        expect(makeSchema.parse(make)).toEqual(make);
        expect(applyOperations(make, invertOperations(start, applied))).toEqual(start);
      }),
      { seed: 20261124, numRuns: 400 },
    );
  });

  it('never leave a region in two elements, and do not change the make given', () => {
    fc.assert(
      fc.property(fc.array(anyOperation, { maxLength: 12 }), (operations) => {
        const start = startingMake();
        const before = structuredClone(start);
        const { make } = applyFitting(start, operations);
        expect(start).toEqual(before);
        for (const picture of make.pictures) {
          const gathered = picture.elements.flatMap((element) => element.regionIds);
          expect(new Set(gathered).size).toBe(gathered.length);
        }
      }),
      { seed: 4, numRuns: 200 },
    );
  });

  it('that name what is not there are refused with words', () => {
    const make = startingMake();
    expect(() => applyOperation(make, { kind: 'renameElement', pictureId: 'p1', elementId: 'zz', name: 'Hat' })).toThrow(
      'The picture has no element zz.',
    );
    expect(() => invertOperation(make, { kind: 'removePicture', pictureId: 'zz' })).toThrow(OperationError);
  });

  it('know the next thing to do', () => {
    const make = startingMake();
    expect(nextThing(newMake({ id: 'x', name: 'Empty' })).station).toBe('picture');
    expect(nextThing(make)).toEqual({ station: 'groups', words: '1 element needs a ladder' });
    const dressed = applyOperation(make, {
      kind: 'setLadder',
      pictureId: 'p1',
      elementId: 'e1',
      ladder: { rungs: [{ markerId: 'm', code: 'ROSE12' }] },
    });
    expect(nextThing(dressed)).toEqual({ station: 'elements', words: '1 area still white' });
    expect(progressOfPicture(dressed.pictures[0] ?? expect.fail())).toMatchObject({ regions: 4, whiteRegions: 1, elements: 2 });
  });
});
