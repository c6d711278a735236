/** Prints the JSON Schema of the rig document: `npm run schema`. */
import { writeFileSync } from 'node:fs';
import { rigJsonSchema } from '@squallmark/core/files';

const file = new URL('../docs/squallmark-rig.schema.json', import.meta.url);
writeFileSync(file, `${JSON.stringify(rigJsonSchema(), null, 2)}\n`);
