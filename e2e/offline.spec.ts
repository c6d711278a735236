import { expect, test } from '@playwright/test';
import { go, heldWhole, openDemo, settled } from './support.js';

test.use({ serviceWorkers: 'allow' });

test('works without a network once opened', async ({ page, context }) => {
  await openDemo(page);
  await heldWhole(page);
  await page.reload();
  await settled(page);
  await context.setOffline(true);
  await page.reload();
  await settled(page);
  for (const station of ['Loom', 'Rails', 'Prove'] as const) await go(page, station);
  await expect(page.getByRole('button', { name: 'Rigs and files' })).toContainText('Saltmarsh Six');
});

test('every piece of the page is there before the keeper of the whole starts', async ({ page }) => {
  await openDemo(page);
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  const asked: string[] = [];
  page.on('request', (r) => asked.push(r.url()));
  for (const station of ['Loom', 'Channels', 'Rails', 'Wake', 'Prove', 'Log'] as const) await go(page, station);
  await page.getByRole('button', { name: 'Files', exact: true }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  // what draws pictures in space is large and comes with Prove alone
  expect(asked.filter((url) => url.endsWith('.js') && !url.includes('worker-')).length).toBeLessThanOrEqual(3);
});
