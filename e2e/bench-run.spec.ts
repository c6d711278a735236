import { expect, test } from '@playwright/test';
import { expectAccessible, go, heldWhole, openDemo, settled } from './support.js';

test.use({ serviceWorkers: 'allow', viewport: { width: 390, height: 844 } });

test('a whole run at the bench on a phone without a network: readings judged, a step not so, resumed after the tab was closed', async ({
  page,
  context,
}) => {
  await page.clock.install();
  await openDemo(page);
  await heldWhole(page);
  await page.reload();
  await settled(page);
  await context.setOffline(true);
  await page.goto('/wake');
  await settled(page);
  await page.getByRole('button', { name: 'Run at the bench' }).click();
  let run = page.getByRole('dialog');
  const step = (text: string) => expect(run.getByRole('heading', { level: 1 })).toHaveText(text);
  await step('Props off');
  await expectAccessible(page, 'mat-dialog-container');

  // by a clicker, by the space bar, by a tap on the bare page, by the button
  await page.keyboard.press('PageDown');
  await step('Radio transmitter on');
  await page.keyboard.press('Space');
  await step('Throttle low, switches down');
  await run.getByRole('heading', { level: 1 }).click();
  await step('Video transmitter: antenna on');
  await run.getByRole('button', { name: 'Done' }).click();
  await step('Gimbal, two axis: set level, arc clear');
  await page.keyboard.press('PageUp');
  await step('Video transmitter: antenna on');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await step('Pack 4S on, read the meter');

  // the tab goes, and comes back to where the run stood
  await page.reload();
  run = page.getByRole('dialog');
  await step('Pack 4S on, read the meter');
  const meter = run.getByRole('textbox', { name: 'meter' });
  await page.keyboard.press('PageDown');
  await expect(run.getByRole('alert')).toHaveText('Read the meter first.');
  await expect(meter).toBeFocused();
  const says = run.getByRole('status').filter({ hasText: /within|watch|stop/ });
  await meter.fill('25.2');
  await expect(says).toContainText('stop');
  await run.getByRole('button', { name: 'Done' }).click();
  await expect(run.getByRole('alert')).toContainText('Stop: read again');
  await meter.fill('15,3');
  await expect(says).toContainText('watch');
  await meter.fill('16,61');
  await expect(says).toContainText('within');
  await expectAccessible(page, 'mat-dialog-container');
  await meter.press('Enter');

  // the gimbal finds level: nothing goes on before, unless it is seen to be there
  await step('Full stick to each end stop');
  await expect(run.getByRole('button', { name: /^Wait \d+ s$/ })).toBeVisible();
  await page.keyboard.press('PageDown');
  await expect(run.getByRole('alert')).toContainText('Wait for it');
  await step('Full stick to each end stop');
  await page.clock.fastForward(7000);
  await expect(run.getByText(/^Hands off for/)).toBeVisible();
  await page.clock.fastForward(10_000);
  await expect(run.getByRole('button', { name: 'Done' })).toBeVisible();
  await run.getByRole('button', { name: 'Not so' }).click();
  await run.getByRole('textbox', { name: 'What was seen?' }).fill('cable taut on the left');
  await run.getByRole('button', { name: 'Note it and go on' }).click();
  await step('Zoom camera: record, see the cue');
  await page.keyboard.press('PageDown');
  await step('See each picture');
  await run.getByRole('button', { name: 'It is there already' }).click();
  const end = run.getByRole('heading', { name: 'Awake. Every step is ticked.' });
  for (let left = 0; left < 5 && !(await end.isVisible()); left++) await page.keyboard.press('PageDown');
  await expect(end).toBeVisible();
  await expect(run.getByText('cable taut on the left')).toBeVisible();
  await expect(run.getByText('16,61 V')).toBeVisible();
  await run.getByRole('button', { name: 'Close' }).click();

  await go(page, 'Log');
  const log = page.getByRole('main', { name: 'Log' });
  for (const text of [
    'Run begun: in the field, one pair of hands',
    'Wake 6 of 11: Pack 4S on, read the meter, read 16,61 V, within',
    'Wake 7 of 11 not so: Full stick to each end stop; seen: cable taut on the left',
  ])
    await expect(log.getByText(text)).toBeVisible();
  await expect(log.getByText(/Wake list done in .*, 1 not so/)).toBeVisible();
});

test('a run that is given up leaves a record and begins from the first step again', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Wake');
  await page.getByRole('button', { name: 'Run at the bench' }).click();
  const run = page.getByRole('dialog');
  const head = run.getByRole('heading', { level: 1 });
  // a key that comes before the run stands there is nobody's
  await expect(head).toHaveText('Props off');
  await page.keyboard.press('PageDown');
  await page.keyboard.press('PageDown');
  await run.getByRole('button', { name: 'Leave the run' }).click();
  await page.getByRole('button', { name: 'Go on at the bench' }).click();
  await expect(head).toHaveText('Throttle low, switches down');
  await run.getByRole('button', { name: 'Stop the run' }).click();
  await run.getByRole('textbox', { name: 'Why stop?' }).fill('rain');
  await page.keyboard.press('Enter');
  await expect(run).toBeHidden();
  await expect(page.getByText('0 / 11')).toBeVisible();
  await go(page, 'Log');
  await expect(
    page.getByText(/Run stopped at step 3 of 11, Throttle low, switches down after .* s: rain/),
  ).toBeVisible();
});
