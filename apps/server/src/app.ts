import { upgradeWebSocket } from '@hono/node-server';
import { serveStatic } from '@hono/node-server/serve-static';
import { Hono, type MiddlewareHandler } from 'hono';
import { compress } from 'hono/compress';
import { etag } from 'hono/etag';
import { secureHeaders } from 'hono/secure-headers';
import type { WSEvents } from 'hono/ws';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { StandIn, type Listener } from './stand-in.js';

/** Files whose name carries a hash of what they hold. */
const HASHED = /-[A-Z0-9]{8}\.(js|css|woff2)$/;

/** Methods that this server knows: it gives files and takes none. */
const ALLOWED = ['GET', 'HEAD'];

/** Where the stand-in receiver is listened to. */
const STAND_IN = '/stand-in';

/** A socket that another site's page opens is refused: browsers let pages try. */
const mine: MiddlewareHandler = async (c, next) => {
  const origin = c.req.header('origin');
  if (origin !== undefined && new URL(origin).host !== c.req.header('host'))
    return c.text('Not from another site', 403);
  await next();
};

function joined(standIn: StandIn): WSEvents {
  let listener: Listener | null = null;
  return {
    onOpen: (_, socket) => standIn.join((listener = { send: (data) => socket.send(data) })),
    onMessage: ({ data }) => listener && standIn.hear(listener, typeof data === 'string' ? data : ''),
    onClose: () => listener && standIn.leave(listener),
  };
}

/**
 * The built application with strict headers; any other path is the application's own business. The page is read again for
 * every visit, so that a build put in place while the server runs is given whole.
 */
export function createApp(root: string): Hono {
  const index = (): string => readFileSync(join(root, 'index.html'), 'utf8');
  const app = new Hono();
  const standIn = new StandIn();
  // before all that touches headers: those of a socket are its own
  app.get(
    STAND_IN,
    mine,
    upgradeWebSocket(() => joined(standIn)),
  );
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
        formAction: ["'none'"],
      },
      xFrameOptions: 'DENY',
      // it is served over plain HTTP on one's own machine: a promise of HTTPS would be a lie
      strictTransportSecurity: false,
      referrerPolicy: 'no-referrer',
    }),
  );
  app.use(async (c, next) => {
    if (ALLOWED.includes(c.req.method)) return next();
    return c.text('This server gives files and takes none', 405, { Allow: ALLOWED.join(', ') });
  });
  app.use(compress());
  app.use(etag());
  app.use(async (c, next) => {
    await next();
    c.header('Cache-Control', HASHED.test(c.req.path) ? 'public, max-age=31536000, immutable' : 'no-cache');
  });
  app.get('/', (c) => c.html(index()));
  app.use('*', serveStatic({ root }));
  app.get('*', (c) => (/\.[a-z0-9]+$/i.test(c.req.path) ? c.text('There is no such file', 404) : c.html(index())));
  return app;
}
