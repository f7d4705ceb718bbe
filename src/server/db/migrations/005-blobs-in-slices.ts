import type { Migration } from './migration';

/** Pictures are packed already: kept as they are, a part of one can be read without the whole. */
export const blobsInSlices: Migration = {
  name: '005-blobs-in-slices',
  statements: ['ALTER TABLE blobs ALTER COLUMN bytes SET STORAGE EXTERNAL'],
};
