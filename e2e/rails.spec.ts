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

test('Rails looks at the peak and in the frost, lays a change beside today, and thins leads as far as the room allows', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, 'Rails');
  const main = page.getByRole('main', { name: 'Rails' });
  const pack = main.getByRole('row', { name: /^Pack 4S|Fold Pack 4S/ });
  const usual = await pack.textContent();
  await main.getByRole('radio', { name: 'peak' }).click();
  await expect(pack).not.toHaveText(usual!);
  await main.getByRole('radio', { name: 'usual' }).click();
  await expect(pack).toHaveText(usual!);
  await main.getByLabel('at', { exact: true }).fill('-10');
  await main.getByLabel('at', { exact: true }).press('Enter');
  await expect(pack).not.toHaveText(usual!);
  await main.getByLabel('at', { exact: true }).fill('20');
  await main.getByLabel('at', { exact: true }).press('Enter');
  await main.getByRole('button', { name: 'Video transmitter' }).click();
  await main.getByLabel('beside').click();
  await page.getByRole('option', { name: 'frost, −10 °C' }).click();
  await expect(main).toContainText(/−\d\.\d\d V when flat/);

  await main.getByRole('radio', { name: 'Heat' }).click();
  await expect(main.getByRole('table', { name: /Warmest/ }).getByRole('row', { name: /Regulator 12 V/ })).toContainText(
    'K',
  );
  await main.getByRole('radio', { name: 'Gimbal feed' }).click();
  const feeds = main.getByRole('table', { name: /Gimbal from/ });
  await expect(feeds.getByRole('row', { name: /as now/ })).toContainText('Regulator 12 V');
  await main.getByRole('radio', { name: 'Leads' }).click();
  const leads = main.getByRole('table', { name: /Thinnest leads/ });
  await expect(leads.getByRole('row', { name: /^C1 / })).toContainText('18 AWG · 0.82 mm²');
  await main.getByRole('button', { name: 'Make the leads so' }).click();
  await expect(leads.getByRole('row', { name: /^C1 / })).not.toContainText('18 AWG');
  await expect(main).toContainText('0 g of copper less');
  await main.getByRole('radio', { name: 'As the pack empties' }).click();
  await main.getByLabel('beside').click();
  await page.getByRole('option', { name: 'before the last change' }).click();
  await expect(main).toContainText(/V when flat/);

  await main.getByRole('radio', { name: 'Cheapest set' }).click();
  const set = main.getByRole('table', { name: /Cheapest regulators/ });
  await expect(set.getByRole('row', { name: /Pack 4S/ })).toContainText('Gimbal, two axis');
  await main.getByRole('button', { name: 'Pull these from the shelf' }).click();
  await expectAccessible(page);
});

test('a fuse is put into a wire by hand, with its rating and how soon it goes', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Loom');
  const main = page.getByRole('main', { name: 'Loom' });
  const card = main.getByRole('region', { name: /Cable C/ });
  await card.getByRole('button', { name: 'In the wire' }).click();
  const choose = async (label: string, option: string): Promise<void> => {
    await card.getByLabel(label, { exact: true }).click();
    await page.getByRole('option', { name: option, exact: true }).click();
  };
  await choose('holds', 'fuse');
  await card.getByLabel('rating').fill('3');
  await card.getByLabel('rating').press('Enter');
  await choose('speed', 'slow');
  await expect(card).toContainText('a 3 A slow fuse');
  await choose('holds', 'nothing');
  await expect(card).not.toContainText('slow fuse');

  await choose('holds', 'diode');
  const way = card.getByLabel('lets through', { exact: true });
  const [from, to] = ((await way.textContent()) ?? '').split('→').map((end) => end.replace(/[^\w ,+−·.-]/g, '').trim());
  await choose('lets through', `${to} → ${from}`);
  await expect(way).toContainText(`${to} → ${from}`);
  await page.keyboard.press('Control+z');
  await expect(way).toContainText(`${from} → ${to}`);
});
