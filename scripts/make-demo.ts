/** Prints the demo rig as its file: `npm run demo-file`. */
import { writeFileSync } from 'node:fs';
import { writeRig } from '@squallmark/core/files';
import { saltmarshSix } from '../demo/saltmarsh-six.js';

writeFileSync(new URL('../demo/saltmarsh-six.json', import.meta.url), writeRig(saltmarshSix()));
