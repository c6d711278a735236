import { expect, test, type Page } from '@playwright/test';
import { go, openDemo, saved, settled } from './support';

const findings = (page: Page) => page.getByRole('complementary', { name: 'Findings' });

test('two tabs on one rig show each other what was done, and nothing is lost', async ({ page, context }) => {
  await openDemo(page);
  await saved(page);
  const other = await context.newPage();
  await other.goto('/');
  await settled(other);
  for (const tab of [page, other]) {
    await go(tab, 'Loom');
    await expect(findings(tab).getByRole('heading', { name: 'serial is not crossed' })).toBeVisible();
  }

  await findings(page).getByRole('button', { name: 'Cross it' }).click();
  await saved(page);
  await expect(findings(other).getByRole('heading', { name: 'serial is not crossed' })).toBeHidden();
  await expect(other.getByText('In another tab: ')).toBeVisible();

  await findings(other).getByRole('button', { name: 'Move to Regulator 5 V' }).click();
  await saved(other);
  await expect(findings(page).getByRole('button', { name: 'Move to Regulator 5 V' })).toBeHidden();
  await settled(page);

  // what one did, the other takes back
  await page.getByRole('button', { name: /^Undo/ }).click();
  await saved(page);
  await expect(findings(other).getByRole('button', { name: 'Move to Regulator 5 V' })).toBeVisible();
  await other.reload();
  await go(other, 'Log');
  await expect(other.getByRole('main', { name: 'Log' })).toContainText('Undone');
});
