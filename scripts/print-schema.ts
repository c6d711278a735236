/** Prints the JSON Schemas of the documents: `npm run schema`. */
import { writeFileSync } from 'node:fs';
import { briefJsonSchema, rigJsonSchema, sheetJsonSchema } from '@squallmark/core/files';

const print = (name: string, schema: object): void =>
  writeFileSync(
    new URL(`../docs/squallmark-${name}.schema.json`, import.meta.url),
    `${JSON.stringify(schema, null, 2)}\n`,
  );

print('rig', rigJsonSchema());
print('brief', briefJsonSchema());
print('sheet', sheetJsonSchema());
