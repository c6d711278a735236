import { test } from '@playwright/test';
import { go, openDemo } from './support';
test('look', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  page.on('console', (m) => console.log(m.text()));
  await openDemo(page);
  await go(page, 'Prove');
  await page.waitForTimeout(1500);
  await page.getByRole('slider', { name: 'left slider' }).focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('PageUp');
  await page.waitForTimeout(2500);
  await page.screenshot({ path: '/tmp/w/shots/prove0.png' });
  await page.getByRole('button', { name: /Show the Zoom/ }).click();
  await page.waitForTimeout(300);
  await page.screenshot({ path: '/tmp/w/shots/prove1.png' });
});
