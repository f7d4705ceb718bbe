/** Writes the JSON Schemas of our files from the schemas that read them: node --import tsx scripts/write-schemas.ts. A test says when they are out of date. */
import { mkdir, writeFile } from 'node:fs/promises';
import { shippedSchemas } from '#model/json-schemas';

const folder = 'public/schema';

await mkdir(folder, { recursive: true });
for (const [name, schema] of Object.entries(shippedSchemas())) await writeFile(`${folder}/${name}`, `${JSON.stringify(schema, null, 2)}\n`);
