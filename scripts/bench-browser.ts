/// <reference lib="dom" />
/// <reference lib="dom.iterable" />
import { serve } from '@hono/node-server';
import { chromium, type Page } from '@playwright/test';
import { createApp } from '../apps/server/src/app.js';

const STATIONS = ['Brief', 'Loom', 'Channels', 'Rails', 'Wake', 'Prove', 'Log'];
export const ROUNDS = 5;

/** Serves the built page, and hands out new pages of it that stand computed. */
export async function withPages<T>(root: string, use: (open: () => Promise<Page>) => Promise<T>): Promise<T> {
  const app = createApp(root);
  const server = serve({ fetch: app.fetch, port: 0, hostname: '127.0.0.1' });
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
  try {
    const address = server.address();
    if (address === null || typeof address === 'string') throw new Error('the page could not be served');
    return await use(async () => {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      await page.goto(`http://127.0.0.1:${address.port}/`);
      await page.getByText('all computed').waitFor();
      return page;
    });
  } finally {
    await browser.close();
    server.close();
  }
}

/** Slowest station by the middle of its rounds, from the press to the frame that shows it; pieces are fetched in a round before. */
export async function switchMs(page: Page): Promise<number> {
  const times: Record<string, number[]> = {};
  for (let round = 0; round <= ROUNDS; round++)
    for (const name of STATIONS) {
      const ms = await page.evaluate(async (station) => {
        const links = [...document.querySelectorAll<HTMLElement>('nav a')];
        const frame = (): Promise<number> => new Promise((done) => requestAnimationFrame(done));
        const from = performance.now();
        links.find((a) => a.textContent.includes(station))!.click();
        while (!document.querySelector(`main[aria-label="${station}"]`)) {
          await frame();
          if (performance.now() - from > 10_000) throw new Error(`${station} did not come`);
        }
        await frame();
        return performance.now() - from;
      }, name);
      if (round) (times[name] ??= []).push(ms);
      await page.getByText('all computed').waitFor();
    }
  return Math.max(...Object.values(times).map(middle));
}

/** Waits until nothing but the screen's own pace is left: workers that still look through a large rig share the machine. */
export async function quiet(page: Page): Promise<void> {
  await page.evaluate(async () => {
    for (let tries = 0; tries < 40; tries++) {
      const from = performance.now();
      let frames = 0;
      while (performance.now() - from < 1000) {
        await new Promise(requestAnimationFrame);
        frames++;
      }
      if (frames >= 58) return;
    }
  });
}

export const middle = (list: number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!;
