import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';
import { applyOperation } from './apply';

/** Where the named regions are now, as assignments that put them back there. */
function presentAssignments(picture: Picture, regionIds: readonly string[]): Operation[] {
  if (regionIds.length === 0) return [];
  const assignments = regionIds.map((regionId) => ({
    regionId,
    elementId: picture.elements.find((element) => element.regionIds.includes(regionId))?.id ?? null,
  }));
  return [{ kind: 'assignRegions', pictureId: picture.id, assignments }];
}

/**
 * Operations that undo `operation`, given the make before it was applied; to be applied in turn.
 * @throws OperationError when the operation does not fit the make.
 */
export function invertOperation(before: Make, operation: Operation): Operation[] {
  applyOperation(before, operation);
  const picture = 'pictureId' in operation ? before.pictures.find(({ id }) => id === operation.pictureId) : undefined;
  const element = 'elementId' in operation ? picture?.elements.find(({ id }) => id === operation.elementId) : undefined;
  switch (operation.kind) {
    case 'renameMake':
      return [{ kind: 'renameMake', name: before.name }];
    case 'setLamp':
      return [{ kind: 'setLamp', lamp: before.lamp }];
    case 'setSchool':
      return [{ kind: 'setSchool', school: before.school }];
    case 'addPicture':
      return [{ kind: 'removePicture', pictureId: operation.picture.id }];
    case 'removePicture':
      return picture ? [{ kind: 'addPicture', picture, index: before.pictures.indexOf(picture) }] : [];
    case 'setRegionMap': {
      if (!picture) return [];
      const known = new Set(operation.regionMap?.regions.map(({ id }) => id));
      const lost = picture.elements.flatMap(({ regionIds }) => regionIds.filter((id) => !known.has(id)));
      return [{ kind: 'setRegionMap', pictureId: picture.id, regionMap: picture.regionMap ?? null }, ...presentAssignments(picture, lost)];
    }
    case 'setReading':
      return picture ? [{ kind: 'setReading', pictureId: picture.id, reading: picture.reading ?? null }] : [];
    case 'setPreparation': {
      if (!picture) return [];
      const { id: pictureId, preparation = null, widthMm, heightMm, grey } = picture;
      return [{ kind: 'setPreparation', pictureId, preparation, widthMm, heightMm, grey }];
    }
    case 'addElement':
      if (!picture) return [];
      return [
        { kind: 'removeElement', pictureId: picture.id, elementId: operation.element.id },
        ...presentAssignments(picture, operation.element.regionIds),
      ];
    case 'removeElement':
      return picture && element ? [{ kind: 'addElement', pictureId: picture.id, element, index: picture.elements.indexOf(element) }] : [];
    case 'renameElement':
      return element ? [{ ...operation, name: element.name }] : [];
    case 'assignRegions':
      return picture
        ? presentAssignments(
            picture,
            operation.assignments.map(({ regionId }) => regionId),
          )
        : [];
    case 'setLadder':
      return [{ ...operation, ladder: element?.ladder ?? null }];
  }
}

/** Operations that undo several in turn, given the make before the first. */
export function invertOperations(before: Make, operations: readonly Operation[]): Operation[] {
  let make = before;
  const inverses: Operation[][] = [];
  for (const operation of operations) {
    inverses.unshift(invertOperation(make, operation));
    make = applyOperation(make, operation);
  }
  return inverses.flat();
}
