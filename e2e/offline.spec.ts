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
