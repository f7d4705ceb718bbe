import type { Operation } from '#model/operation';
import type { Mend } from '#model/reading';

export function putMend(pictureId: string, row: Mend): Operation {
  return { kind: 'put', entity: 'mend', pictureId, row };
}

export function removeMend(pictureId: string, id: string): Operation {
  return { kind: 'remove', entity: 'mend', pictureId, id };
}
