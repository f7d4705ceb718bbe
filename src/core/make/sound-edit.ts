import { type EntityKind, entities, entryOf, kindsHeldBy } from '#model/entity';
import type { Make } from '#model/make';
import { type Operation, operationsSchema } from '#model/operation';
import { parseInWords } from '#model/parse-in-words';
import { OperationError } from './operation-error';
import { listIn, type Row } from './rows';

/** @throws OperationError in words when a value is not as its schema says. */
function parsed<T>(result: { value: T } | { problem: string }): T {
  if ('problem' in result) throw new OperationError(`This cannot be kept: ${result.problem}.`);
  return result.value;
}

/** Operations as the server would take them. @throws OperationError in words for those that it would refuse. */
export function soundOperations(operations: readonly Operation[]): Operation[] {
  return parsed(parseInWords(operationsSchema, operations));
}

/** A row with its lists emptied, as far as they may be. */
function emptied(kind: EntityKind, row: object): object {
  const lists = kindsHeldBy(kind).map((held) => {
    const kept = entryOf(held).isNeverEmpty ? listIn(row, held).slice(0, 1) : [];
    return [entities[held].list.name, kept.map((one) => emptied(held, one))] as const;
  });
  return { ...row, ...Object.fromEntries(lists) };
}

/** The fields of a row that is another now, and the lengths of its lists; rows within it likewise. */
function checkRow(kind: EntityKind, before: object | undefined, after: object): void {
  // An edit leaves what it does not touch the same object.
  if (before === after) return;
  const held = kindsHeldBy(kind);
  parsed(parseInWords(entryOf(kind).row, emptied(kind, after)));
  for (const one of held) {
    const { name, most } = entities[one].list;
    const rows = listIn(after, one);
    if (rows.length > most) throw new OperationError(`A ${kind} has ${most} ${name} at the most.`);
    if (kindsHeldBy(one).length === 0) continue;
    const known = new Map<string, Row>(before ? listIn(before, one).map((row) => [row.id, row]) : []);
    for (const row of rows) checkRow(one, known.get(row.id), row);
  }
}

/**
 * Whether what sound operations have changed of a make can be kept: fields of the make, its pictures and their colourings that are others now, and the
 * lengths of their lists; the rows themselves came with the operations.
 * @throws OperationError in words
 */
export function checkChanged(before: Make, after: Make): void {
  checkRow('make', before, after);
}
