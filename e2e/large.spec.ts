import { expect, test, type Page } from '@playwright/test';
import { writeRig } from '@squallmark/core/files';
import type { Rig } from '@squallmark/core/rig';
import { stageOfCarriages } from '../packages/core/test/practice/large.js';
import { expectAccessible, go, openDemo, settled, type StationName } from './support.js';

const STATIONS: StationName[] = ['Brief', 'Loom', 'Channels', 'Rails', 'Wake', 'Prove', 'Log'];

async function takeIn(page: Page, rig: Rig): Promise<void> {
  await openDemo(page);
  await page.getByRole('button', { name: 'Files', exact: true }).click();
  const file = { name: 'stage.json', mimeType: 'application/json', buffer: Buffer.from(writeRig(rig)) };
  await page.getByLabel('Rig file', { exact: true }).setInputFiles(file);
  await expect(page.getByRole('button', { name: 'Rigs and files' })).toContainText(rig.name);
  await settled(page);
}

test('a stage of carriages stands on every station, to its last part', async ({ page }) => {
  const stage = stageOfCarriages(8);
  await takeIn(page, stage);
  const last = stage.parts.at(-1)!.label;
  await go(page, 'Brief');
  await expect(page.getByRole('checkbox', { name: last, exact: true })).toBeAttached();
  for (const station of STATIONS) await go(page, station);
  await go(page, 'Channels');
  // seven channels a carriage, two consoles each
  await expect(page.getByRole('table', { name: 'Channel ladder' }).getByRole('row')).toHaveCount(1 + 8 * 7);
  await go(page, 'Rails');
  await expect(
    page.getByRole('treegrid', { name: 'Power tree' }).getByRole('row', { name: /Radio receiver 8/ }),
  ).toBeAttached();
});

test('two consoles with a radio each: whose channel a row is, and both under the hand', async ({ page }) => {
  await takeIn(page, stageOfCarriages(1));
  await go(page, 'Channels');
  await expect(page.getByRole('combobox', { name: 'Control of channel 1, Line console, two pedals 1' })).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Control of channel 1, Head console, radio 1' })).toBeVisible();
  await go(page, 'Prove');
  const head = page.getByRole('group', { name: 'Head console, radio 1' });
  await page.getByRole('combobox', { name: 'of', exact: true }).click();
  await page.getByRole('option', { name: 'Radio receiver 1' }).click();
  const pan = head.getByRole('slider', { name: 'joystick ↔' });
  await pan.focus();
  await pan.press('End');
  await expect(page.getByRole('img', { name: /, pan \+/ })).toBeVisible();
  await expectAccessible(page);
});
