import { expect, test } from '@playwright/test';
import { contentOf, expectAccessible, go, openDemo } from './support.js';

test('Rails looks up how far rigs differ, what a short does and how packs share a run, and prints it', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, 'Rails');
  const main = page.getByRole('main', { name: 'Rails' });
  await main.getByRole('radio', { name: 'Spread' }).click();
  const spread = main.getByRole('table', { name: /1 000 rigs/ });
  await expect(spread.getByRole('row', { name: /Zoom camera/ })).toContainText(/4\.7.*V/);
  await main.getByRole('radio', { name: 'Shorts' }).click();
  const shorts = main.getByRole('table', { name: 'A short at each plug' });
  await expect(shorts.getByRole('row', { name: /Regulator 12 V, in/ })).toContainText('fuse in C1');
  await expectAccessible(page);
  await main.getByRole('radio', { name: 'Packs' }).click();
  await expect(
    main.getByRole('table', { name: 'Packs over a run' }).getByRole('row', { name: /Pack 4S/ }),
  ).toContainText('100 %');
  await expect(main).toContainText(/Runs \d+ min until the first pack has 30 % left\./);
  const saved = async (item: string): Promise<string> => {
    await main.getByRole('button', { name: 'Print and export' }).click();
    const download = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: item }).click();
    return (await contentOf(await download)).toString('latin1');
  };
  expect(await saved('Power table, CSV')).toMatch(/^part,plug,terminal,kind,.*\r\nPack 4S,out,/);
  expect(await saved('Power card, PDF')).toMatch(/^%PDF-/);
});
