import { test } from '@playwright/test';
import { go, openDemo } from './support';
import { choose } from './fields';
test('look', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  page.on('console', (m) => console.log(m.text()));
  await openDemo(page);
  await go(page, 'Prove');
  await choose(page, 'Source', 'stand-in receiver');
  await page.waitForTimeout(1500);
  await page.screenshot({ path: '/tmp/w/shots/prove1.png' });
  await choose(page, 'Source', 'the rig on the bench');
  await page.waitForTimeout(500);
  await page.screenshot({ path: '/tmp/w/shots/prove2.png' });
});
