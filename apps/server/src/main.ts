import { serve } from '@hono/node-server';
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { WebSocketServer } from 'ws';
import { createApp } from './app.js';

const root = fileURLToPath(new URL('../../web/dist/browser', import.meta.url));
if (!existsSync(`${root}/index.html`)) {
  console.error('The built application is missing. Run `npm run demo`, which builds it.');
  process.exit(1);
}
const port = Number(process.env.PORT ?? 4870);
const hostname = process.env.HOST ?? '127.0.0.1';

const sockets = new WebSocketServer({ noServer: true });
const server = serve({ fetch: createApp(root).fetch, port, hostname, websocket: { server: sockets } }, (info) => {
  console.log(`Squallmark is at http://localhost:${info.port}`);
});
server.on('error', (error: NodeJS.ErrnoException) => {
  const reason = error.code === 'EADDRINUSE' ? `port ${port} is taken; set PORT to another` : error.message;
  console.error(`Squallmark could not be served: ${reason}`);
  process.exit(1);
});
