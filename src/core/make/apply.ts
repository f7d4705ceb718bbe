import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import type { Element, Picture } from '#model/picture';

/** An operation that does not fit the make it meets: what it names is gone, or already there. */
export class OperationError extends RangeError {}

function findPicture(make: Make, pictureId: string): Picture {
  const picture = make.pictures.find(({ id }) => id === pictureId);
  if (!picture) throw new OperationError(`The make has no picture ${pictureId}.`);
  return picture;
}

function findElement(picture: Picture, elementId: string): Element {
  const element = picture.elements.find(({ id }) => id === elementId);
  if (!element) throw new OperationError(`The picture has no element ${elementId}.`);
  return element;
}

function withPicture(make: Make, pictureId: string, change: (picture: Picture) => Picture): Make {
  const picture = findPicture(make, pictureId);
  const changed = change(picture);
  return { ...make, pictures: make.pictures.map((other) => (other === picture ? changed : other)) };
}

function withElement(make: Make, pictureId: string, elementId: string, change: (element: Element) => Element): Make {
  return withPicture(make, pictureId, (picture) => {
    const element = findElement(picture, elementId);
    return { ...picture, elements: picture.elements.map((other) => (other === element ? change(other) : other)) };
  });
}

function insertAt<T>(items: readonly T[], index: number, item: T): T[] {
  if (index > items.length) throw new OperationError(`Place ${index} lies beyond the ${items.length} that are there.`);
  return [...items.slice(0, index), item, ...items.slice(index)];
}

function assign(picture: Picture, assignments: readonly { regionId: string; elementId: string | null }[]): Picture {
  const order = new Map((picture.regionMap?.regions ?? []).map(({ id }, index) => [id, index]));
  const targets = new Map<string, string | null>();
  for (const { regionId, elementId } of assignments) {
    if (!order.has(regionId)) throw new OperationError(`The picture has no region ${regionId}.`);
    if (elementId !== null) findElement(picture, elementId);
    targets.set(regionId, elementId);
  }
  const elements = picture.elements.map((element) => {
    const gained = [...targets].filter(([, elementId]) => elementId === element.id).map(([regionId]) => regionId);
    if (gained.length === 0 && !element.regionIds.some((id) => targets.has(id))) return element;
    const kept = element.regionIds.filter((id) => !targets.has(id));
    // Regions stand in the order of the picture, so that the same set is always the same list.
    const regionIds = [...kept, ...gained].sort((first, second) => (order.get(first) ?? 0) - (order.get(second) ?? 0));
    return { ...element, regionIds };
  });
  return { ...picture, elements };
}

/**
 * Applies one operation to a make. Pure: the make given is not changed. Client and server share it.
 * @throws OperationError when the operation does not fit.
 */
export function applyOperation(make: Make, operation: Operation): Make {
  switch (operation.kind) {
    case 'renameMake':
      return { ...make, name: operation.name };
    case 'setLamp':
      return { ...make, lamp: operation.lamp };
    case 'setSchool':
      return { ...make, school: operation.school };
    case 'addPicture':
      if (make.pictures.some(({ id }) => id === operation.picture.id)) throw new OperationError('The make has this picture already.');
      return { ...make, pictures: insertAt(make.pictures, operation.index, operation.picture) };
    case 'removePicture':
      findPicture(make, operation.pictureId);
      return { ...make, pictures: make.pictures.filter(({ id }) => id !== operation.pictureId) };
    case 'setRegionMap':
      return withPicture(make, operation.pictureId, ({ regionMap: _, ...picture }) => {
        const known = new Set(operation.regionMap?.regions.map(({ id }) => id));
        const elements = picture.elements.map((element) => ({ ...element, regionIds: element.regionIds.filter((id) => known.has(id)) }));
        return { ...picture, elements, ...(operation.regionMap ? { regionMap: operation.regionMap } : {}) };
      });
    case 'setReading':
      return withPicture(make, operation.pictureId, ({ reading: _, ...picture }) =>
        operation.reading ? { ...picture, reading: operation.reading } : picture,
      );
    case 'setPreparation': {
      const { preparation, widthMm, heightMm, grey } = operation;
      return withPicture(make, operation.pictureId, ({ preparation: _, ...picture }) => ({
        ...picture,
        widthMm,
        heightMm,
        grey,
        ...(preparation ? { preparation } : {}),
      }));
    }
    case 'addElement':
      return withPicture(make, operation.pictureId, (picture) => {
        const { element, index } = operation;
        if (picture.elements.some(({ id }) => id === element.id)) throw new OperationError('The picture has this element already.');
        const added = { ...picture, elements: insertAt(picture.elements, index, { ...element, regionIds: [] }) };
        return assign(
          added,
          element.regionIds.map((regionId) => ({ regionId, elementId: element.id })),
        );
      });
    case 'removeElement':
      return withPicture(make, operation.pictureId, (picture) => {
        const element = findElement(picture, operation.elementId);
        return { ...picture, elements: picture.elements.filter((other) => other !== element) };
      });
    case 'renameElement':
      return withElement(make, operation.pictureId, operation.elementId, (element) => ({ ...element, name: operation.name }));
    case 'assignRegions':
      return withPicture(make, operation.pictureId, (picture) => assign(picture, operation.assignments));
    case 'setLadder':
      return withElement(make, operation.pictureId, operation.elementId, ({ ladder: _, ...element }) =>
        operation.ladder ? { ...element, ladder: operation.ladder } : element,
      );
  }
}

/** Applies operations in turn. @throws OperationError at the first that does not fit. */
export function applyOperations(make: Make, operations: readonly Operation[]): Make {
  return operations.reduce(applyOperation, make);
}
