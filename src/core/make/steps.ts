import type { Make } from '#model/make';
import { mostSteps, type Operation, type Step, type Steps, type StepTurn } from '#model/operation';
import { pictureById } from './picture-lookup';
import { type RegionTables, tableOf } from './region-tables';

export const noSteps: Steps = { undo: [], redo: [] };

/** Operations as they are done again later: results that were once given numbers bring them along then. */
function repeatable(operations: readonly Operation[]): Operation[] {
  return operations.map((operation) => {
    if (operation.kind !== 'setRegionMap') return operation;
    const { givenBefore: _, ...again } = operation;
    return again;
  });
}

/**
 * The steps that may be taken back and forth after an edit.
 * @param turn what the edit was; undefined: nothing of the maker's.
 * @param operations what was applied; @param inverse what takes it back (core/make/invert.ts).
 */
export function advanceSteps(
  steps: Steps,
  turn: StepTurn | undefined,
  operations: readonly Operation[],
  inverse: readonly Operation[],
): Steps {
  if (!turn) return steps;
  const { undo, redo } = steps;
  const own = (list: readonly Step[]) => list.find(({ id }) => id === turn.id);
  const without = (list: readonly Step[]) => list.filter(({ id }) => id !== turn.id);
  switch (turn.turn) {
    case 'do':
      return { undo: [...undo, { id: turn.id, done: repeatable(operations), inverse: [...inverse] }].slice(-mostSteps), redo: [] };
    case 'follow': {
      const step = own(undo);
      if (!step) return steps;
      const longer: Step = { id: step.id, done: [...step.done, ...repeatable(operations)], inverse: [...inverse, ...step.inverse] };
      return { undo: undo.map((other) => (other === step ? longer : other)), redo };
    }
    case 'undo': {
      const step = own(undo);
      return step ? { undo: without(undo), redo: [...redo, step] } : steps;
    }
    case 'redo': {
      const step = own(redo);
      // What takes it back now: other edits may have come between.
      return step ? { undo: [...undo, { ...step, inverse: [...inverse] }], redo: without(redo) } : steps;
    }
  }
}

/**
 * Operations of a step without the regions that its picture has no more: a reading may have come after it. A region map that comes with them counts.
 * @param make to which they are to be applied.
 */
export function withoutLostRegions(make: Make, operations: readonly Operation[], tables: RegionTables): Operation[] {
  const current = new Map(make.pictures.map((picture) => [picture.id, tableOf(picture, tables)]));
  return operations.flatMap((operation): Operation[] => {
    if (operation.kind === 'setRegionMap') {
      current.set(operation.pictureId, operation.regionMap ? tables.get(operation.regionMap.table) : undefined);
      return [operation];
    }
    if (!('pictureId' in operation) || !pictureById(make, operation.pictureId)) return [operation];
    const isThere = (id: string) => current.get(operation.pictureId)?.byId.has(id) ?? false;
    if (operation.kind === 'put' && operation.entity === 'element') {
      return [{ ...operation, row: { ...operation.row, regionIds: operation.row.regionIds.filter(isThere) } }];
    }
    if (operation.kind !== 'assignRegions') return [operation];
    const assignments = operation.assignments.filter(({ regionId }) => isThere(regionId));
    return assignments.length > 0 ? [{ ...operation, assignments }] : [];
  });
}
