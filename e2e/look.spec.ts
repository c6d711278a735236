import { test } from '@playwright/test';
import { go, mendStops, openDemo } from './support.js';
const shot = (n: string) => ({ path: `/tmp/w/shots/${n}.png` });
test('look', async ({ page }) => {
  await openDemo(page);
  await mendStops(page);
  await page.getByRole("option", { name: "Payload" }).waitFor();
  await page.screenshot(shot("loom"));
  await page.getByRole('option', { name: 'Payload' }).click();
  await page.getByRole('button', { name: 'Unfold Payload' }).waitFor();
  await page.screenshot(shot('loom-fold'));
  await page.setViewportSize({ width: 820, height: 1180 });
  await page.getByRole('button', { name: 'Night bench' }).click();
  await page.screenshot(shot('loom-fold-820'));
});
