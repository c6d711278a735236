import { expect, test, type Page } from '@playwright/test';
import { expectAccessible, go, mendStops, openDemo, type StationName } from './support.js';

const main = (page: Page, station: StationName) => page.getByRole('main', { name: station });

test('a figure says what it is, how it is come by and what it stands on', async ({ page }) => {
  await openDemo(page);
  await mendStops(page);
  await go(page, 'Rails');
  const row = main(page, 'Rails').getByRole('row', { name: /Thermal core/ });
  const volts = row.getByRole('button', { name: /^\d+\.\d+ V$/ }).first();
  const shown = (await volts.textContent())!.trim();
  await volts.focus();
  await page.keyboard.press('Enter');
  const panel = page.getByRole('dialog', { name: new RegExp(`Volts at Thermal core.*${shown}`) });
  await expect(panel).toContainText('volts of what feeds it − amps × ohms of the leads');
  await expect(panel).toContainText('Regulator 5 V gives');
  await expect(panel).toContainText('4.75–5.25 V');
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect(panel).toBeHidden();
  await expect(volts).toBeFocused();

  await main(page, 'Rails').getByRole('button', { name: /min$/ }).click();
  await expect(page.getByRole('dialog', { name: /Run time/ })).toContainText('kept for the way home');
  await page.getByRole('button', { name: 'Close' }).click();

  for (const [station, name, words] of [
    ['Brief', /kg$/, 'the sum of the part sheets'],
    ['Channels', /ms worst/, 'every period waited out'],
    ['Wake', /\ds$|\d s$/, 'for one pair of hands'],
  ] as const) {
    await go(page, station);
    await main(page, station).getByRole('button', { name }).first().click();
    await expect(page.getByRole('dialog')).toContainText(words);
    await page.mouse.click(5, 400);
    await expect(page.getByRole('dialog')).toBeHidden();
  }
});
