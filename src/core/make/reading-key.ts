import { strToU8 } from 'fflate';
import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';
import { type Reading, usualReading } from '#model/reading';
import { digestOf } from './digest';

/** How the lines of a picture are read: its settings, or the usual ones, and its mends. */
export function readingOf({ lineSettings, mends }: Pick<Picture, 'lineSettings' | 'mends'>): Reading {
  return { settings: lineSettings ?? usualReading.settings, mends };
}

/**
 * A short name of all that a reading depends on: the raster, its scale, settings and mends. A picture whose region map is of another key
 * has been edited since, and is to be read again.
 */
export function readingKey(picture: Pick<Picture, 'grey' | 'widthMm' | 'lineSettings' | 'mends'>): string {
  const { settings, mends } = readingOf(picture);
  // By name and in order: the database keeps the keys of an object in an order of its own.
  const told = [picture.grey.sha256, picture.widthMm, sorted(settings), mends.map(sorted)];
  return digestOf(strToU8(JSON.stringify(told))).slice(0, 24);
}

function sorted(value: object): [string, unknown][] {
  return Object.entries(value)
    .filter(([, field]) => field !== undefined)
    .sort(([first], [second]) => (first < second ? -1 : 1));
}

/** Whether the regions of a picture are those of its raster, settings and mends as they are now. */
export function isReadUpToDate(picture: Picture): boolean {
  return picture.regionMap?.of === readingKey(picture);
}

/** Whether operations change what the regions of a picture are read from. */
export function changesReading(operations: readonly Operation[], pictureId: string): boolean {
  return operations.some((operation) => {
    if (!('entity' in operation)) return false;
    if (operation.entity === 'mend') return operation.pictureId === pictureId;
    if (operation.kind !== 'patch' || operation.entity !== 'picture' || operation.id !== pictureId) return false;
    return readFrom.some((field) => field in operation.fields);
  });
}

/** Fields of a picture that its reading depends on (readingKey). */
const readFrom = ['grey', 'widthMm', 'lineSettings'] as const;
