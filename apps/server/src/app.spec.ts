import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { createApp } from './app.js';

const root = mkdtempSync(join(tmpdir(), 'squallmark-web-'));
mkdirSync(join(root, 'demo'));
writeFileSync(join(root, 'index.html'), '<sq-root></sq-root>');
writeFileSync(join(root, 'main-ABCDEFGH.js'), 'let a;');
writeFileSync(join(root, 'demo/rig.json'), '{}');
afterAll(() => rmSync(root, { recursive: true }));

const app = createApp(root);
const get = (path: string) => app.request(path);

describe('the server', () => {
  it('gives the application for its own paths', async () => {
    for (const path of ['/', '/loom', '/prove?at=GB.tilt.1']) {
      const reply = await get(path);
      expect(reply.status).toBe(200);
      expect(await reply.text()).toContain('sq-root');
    }
  });

  it('says so when a file is missing instead of giving the application', async () => {
    expect((await get('/ghost.js')).status).toBe(404);
  });

  it('does not leave its folder', async () => {
    for (const path of ['/../package.json', '/%2e%2e/package.json', '/demo/..%2f..%2fetc/passwd']) {
      expect(await (await get(path)).text()).not.toMatch(/root:|"name"/);
    }
  });

  it('lets hashed files be kept and asks again for the rest', async () => {
    expect((await get('/main-ABCDEFGH.js')).headers.get('cache-control')).toContain('immutable');
    expect((await get('/demo/rig.json')).headers.get('cache-control')).toBe('no-cache');
  });

  it('answers other methods by what it takes', async () => {
    for (const method of ['POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS']) {
      const reply = await app.request('/', { method });
      expect(reply.status).toBe(405);
      expect(reply.headers.get('allow')).toBe('GET, HEAD');
    }
    expect((await app.request('/', { method: 'HEAD' })).status).toBe(200);
  });

  it('gives what is the same only once', async () => {
    for (const path of ['/', '/loom', '/demo/rig.json', '/main-ABCDEFGH.js']) {
      const tag = (await get(path)).headers.get('etag')!;
      expect(tag).toMatch(/^(W\/)?"/);
      expect((await app.request(path, { headers: { 'If-None-Match': tag } })).status).toBe(304);
    }
  });

  it('gives a build that was put in place while it runs', async () => {
    writeFileSync(join(root, 'index.html'), '<sq-root>two</sq-root>');
    expect(await (await get('/')).text()).toContain('two');
    writeFileSync(join(root, 'index.html'), '<sq-root></sq-root>');
  });

  it('sends strict headers', async () => {
    const { headers } = await get('/');
    expect(headers.get('content-security-policy')).toContain("form-action 'none'");
    expect(headers.get('x-frame-options')).toBe('DENY');
    expect(headers.get('strict-transport-security')).toBeNull();
    expect(headers.get('content-security-policy')).toMatch(/default-src 'self'.*frame-ancestors 'none'/);
    expect(headers.get('x-content-type-options')).toBe('nosniff');
  });
});
