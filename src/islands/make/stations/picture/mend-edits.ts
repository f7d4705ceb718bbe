import type { Operation } from '#model/operation';
import type { Mend } from '#model/reading';
import type { Opening } from '#model/region-table';

export function putMend(pictureId: string, row: Mend): Operation {
  return { kind: 'put', entity: 'mend', pictureId, row };
}

/** Openings closed, each a mend of its own that can be taken back. */
export function closeOpenings(pictureId: string, openings: readonly Opening[]): Operation[] {
  return openings.map(({ fromMm, toMm }) => putMend(pictureId, { kind: 'closing', id: crypto.randomUUID(), points: [fromMm, toMm] }));
}

export function removeMend(pictureId: string, id: string): Operation {
  return { kind: 'remove', entity: 'mend', pictureId, id };
}
