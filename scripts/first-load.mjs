import { readFileSync, readdirSync } from 'node:fs';
import { gzipSync } from 'node:zlib';

const ROOT = new URL('../apps/web/dist/browser/', import.meta.url);

/**
 * Bytes a new user's browser fetches before the first station stands, compressed: page, styles, the scripts
 * the page names and what they import at once, the first station, the faces of the script, the demo rig and
 * the analysis worker.
 */
export function firstLoad() {
  const index = readFileSync(new URL('index.html', ROOT), 'utf8');
  const files = new Set(['index.html', 'demo/saltmarsh-six.json']);
  for (const [, name] of index.matchAll(/(?:src|href)="([^"]+\.(?:js|css|svg))"/g)) files.add(name);
  const all = readdirSync(ROOT);
  for (const name of files) if (name.endsWith('.js')) for (const imported of statics(name)) files.add(imported);
  const brief = all.find((name) => name.endsWith('.js') && /selectors:\[\["sq-brief"\]\]/.test(read(name)));
  const worker = all.find((name) => name.startsWith('worker-') && read(name).includes('no rig was sent yet'));
  for (const name of [brief, worker]) if (name) files.add(name);
  for (const name of files) if (name.endsWith('.js')) for (const imported of statics(name)) files.add(imported);
  for (const name of readdirSync(new URL('media/', ROOT)))
    if (/latin-wght-normal/.test(name)) files.add(`media/${name}`);
  const sizes = [...files].map((name) => ({ name, bytes: sizeOf(name) }));
  return {
    total: sizes.reduce((sum, f) => sum + f.bytes, 0),
    files: sizes.sort((a, b) => b.bytes - a.bytes),
    complete: Boolean(brief && worker),
  };
}

const read = (name) => readFileSync(new URL(name, ROOT), 'utf8');
const statics = (name) => [...read(name).matchAll(/(?:from|import)\s*"\.\/([^"]+\.js)"/g)].map((m) => m[1]);
/** Faces are compressed already. */
const sizeOf = (name) => {
  const bytes = readFileSync(new URL(name, ROOT));
  return name.endsWith('.woff2') ? bytes.length : gzipSync(bytes).length;
};
