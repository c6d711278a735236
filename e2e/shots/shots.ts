import { expect, test, type Page } from '@playwright/test';
import { choose } from '../fields.js';
import { go, mendStops, openDemo, settled, tile, type StationName } from '../support.js';

const shot = (page: Page, name: string) => page.screenshot({ path: `docs/screenshots/${name}.png` });

async function shoot(page: Page, station: StationName, ready: () => Promise<void> = () => settled(page)) {
  await go(page, station);
  await ready();
  await shot(page, station.toLowerCase());
}

test('a picture of every station, as the demo goes', async ({ page }) => {
  await openDemo(page);
  await shoot(page, 'Brief', () => expect(page.getByText(/cheapest class that would/)).toBeVisible());
  await shoot(page, 'Loom', () => expect(page.getByRole('button', { name: 'Cable C13', exact: true })).toBeVisible());
  await page.getByRole('button', { name: 'Part Flight controller' }).click();
  await expect(page.getByRole('button', { name: /^Plug Radio receiver bus/ })).toBeVisible();
  await shot(page, 'part');
  await page.getByRole('button', { name: 'Board plan' }).click();
  await shot(page, 'board');
  await page.getByRole('button', { name: 'Propose wiring' }).click();
  await expect(page.getByRole('button', { name: 'Take it over' })).toBeVisible();
  await shot(page, 'proposal');
  await mendStops(page);
  await shoot(page, 'Channels');
  await page.getByRole('row').filter({ hasText: 'Tilt' }).getByRole('cell').last().click();
  await expect(page.getByRole('complementary', { name: 'Channel 8' })).toBeVisible();
  await shot(page, 'channel');
  await page.getByRole('button', { name: 'Identify', exact: true }).click();
  await page.getByRole('button', { name: 'Let the bench wiggle' }).click();
  await expect(page.getByText('The rig agrees with what was seen')).toBeVisible();
  await shot(page, 'identify');
  await page.getByRole('button', { name: 'Signal', exact: true }).click();
  await expect(page.getByText('SBUS, 100 000 baud 8E2, inverted')).toBeVisible();
  const paper = page.getByRole('img', { name: /^Line over 44/ });
  await expect(paper).toBeVisible();
  await shot(page, 'signal');
  await page.getByRole('button', { name: 'Back to the ladder' }).click();
  await shoot(page, 'Rails', async () => {
    await page.getByRole('slider', { name: 'Pack from full to flat' }).fill('0.45');
    await expect(page.getByRole('img', { name: /Volts at Zoom camera/ }).locator('svg')).toBeVisible();
  });
  await shoot(page, 'Wake', async () => {
    for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Done' }).click();
  });
  await page.getByRole('button', { name: 'Go on at the bench' }).click();
  const run = page.getByRole('dialog');
  await run.getByRole('button', { name: 'Done' }).click();
  await run.getByRole('textbox', { name: 'meter' }).fill('16.61');
  await page.setViewportSize({ width: 390, height: 844 });
  await expect(run.getByText('within', { exact: true })).toBeVisible();
  await shot(page, 'bench-run');
  await page.setViewportSize({ width: 1280, height: 800 });
  await run.getByRole('button', { name: 'Leave the run' }).click();
  // a flight begins on a full pack, and the check asks for one
  await go(page, 'Rails');
  await page.getByRole('slider', { name: 'Pack from full to flat' }).fill('0');
  await shoot(page, 'Prove', async () => {
    const plan = page.getByRole('complementary', { name: 'Check plan' });
    await plan.getByRole('button', { name: 'Play all' }).click();
    await expect(tile(page, 'Prove')).toContainText('59 / 59');
    await choose(page, 'Fault', 'C6: the two serial wires go the wrong way round');
    await plan.getByRole('button', { name: /Right slider full up/ }).click();
    await plan.getByRole('button', { name: 'Play step' }).click();
    await expect(plan.getByRole('button', { name: /Right slider full up.*no answer/ })).toBeVisible();
    await page.getByRole('slider', { name: 'left slider' }).fill('0.45');
    await page.getByRole('slider', { name: 'switch F' }).fill('0');
    await page.getByRole('slider', { name: 'switch G' }).fill('1');
    await expect(page.getByRole('img', { name: 'Picture of the Zoom camera' })).toBeVisible();
    await expect(page.getByRole('img', { name: 'tilt −3°' })).toBeVisible();
  });
  await page.getByRole('main', { name: 'Prove' }).getByRole('button', { name: 'Find it' }).click();
  await expect(page.getByRole('heading', { name: /tells most a minute/ })).toBeVisible({ timeout: 60_000 });
  await shot(page, 'find');
  await page.getByRole('button', { name: 'Back to the plan' }).click();
  await shoot(page, 'Log');
  await page.getByRole('button', { name: 'Files', exact: true }).click();
  await expect(page.getByRole('dialog', { name: 'Rigs and files' })).toBeVisible();
  await shot(page, 'files');
});

test('the night bench', async ({ page }) => {
  await page.emulateMedia({ colorScheme: 'dark' });
  await openDemo(page);
  await go(page, 'Loom');
  await expect(page.getByRole('button', { name: 'Cable C13', exact: true })).toBeVisible();
  await shot(page, 'loom-night');
});

test('the shelf and the carriage', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('link', { name: 'Shelf', exact: true }).click();
  await page.getByLabel('Find a sheet').fill('thermal');
  await page.getByRole('button', { name: /^Thermal core/ }).click();
  await page.getByRole('button', { name: 'Copy as own' }).click();
  const sheet = page.getByRole('region', { name: 'Sheet of Thermal core, own 1' });
  await sheet.getByRole('button', { name: /Supplies ·/ }).click();
  await sheet.getByRole('button', { name: 'main', exact: true }).click();
  await sheet.getByRole('spinbutton', { name: 'Volts it takes, to' }).fill('13');
  await sheet.getByRole('spinbutton', { name: 'Volts it takes, to' }).blur();
  await expect(page.getByText(/^gone: Thermal core/)).toBeVisible();
  await shot(page, 'shelf');
  await page.getByRole('button', { name: 'Files', exact: true }).click();
  await page.getByRole('button', { name: 'Demo: Glasshouse Line' }).click();
  await expect(page.getByRole('button', { name: 'Rigs and files' })).toContainText('Glasshouse Line');
  await settled(page);
  await go(page, 'Loom');
  await expect(page.getByRole('button', { name: 'Part Remote head' })).toBeVisible();
  await shot(page, 'glasshouse');
});
