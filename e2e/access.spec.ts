import { expect, test } from '@playwright/test';
import { expectAccessible, go, openDemo, settled, type StationName } from './support.js';

const STATIONS: StationName[] = ['Brief', 'Loom', 'Channels', 'Rails', 'Wake', 'Prove', 'Log'];

for (const scheme of ['light', 'dark'] as const) {
  test(`on a phone every station and its findings pass axe, ${scheme}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: scheme });
    await page.setViewportSize({ width: 390, height: 844 });
    await openDemo(page);
    for (const station of STATIONS) {
      await go(page, station);
      await expectAccessible(page);
    }
  });

  test(`what opens over a station passes axe, ${scheme}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: scheme });
    await openDemo(page);
    await go(page, 'Brief');
    for (const [button, dialog] of [
      ['Pull parts', 'Pull parts'],
      ['Rigs and files', 'Rigs and files'],
      ['Keys', 'Keys'],
    ] as const) {
      await page.getByRole('button', { name: button }).first().click();
      await expect(page.getByRole('dialog', { name: dialog })).toBeVisible();
      await expectAccessible(page);
      await page.keyboard.press('Escape');
      await expect(page.getByRole('dialog')).toBeHidden();
    }
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Go to' }).fill('gimbal');
    await expectAccessible(page);
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Add a wish' }).click();
    await expect(page.getByRole('menu')).toBeVisible();
    await expectAccessible(page);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('menu')).toBeHidden();
    await page.getByRole('button', { name: /^Wish Tilt/ }).press('Enter');
    await expect(page.getByRole('region', { name: 'Wish Tilt' })).toBeVisible();
    await expectAccessible(page);
  });
}

test('narrow, the wishes are numbered on the face and listed under it, in letters that can be read', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openDemo(page);
  await go(page, 'Brief');
  const face = page.getByRole('group', { name: /^Transmitter: / });
  const listed = page.getByRole('listitem').filter({ has: page.getByRole('button', { name: /^Tilt / }) });
  await expect(listed).toBeVisible();
  const least = await face.locator('text').evaluateAll((all) => {
    const sizes = all.map((text) => {
      const { width } = (text as SVGTextElement).ownerSVGElement!.getBoundingClientRect();
      const drawn = (text as SVGTextElement).ownerSVGElement!.viewBox.baseVal.width;
      return (parseFloat(getComputedStyle(text).fontSize) * width) / drawn;
    });
    return Math.min(...sizes);
  });
  expect(least).toBeGreaterThanOrEqual(9);
  await listed.getByRole('button').click();
  await expect(listed.getByRole('button')).toHaveAttribute('aria-pressed', 'true');
});

test('what is done and undone is told to a reader', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Brief');
  const said = page.locator('[aria-live="polite"].cdk-live-announcer-element');
  await page.getByRole('checkbox', { name: 'Zoom camera' }).click();
  await expect(said).toContainText('Zoom camera');
  await settled(page);
  await page.keyboard.press('Control+z');
  await expect(said).toContainText(/^Undone: /);
});
