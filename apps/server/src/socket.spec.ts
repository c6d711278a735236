import { serve, type ServerType } from '@hono/node-server';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { WebSocket, WebSocketServer } from 'ws';
import { createApp } from './app.js';

const root = mkdtempSync(join(tmpdir(), 'squallmark-socket-'));
let server: ServerType;
let port = 0;

beforeAll(async () => {
  writeFileSync(join(root, 'index.html'), '<sq-root></sq-root>');
  const websocket = { server: new WebSocketServer({ noServer: true }) };
  await new Promise<void>((ready) => {
    server = serve({ fetch: createApp(root).fetch, port: 0, hostname: '127.0.0.1', websocket }, () => ready());
  });
  port = (server.address() as AddressInfo).port;
});
afterAll(() => {
  server.close();
  rmSync(root, { recursive: true });
});

describe('the socket of the stand-in receiver', () => {
  it('gives whole bus frames', async () => {
    const socket = new WebSocket(`ws://127.0.0.1:${port}/stand-in`);
    const frame = await new Promise<Buffer>((done, failed) => {
      socket.once('message', (data) => done(data as Buffer));
      socket.once('error', failed);
    });
    socket.close();
    expect([frame.length, frame[0], frame[24]]).toEqual([25, 0x0f, 0]);
  });

  it('is not opened by a page of another site', async () => {
    const socket = new WebSocket(`ws://127.0.0.1:${port}/stand-in`, { origin: 'http://elsewhere.example' });
    const status = await new Promise<string>((done) => {
      socket.once('error', (error) => done(error.message));
      socket.once('open', () => done('open'));
    });
    expect(status).toContain('403');
  });
});
