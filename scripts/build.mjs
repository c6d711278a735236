/** Builds the application, the server and the command line into their dist folders. */
import { build } from 'esbuild';
import { run } from './run.mjs';

const banner = { js: "import { createRequire as __cr } from 'node:module'; const require = __cr(import.meta.url);" };
const common = {
  bundle: true,
  platform: 'node',
  format: 'esm',
  // a package that ships both is taken in its module form: the other one may look for its own files at run time
  mainFields: ['module', 'main'],
  target: 'node20',
  logLevel: 'warning',
  banner,
};

await Promise.all([
  build({ ...common, entryPoints: ['apps/server/src/main.ts'], outfile: 'apps/server/dist/server.mjs' }),
  build({
    ...common,
    entryPoints: ['apps/cli/src/main.ts'],
    // read their own files at run time, so they stay beside the bundle
    external: ['pdfmake', 'elkjs', 'highs'],
    outfile: 'apps/cli/dist/squallmark.mjs',
    banner: { js: `#!/usr/bin/env node\n${banner.js}` },
  }),
]);
run('npx', ['ng', 'build']);
