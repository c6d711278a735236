import { expect, test } from '@playwright/test';
import { contentOf, expectAccessible, go, openDemo, settled } from './support.js';

test.beforeEach(async ({ page }) => {
  await openDemo(page);
  await go(page, 'Wake');
});

test('a step goes where the keys put it, tells what that costs and what forbids it, and goes back', async ({
  page,
}) => {
  const main = page.getByRole('main', { name: 'Wake' });
  const items = main.getByRole('region', { name: 'Checklist' }).getByRole('listitem');
  await expect(items.nth(3)).toContainText('antenna on');
  const antenna = main.getByRole('button', { name: /^4: Video transmitter: antenna on/ });
  await antenna.press('Alt+ArrowRight');
  await expect(items.nth(4)).toContainText('antenna on');
  await expect(main).toContainText('your own order costs no time');
  await settled(page);
  await expect(main.getByRole('region', { name: 'Step at hand' })).toContainText('put there by you, behind');
  await expectAccessible(page);
  // a pack is never switched on before the antenna is there
  await main.getByRole('button', { name: 'Later' }).click();
  await expect(page.locator('mat-snack-bar-container')).toContainText(
    '"Pack 4S on, read the meter" waits for "Video transmitter: antenna on"',
  );
  await main.getByRole('button', { name: 'Free it' }).click();
  await expect(items.nth(3)).toContainText('antenna on');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(items.nth(4)).toContainText('antenna on');
});

test('a step is dragged along the timeline as far as it may go', async ({ page }) => {
  const main = page.getByRole('main', { name: 'Wake' });
  const items = main.getByRole('region', { name: 'Checklist' }).getByRole('listitem');
  const bar = (name: RegExp) => main.getByRole('button', { name });
  const record = (await bar(/^8: Zoom camera: record/).boundingBox())!;
  const ends = (await bar(/^7: Full stick/).boundingBox())!;
  await page.mouse.move(record.x + record.width / 2, record.y + 10);
  await page.mouse.down();
  await page.mouse.move(ends.x + 30, ends.y + 10, { steps: 4 });
  await page.mouse.move(ends.x - 400, ends.y + 10, { steps: 8 });
  await expect(main.getByText(/"Zoom camera: record, see the cue" waits for/)).toBeVisible();
  await page.mouse.up();
  await expect(items.nth(6)).toContainText('record, see the cue');
  await expect(main).toContainText('your own order costs');
});

test('lists for the bench, a computer and powering down, for one pair of hands and two, on paper and as a table', async ({
  page,
}) => {
  const main = page.getByRole('main', { name: 'Wake' });
  const choose = async (label: string, option: string) => {
    await main.getByRole('combobox', { name: label }).click();
    await page.getByRole('option', { name: option }).click();
  };
  await main.getByRole('button', { name: 'Done' }).click();
  await choose('Hands', 'Two pairs of hands');
  await expect(main.getByText(/^11 steps/)).toBeVisible();
  await choose('Kind of power-up', 'On packs at the bench');
  await expect(main.getByRole('button', { name: '1: Props off, craft held down' })).toBeVisible();
  await choose('Kind of power-up', 'On a computer');
  await expect(main).toContainText('No part of this rig has a free USB socket');
  await choose('Kind of power-up', 'Powering down');
  await expect(main.getByRole('button', { name: '1: Landed, disarmed, props stand' })).toBeVisible();
  await expectAccessible(page);
  const saved = async (item: string): Promise<string> => {
    await main.getByRole('button', { name: 'Print and export' }).click();
    const download = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: item }).click();
    return (await contentOf(await download)).toString('latin1');
  };
  expect(await saved('This list, CSV')).toMatch(/^start_s,seconds,who,part,step,mind,why_here\r\n0,2,hands,/);
  expect(await saved('Card of this list, PDF')).toMatch(/^%PDF-/);
  await go(page, 'Log');
  await expect(page.getByText('Run left at step 2 of 11, Radio transmitter on, for another list')).toBeVisible();
});
