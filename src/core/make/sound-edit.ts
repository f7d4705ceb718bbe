import { type Make, makeHeadSchema, mostPictures } from '#model/make';
import { type Operation, operationsSchema } from '#model/operation';
import { parseInWords } from '#model/parse-in-words';
import { mostRows, pictureSchema } from '#model/picture';
import { OperationError } from './operation-error';

/** @throws OperationError in words when a value is not as its schema says. */
function parsed<T>(result: { value: T } | { problem: string }): T {
  if ('problem' in result) throw new OperationError(`This cannot be kept: ${result.problem}.`);
  return result.value;
}

/** Operations as the server would take them. @throws OperationError in words for those that it would refuse. */
export function soundOperations(operations: readonly Operation[]): Operation[] {
  return parsed(parseInWords(operationsSchema, operations));
}

const lists = Object.keys(mostRows) as (keyof typeof mostRows)[];

/**
 * Whether what sound operations have changed of a make can be kept: its head, and of the pictures that are others now their own fields and the
 * lengths of their lists; the rows themselves came with the operations.
 * @throws OperationError in words
 */
export function checkChanged(before: Make, after: Make): void {
  const { pictures, ...head } = after;
  parsed(parseInWords(makeHeadSchema, head));
  if (pictures.length > mostPictures) throw new OperationError(`A make has ${mostPictures} pictures at the most.`);
  for (const [place, picture] of pictures.entries()) {
    // An edit leaves what it does not touch the same object.
    if (before.pictures[place] === picture) continue;
    for (const name of lists) {
      if (picture[name].length > mostRows[name]) throw new OperationError(`A picture has ${mostRows[name]} ${name} at the most.`);
    }
    parsed(parseInWords(pictureSchema, { ...picture, ...Object.fromEntries(lists.map((name) => [name, []])) }));
  }
}
