import { expect, test, type Page } from '@playwright/test';
import { openDemo, saved, settled, tile } from './support.js';

/** More stops of Tab than this and nobody finds what comes after them. */
const MOST_STOPS = 90;

/** Goes on by Tab until what has the focus is called so. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let stop = 0; stop < MOST_STOPS; stop++) {
    await page.keyboard.press('Tab');
    const now = await page.evaluate(() => {
      const at = document.activeElement;
      return at?.getAttribute('aria-label') ?? at?.textContent?.trim() ?? '';
    });
    if (name.test(now)) return;
  }
  throw new Error(`nothing called ${name} within ${MOST_STOPS} stops of Tab`);
}

async function station(page: Page, key: string, name: string): Promise<void> {
  await page.keyboard.press(key);
  await expect(page.getByRole('main', { name, exact: true })).toBeVisible();
  await settled(page);
}

test('the whole job goes by keyboard alone, by the names a reader hears', async ({ page }) => {
  test.setTimeout(180_000);
  await openDemo(page);

  await station(page, '2', 'Loom');
  await tabTo(page, /^Move to Regulator 5 V$/);
  await page.keyboard.press('Enter');
  await expect(tile(page, 'Rails')).toContainText('+');
  await tabTo(page, /^Cross it$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'serial is not crossed' })).toBeHidden();
  await settled(page);

  await page.keyboard.press('Control+k');
  await expect(page.getByRole('combobox', { name: 'Go to' })).toBeFocused();
  await page.keyboard.type('channels station');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('main', { name: 'Channels', exact: true })).toBeVisible();
  await tabTo(page, /^Control of channel 8$/);
  const control = page.getByRole('combobox', { name: 'Control of channel 8', exact: true });
  await page.keyboard.press('Enter');
  await expect(page.getByRole('option', { name: 'left slider' })).toBeVisible();
  await page.keyboard.press('Home');
  await page.keyboard.press('Enter');
  await expect(control).toHaveText('nothing');
  await page.keyboard.press('Control+z');
  await expect(control).toHaveText('left slider');
  await tabTo(page, /^High end point of channel 8/);
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('spinbutton', { name: 'High end point of channel 8' })).toHaveValue('1870');
  await page.keyboard.press('Escape');
  await saved(page);

  await tabTo(page, /^High end point of channel 9/);
  await page.keyboard.press('Tab');
  await station(page, '4', 'Rails');
  await page.keyboard.press(']');
  await expect(page.getByText('95 %', { exact: true }).first()).toBeVisible();

  await station(page, '5', 'Wake');
  const awake = page.getByText('Awake. Every step is ticked.');
  for (let step = 0; step < 40 && !(await awake.isVisible()); step++) {
    await expect(page.getByRole('heading', { name: 'Checklist' })).toBeVisible();
    await page.keyboard.press('Enter');
  }
  await expect(awake).toBeVisible();

  await station(page, '6', 'Prove');
  await page.keyboard.press('Space');
  await expect(tile(page, 'Prove')).toContainText('1 /');

  await station(page, '7', 'Log');
  await page.keyboard.press('n');
  await page.keyboard.type('proved by keys');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('row', { name: /proved by keys/ })).toBeVisible();
  await saved(page);
});

test('at twice the size of letters nothing is lost sideways', async ({ page }) => {
  // 200 % on a screen of 1280 × 800 leaves the page this much room
  await page.setViewportSize({ width: 640, height: 400 });
  await openDemo(page);
  for (const key of '1234567') {
    await page.keyboard.press(key);
    await settled(page);
    const over = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    expect(over, `station ${key}`).toBeLessThanOrEqual(0);
  }
});
