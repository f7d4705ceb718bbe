import * as z from 'zod/mini';
import { makeFileSchema, makeFileVersion } from './make-file';
import { rackFileSchema, rackFileVersion } from './rack-file';
import { recipeFileSchema, recipeFileVersion } from './recipe-file';

/** JSON Schemas (draft 2020-12) of the files that leave the application, by the name under which they are shipped; what reads a file is stricter in places that no such schema says. */
export function shippedSchemas(): Record<string, object> {
  const files = {
    [`make-${makeFileVersion}.json`]: { schema: makeFileSchema, title: 'A make saved by Aquachrome' },
    [`recipe-${recipeFileVersion}.json`]: { schema: recipeFileSchema, title: 'A recipe saved by Aquachrome' },
    [`rack-${rackFileVersion}.json`]: { schema: rackFileSchema, title: 'A rack saved by Aquachrome' },
  };
  return Object.fromEntries(
    Object.entries(files).map(([name, { schema, title }]) => {
      const { $schema, ...rest } = z.toJSONSchema(schema, { io: 'input' });
      return [name, { $schema, title, ...rest }];
    }),
  );
}
