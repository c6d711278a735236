import { serve, type ServerType } from '@hono/node-server';
import { expect, test } from '@playwright/test';
import { createHash } from 'node:crypto';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createApp } from '../apps/server/src/app.js';
import { go, heldWhole, openDemo, saved, settled, tile } from './support.js';

/** A served copy of the build that another can be put in the place of. */
class Site {
  private readonly root = mkdtempSync(join(tmpdir(), 'squallmark-site-'));
  private server: ServerType | undefined;

  async open(): Promise<string> {
    cpSync('apps/web/dist/browser', this.root, { recursive: true });
    return new Promise((open) => {
      this.server = serve({ fetch: createApp(this.root).fetch, port: 0, hostname: '127.0.0.1' }, (at: AddressInfo) =>
        open(`http://localhost:${at.port}`),
      );
    });
  }

  /** Another version: its page differs, and the list of its files says so. */
  putNext(): void {
    const page = readFileSync(join(this.root, 'index.html'), 'utf8').replace('<head>', '<head><meta name="next">');
    writeFileSync(join(this.root, 'index.html'), page);
    const list = JSON.parse(readFileSync(join(this.root, 'ngsw.json'), 'utf8')) as Manifest;
    list.timestamp++;
    list.hashTable['/index.html'] = createHash('sha1').update(page).digest('hex');
    writeFileSync(join(this.root, 'ngsw.json'), JSON.stringify(list));
  }

  close(): void {
    this.server?.close();
    rmSync(this.root, { recursive: true, force: true });
  }
}

interface Manifest {
  timestamp: number;
  hashTable: Record<string, string>;
}

test.describe('a newer version', () => {
  test.use({ serviceWorkers: 'allow' });
  const site = new Site();
  test.afterAll(() => site.close());

  test('is told to the open page, which goes on as it is and changes over on the user’s word', async ({ browser }) => {
    const context = await browser.newContext({ baseURL: await site.open() });
    const page = await context.newPage();
    await openDemo(page);
    await heldWhole(page);
    await page.reload();
    await settled(page);
    site.putNext();
    const news = page.getByRole('status').filter({ hasText: 'A newer Squallmark is ready' });
    // whoever comes back to the tab makes it look, again and again
    await expect(async () => {
      await page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')));
      await expect(news).toBeVisible({ timeout: 5000 });
    }).toPass({ timeout: 120_000 });
    for (const station of ['Loom', 'Channels', 'Wake'] as const) await go(page, station);
    await expect(page.locator('meta[name=next]')).toHaveCount(0);
    await page.getByRole('button', { name: 'Night bench' }).click();
    await page.getByRole('button', { name: 'Change over' }).click();
    await expect(page.locator('meta[name=next]')).toHaveCount(1);
    await expect(page.getByRole('button', { name: 'Rigs and files' })).toContainText('Saltmarsh Six');
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
    await saved(page);
    await context.close();
  });
});

test('a station that is no longer there is told instead of a blank page', async ({ page }) => {
  await openDemo(page);
  // every piece that was not fetched yet is gone, as after a new build on a server without the old one
  await page.route('**/chunk-*.js', (route) => route.fulfill({ status: 404 }));
  await tile(page, 'Rails').click();
  await expect(page.getByText('This page is of a version that is no longer there')).toBeVisible();
  await expect(page.getByRole('main', { name: 'Brief' })).toBeVisible();
  await page.unroute('**/chunk-*.js');
  await page.getByRole('button', { name: 'Change over' }).click();
  await settled(page);
  await go(page, 'Rails');
});
