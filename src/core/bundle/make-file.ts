import type { Make } from '#model/make';
import { type MakeFile, makeFileVersion } from '#model/make-file';
import type { UnknownFields } from '#model/unknown-fields';
import { withUnknownFields } from './unknown-fields';

/** A make as a file. @param unknown what its own file said beyond our schema when it came in: it goes out with it again. */
export function makeFile(make: Make, unknown?: UnknownFields | null): MakeFile {
  return withUnknownFields<MakeFile>({ format: 'aquachrome-make', version: makeFileVersion, make }, unknown ?? undefined);
}
