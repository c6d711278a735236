import { expect, test } from '@playwright/test';
import { go, openDemo, settled } from './support.js';

test.use({ serviceWorkers: 'allow' });

test('works without a network once opened', async ({ page, context }) => {
  await openDemo(page);
  const cached = () =>
    page.evaluate(async () => {
      const manifest = (await (await fetch('/ngsw.json')).json()) as { hashTable: Record<string, string> };
      const urls = await Promise.all(
        (await caches.keys()).map(async (name) =>
          (await (await caches.open(name)).keys()).map((r) => new URL(r.url).pathname),
        ),
      );
      const held = new Set(urls.flat());
      return Object.keys(manifest.hashTable).filter((url) => !held.has(url)).length;
    });
  await expect.poll(cached, { timeout: 45_000 }).toBe(0);
  await page.reload();
  await settled(page);
  await context.setOffline(true);
  await page.reload();
  await settled(page);
  for (const station of ['Loom', 'Rails', 'Prove'] as const) await go(page, station);
  await expect(page.getByRole('button', { name: 'Rigs and files' })).toContainText('Saltmarsh Six');
});
