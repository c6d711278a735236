import { expect, test } from '@playwright/test';
import { choose } from './fields.js';
import { expectAccessible, go, openDemo, tile } from './support.js';

test('a fault put in blind is found: suspects, the measurement that tells most, its reading, the cause into the log', async ({
  page,
}) => {
  await openDemo(page);
  await page.getByRole('button', { name: 'Cross it' }).first().click();
  await go(page, 'Prove');
  const main = page.getByRole('main', { name: 'Prove' });
  await expect(main.getByRole('button', { name: 'Find it' })).toBeDisabled();
  await choose(page, 'Fault', 'C6 is not plugged in');
  const plan = page.getByRole('complementary', { name: 'Check plan' });
  for (const step of ['Right slider full up', 'Left slider full up']) {
    await plan.getByRole('button', { name: step }).click();
    await plan.getByRole('button', { name: 'Play step' }).click();
    await expect(plan.getByRole('button', { name: new RegExp(`${step}.*(zoom|tilt)`) })).toBeVisible();
  }
  // what a fault in the simulated rig does is not the rig's own
  await expect(tile(page, 'Prove')).toContainText(/Prove0 \/ \d+/);
  await main.getByRole('button', { name: 'Find it' }).click();

  const room = page.getByRole('dialog');
  const next = room.getByRole('region', { name: 'Measure next' });
  await expect(next.getByRole('heading', { name: /tells most a minute/ })).toBeVisible();
  await expect(room.getByRole('region', { name: 'What explains every answer' })).toContainText('C6 is not plugged in');
  await expectAccessible(page);
  const known = room.getByRole('region', { name: 'What is known' });
  // one that cannot be told, taken back again
  await page.keyboard.press('u');
  await expect(known).toContainText('cannot tell');
  await known.getByRole('button', { name: /^Take back/ }).click();
  await expect(known).not.toContainText('cannot tell');
  await expect(next).toHaveAttribute('aria-busy', 'false');
  const read = next.getByRole('button', { name: 'Read it on the simulated rig' });
  const done = next.getByRole('heading', { name: 'It is this' });
  for (let n = 0; n < 8 && !(await done.isVisible()); n++) {
    const taken = await known.getByRole('button').count();
    await read.click();
    await expect(known.getByRole('button')).toHaveCount(taken + 1);
    await expect(next).toHaveAttribute('aria-busy', 'false');
  }
  await expect(next).toContainText('C6 is not plugged in');
  await expect(next).toContainText('Plug C6 in at both ends');
  await expectAccessible(page);
  // taken out of the simulated rig, what ran through it is played again and passes
  await next.getByRole('button', { name: /^Take it out, play \d+ steps again$/ }).click();
  await expect(room).toBeHidden();
  await expect(plan.getByRole('button', { name: /Right slider full up.*zoom/ }).getByLabel('clear')).toBeVisible();
  await expect(plan.getByRole('button', { name: /beep C3, C4, C6 and C14/ }).getByLabel('clear')).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Fault' })).toHaveValue('none');
  await go(page, 'Log');
  const log = page.getByRole('main', { name: 'Log' });
  await expect(log).toContainText(/Found: C6 is not plugged in/);
  await expect(log).toContainText(/Fault taken out of the simulated rig: C6 is not plugged in/);
});

test('a fault by chance that nobody is told, and what it was when it is taken out', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Prove');
  await choose(page, 'Fault', 'one that I am not told');
  await expect(page.getByRole('combobox', { name: 'Fault' })).toHaveValue('one that I am not told');
  await choose(page, 'Fault', 'none');
  await expect(page.locator('mat-snack-bar-container')).toContainText('It was: ');
  await go(page, 'Log');
  await expect(page.getByRole('main', { name: 'Log' })).toContainText(
    'Fault put into the simulated rig: one that nobody is told',
  );
});
