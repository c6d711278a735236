/** `npm run demo`: installs what is missing, builds, serves with the demo rig and prints the address. */
await import('./install.mjs');
await import('./build.mjs');
await import('../apps/server/dist/server.mjs');
