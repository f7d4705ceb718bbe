import * as z from 'zod/mini';
import { type Make, makeHeadSchema, mostPictures } from '#model/make';
import { type Operation, operationsSchema } from '#model/operation';
import { pictureSchema } from '#model/picture';
import { OperationError } from './operation-error';

/** What a schema found wrong, as a maker reads it: "name: at most 60 signs fit". */
function wordsOf({ issues }: z.core.$ZodError): string {
  const issue = issues[0];
  const field = issue?.path.findLast((part) => typeof part === 'string');
  const message = issue?.message === 'Invalid input' || !issue ? 'this is beyond what can be kept' : issue.message;
  return field === undefined ? message : `${String(field)}: ${message}`;
}

function parsed<S extends z.ZodMiniType>(schema: S, value: unknown): z.output<S> {
  const result = schema.safeParse(value);
  if (!result.success) throw new OperationError(`This cannot be kept: ${wordsOf(result.error)}.`);
  return result.data;
}

/** Operations as the server would take them. @throws OperationError in words for those that it would refuse. */
export function soundOperations(operations: readonly Operation[]): Operation[] {
  return parsed(operationsSchema, operations);
}

/** Whether what edits have changed of a make can be kept: its head, the pictures that are others now. @throws OperationError in words */
export function checkChanged(before: Make, after: Make): void {
  const { pictures, ...head } = after;
  parsed(makeHeadSchema, head);
  if (pictures.length > mostPictures) throw new OperationError(`A make has ${mostPictures} pictures at the most.`);
  for (const [place, picture] of pictures.entries()) {
    // An edit leaves what it does not touch the same object.
    if (before.pictures[place] !== picture) parsed(pictureSchema, picture);
  }
}
