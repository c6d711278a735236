import { serveStatic } from '@hono/node-server/serve-static';
import { Hono } from 'hono';
import { compress } from 'hono/compress';
import { secureHeaders } from 'hono/secure-headers';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Files whose name carries a hash of what they hold. */
const HASHED = /-[A-Z0-9]{8}\.(js|css|woff2)$/;

/** The built application with strict headers; any other path is the application's own business. */
export function createApp(root: string): Hono {
  const index = readFileSync(join(root, 'index.html'), 'utf8');
  const app = new Hono();
  app.use(
    secureHeaders({
      contentSecurityPolicy: {
        defaultSrc: ["'self'"],
        // the solver of a proposal is WebAssembly; nothing else is evaluated
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        // Angular and the charts put style elements into the page
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        workerSrc: ["'self'", 'blob:'],
        connectSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'self'"],
        frameAncestors: ["'none'"],
      },
      referrerPolicy: 'no-referrer',
    }),
  );
  app.use(compress());
  app.use(async (c, next) => {
    await next();
    c.header('Cache-Control', HASHED.test(c.req.path) ? 'public, max-age=31536000, immutable' : 'no-cache');
  });
  app.get('/', (c) => c.html(index));
  app.use('*', serveStatic({ root }));
  app.get('*', (c) => (/\.[a-z0-9]+$/i.test(c.req.path) ? c.text('There is no such file', 404) : c.html(index)));
  return app;
}
