import { choose, press } from './fields.js';
import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { contentOf, expectAccessible, go, openDemo, settled, tile } from './support.js';

const findings = (page: Page) => page.getByRole('complementary', { name: 'Findings' });

/** Takes in a demo rig with its wiring and channels left out: parts and wishes alone. */
async function openBare(page: Page, name: string): Promise<void> {
  const rig = JSON.parse(readFileSync(new URL(`../demo/${name}.json`, import.meta.url), 'utf8')) as object;
  const bare = { ...rig, id: 'bare', name: 'Bare bench', cables: [], shaping: [], bindings: [], held: [] };
  await page.getByRole('button', { name: 'Files', exact: true }).click();
  const file = { name: 'bare.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(bare)) };
  await page.getByLabel('Rig file', { exact: true }).setInputFiles(file);
  await expect(page.getByRole('button', { name: 'Rigs and files' })).toContainText('Bare bench');
  await settled(page);
}

async function propose(page: Page) {
  await go(page, 'Loom');
  await page.getByRole('button', { name: 'Propose wiring' }).click();
  const panel = page.getByRole('region', { name: 'Proposal' });
  await expect(panel).toContainText('points');
  return panel;
}

for (const name of ['saltmarsh-six', 'ridgeline-seven', 'glasshouse-line']) {
  test(`${name}: from parts and wishes alone to a wiring without stops`, async ({ page }) => {
    await openDemo(page);
    await openBare(page, name);
    const panel = await propose(page);
    await expect(panel).toContainText('nothing is cheaper');
    await panel.getByRole('button', { name: 'Take it over' }).click();
    await settled(page);
    await expect(tile(page, 'Loom')).not.toContainText(' 0 cables');
    await expect(tile(page, 'Loom').getByRole('img', { name: 'stop' })).toHaveCount(0);
    await page.keyboard.press('Control+z');
    await expect(tile(page, 'Loom')).toContainText('0 cables');
  });
}

test('a proposal mends the demo, says why, and leaves its order of hands in the log', async ({ page }) => {
  await openDemo(page);
  const panel = await propose(page);
  await expect(panel).toContainText('Focus stays open: no part here has a function for it.');
  await expect(panel.getByRole('row', { name: /Thermal core from Regulator 5 V/ })).toContainText('crosses tilt, pan');
  await expect(panel.getByRole('list')).toContainText('C7 off for now: its plug shares a socket');
  await expectAccessible(page);
  await panel.getByRole('button', { name: 'Take it over' }).click();
  await expect(findings(page).getByRole('heading', { name: /Thermal core is on/ })).toBeHidden();
  await go(page, 'Log');
  await expect(page.getByText(/Order of hands: 1\. Props off/)).toBeVisible();
  const again = await propose(page);
  await expect(again).toContainText('The wiring is so already.');
});

test('a locked cable stays', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Loom');
  await page.getByRole('button', { name: 'Cable C17', exact: true }).click();
  await page.getByRole('region', { name: 'Cable C17' }).getByLabel('locked').check();
  const panel = await propose(page);
  await expect(panel.getByRole('list')).not.toContainText('C17 off');
});

test('a port shows what could be plugged in, and one click makes the cable', async ({ page }) => {
  await openDemo(page);
  await openBare(page, 'saltmarsh-six');
  await go(page, 'Loom');
  await page.getByRole('button', { name: 'Part Zoom camera' }).click();
  const card = page.getByRole('region', { name: 'Part Zoom camera' });
  await card.getByRole('button', { name: /^5 V · TX RX/ }).click();
  await card.getByRole('button', { name: /Plug Flight controller serial 1/ }).click();
  await expect(tile(page, 'Loom')).toContainText('1 cable');
  await expect(card.getByRole('button', { name: /^5 V · TX RX/ })).toContainText('C1');
  await expectAccessible(page);
  await card.getByRole('button', { name: 'C1', exact: true }).click();
  await expect(
    page
      .getByRole('region', { name: 'Cable C1' })
      .getByRole('img', { name: /Flight controller serial 1 pin 2 to Zoom camera 5 V · TX RX pin 4, yellow/ }),
  ).toBeVisible();
});

test('a place gives lengths; a wrong version is refused with a reason', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Loom');
  await page.getByRole('button', { name: 'Part Flight controller' }).click();
  const card = page.getByRole('region', { name: 'Part Flight controller' });
  await card.getByLabel('firmware').fill('four');
  await card.getByLabel('firmware').blur();
  await expect(page.getByText('A firmware version reads like 4.2 or 4.2.1')).toBeVisible();
  await card.getByLabel('firmware').fill('3.2');
  await card.getByLabel('firmware').blur();
  await go(page, 'Brief');
  await expect(findings(page).getByRole('heading', { name: 'Flight controller has firmware 3.2' })).toBeVisible();
  await go(page, 'Loom');
  await page.getByRole('button', { name: 'Part Flight controller' }).click();
  await card.getByLabel('forward').fill('900');
  await card.getByLabel('forward').blur();
  await expect(findings(page).getByRole('heading', { name: /C4 does not reach/ })).toBeVisible();
});

test('lists: merged plugs, prices, cut list, drawing and cable cards', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Loom');
  const save = async (item: string) => {
    await page.getByRole('button', { name: 'Print and export' }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name: item }).click(),
    ]);
    return { name: download.suggestedFilename(), text: (await contentOf(download)).toString() };
  };
  await expect(page.getByRole('button', { name: 'Cable C13', exact: true })).toBeVisible();
  const drawing = await save('Drawing, SVG');
  expect(drawing.text).toContain('<title>Saltmarsh Six · revision 14</title>');
  const sheets = await save('Drawing in sheets, PDF');
  expect(sheets.name).toBe('saltmarsh-six-drawing.pdf');
  expect(sheets.text.slice(0, 5)).toBe('%PDF-');
  const cut = await save('Cut list, CSV');
  expect(cut.name).toBe('saltmarsh-six-cut-list.csv');
  expect(cut.text.split('\r\n')[1]).toMatch(/^C1,1,Pack 4S,out,1,Regulator 12 V,in,1,red,18,0\.823,120,/);
  expect((await save('Cable cards, PDF')).text.slice(0, 5)).toBe('%PDF-');
  await page.getByRole('button', { name: 'Cut list' }).click();
  const plugs = page.getByRole('region', { name: 'Merged plugs' });
  await plugs.getByRole('button', { name: 'Merge' }).click();
  await expect(page.getByText('A merged plug takes two leads or more')).toBeVisible();
  for (const cable of ['C17', 'C18', 'C19']) await plugs.getByRole('checkbox', { name: cable }).check();
  await plugs.getByLabel('name').fill('Belly plug');
  await plugs.getByRole('button', { name: 'Merge' }).click();
  await expect(plugs).toContainText('Belly plug · 8 ways · C17, C18, C19');
  const prices = page.getByRole('region', { name: 'Prices' });
  await prices.getByLabel(/^Pack 4S/).fill('62.5');
  await prices.getByLabel(/^Zoom camera/).fill('140');
  await expect(prices).toContainText('202.50 €');
  await expectAccessible(page);
  expect((await save('Parts list, CSV')).text).toContain('sum,,,13,,1093,202.5');
});

test('the board plan releases a feature', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Loom');
  await page.getByRole('button', { name: 'Board plan' }).click();
  await expect(page.getByRole('region', { name: 'Board plan' })).toContainText('lap beacon, nothing plugged in');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Release P7 from lap beacon' }).click();
  await expect(findings(page).getByRole('heading', { name: 'P7 is held twice' })).toBeHidden();
});

test('wishes: by whom, on which control, and the class that would grant what cannot be', async ({ page }) => {
  await openDemo(page);
  await expect(page.getByText(/cheapest class that would: Zoom block/)).toBeVisible();
  await page.getByRole('button', { name: /^Wish Tilt/ }).click();
  const wish = page.getByRole('region', { name: 'Wish Tilt' });
  await press(wish, 'by', 'camera operator');
  await expect(page.getByText('pilot and camera operator')).toBeVisible();
  await press(wish, 'hand', 'left');
  await page.getByRole('checkbox', { name: 'Meter' }).click();
  await expect(page.getByRole('checkbox', { name: 'Meter' })).toBeChecked();
  await choose(page, 'Kind of rig', 'fixed wing');
  await expect(page.getByRole('button', { name: 'Rigs and files' })).toContainText(/fixed wing.*saved/);
  await page.reload();
  await settled(page);
  await expect(page.getByRole('checkbox', { name: 'Meter' })).toBeChecked();
  await page.getByRole('button', { name: 'Add a wish' }).click();
  await page.getByRole('menuitem', { name: 'Photo' }).click();
  await expect(page.getByRole('region', { name: 'Wish Photo' })).toBeVisible();
  await expectAccessible(page);
});

test('each side of a choice has its figures', async ({ page }) => {
  await openDemo(page);
  await expect(page.getByRole('button', { name: /^servo leads \d+ leads, \d+ g/ })).toBeVisible();
  await page.getByRole('button', { name: /^servo leads/ }).click();
  await expect(page.getByRole('button', { name: /^servo leads/ })).toHaveAttribute('aria-pressed', 'true');
});

test('an own sheet: copied, changed while the rig answers, broken with its place, put in, exported and taken in again', async ({
  page,
}) => {
  await openDemo(page);
  await page.getByRole('link', { name: 'Shelf', exact: true }).click();
  await page.getByLabel('Find a sheet').fill('thermal core');
  await page.getByRole('button', { name: 'Copy as own' }).click();
  const sheet = page.getByRole('region', { name: 'Sheet of Thermal core, own 1' });
  const effect = page.getByRole('region', { name: 'What it changes' });
  await sheet.getByRole('button', { name: /^▸ Supplies|Supplies ·/ }).click();
  await sheet.getByRole('button', { name: 'main', exact: true }).click();
  await sheet.getByRole('spinbutton', { name: 'Volts it takes, to' }).fill('13');
  await sheet.getByRole('spinbutton', { name: 'Volts it takes, to' }).blur();
  await expect(effect).toContainText('gone: Thermal core is on 11.98 V');
  await expectAccessible(page);
  await press(sheet, 'Sheet as', 'text');
  const text = sheet.getByRole('textbox', { name: 'Sheet as text' });
  const good = await text.inputValue();
  await text.fill(good.replace('"massG": 74', '"massG": "heavy"'));
  await expect(effect).toContainText('massG');
  await expect(sheet.getByRole('button', { name: 'Save' })).toBeDisabled();
  await text.fill(`${good} oops`);
  await expect(effect).toContainText('this is not JSON');
  await press(sheet, 'Sheet as', 'form');
  await expect(sheet).toContainText('The text is broken: mend it there');
  await page.reload();
  await page.getByLabel('Find a sheet').fill('thermal core, own');
  await expect(effect).toContainText('this is not JSON');
  await press(sheet, 'Sheet as', 'text');
  await text.fill(good);
  await sheet.getByRole('button', { name: 'Save' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export sheet' }).click(),
  ]);
  const file = await contentOf(download);
  await effect.getByRole('button', { name: 'Put it in this rig' }).click();
  await expect(tile(page, 'Rails')).toContainText('+');
  await sheet.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByText(/^\d+ classes, 0 of them own/)).toBeVisible();
  await page.getByLabel('Sheet file').setInputFiles({ name: 'mine.json', mimeType: 'application/json', buffer: file });
  await expect(page.getByText(/^\d+ classes, 1 of them own/)).toBeVisible();
  const broken = Buffer.from(file.toString().replace('"signal"', '"beam"'));
  await page.getByLabel('Sheet file').setInputFiles({ name: 'bad.json', mimeType: 'application/json', buffer: broken });
  await expect(page.getByText(/bad\.json not taken in: ports\[\d+\]\.pins\[\d+\]\.line/)).toBeVisible();
});

test('an own part is made by forms, pulled and wired', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('link', { name: 'Shelf', exact: true }).click();
  await page.getByLabel('Find a sheet').fill('nose camera');
  await page.getByRole('button', { name: 'Copy as own' }).click();
  const sheet = page.getByRole('region', { name: /^Sheet of/ });
  const name = sheet.getByRole('textbox', { name: 'Name', exact: true });
  await name.fill('Belly camera');
  await name.blur();
  const mass = sheet.getByRole('spinbutton', { name: 'Mass' });
  await mass.fill('-4');
  await mass.press('Enter');
  await expect(sheet.getByRole('alert')).toContainText('is kept');
  await mass.fill('21');
  await mass.press('Enter');
  // a joint that the class has not: added, named, bounded
  await sheet.getByRole('button', { name: /Joints ·/ }).click();
  await sheet.getByRole('button', { name: '+ Joint' }).click();
  await sheet.getByRole('button', { name: 'new', exact: true }).click();
  await sheet.getByRole('textbox', { name: 'Label' }).fill('hinge');
  await sheet.getByRole('textbox', { name: 'Label' }).blur();
  await sheet.getByRole('spinbutton', { name: 'Most, by stick' }).fill('30');
  await sheet.getByRole('spinbutton', { name: 'Most, by stick' }).blur();
  await expectAccessible(page);
  await sheet.getByRole('button', { name: 'Save' }).click();
  await expect(sheet.getByRole('button', { name: 'Save' })).toBeDisabled();
  await go(page, 'Brief');
  await page.getByRole('button', { name: 'Pull parts' }).click();
  await page.getByLabel('Find a class').fill('belly camera');
  await page.getByLabel('Find a class').press('Enter');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('checkbox', { name: 'Belly camera' })).toBeChecked();
  await settled(page);
  await go(page, 'Loom');
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Go to' }).fill('belly camera');
  await page.keyboard.press('Enter');
  const part = page.getByRole('region', { name: 'Part Belly camera' });
  await part
    .getByRole('button', { name: /^Plug / })
    .first()
    .click();
  await expect(tile(page, 'Loom')).toContainText('21 cables');
});

test('an own camera that its own button and a screen ask is made by forms, and grants a wish without a channel', async ({
  page,
}) => {
  await openDemo(page);
  await page.getByRole('link', { name: 'Shelf', exact: true }).click();
  await page.getByLabel('Find a sheet').fill('network camera, small');
  await page.getByRole('button', { name: 'Copy as own' }).click();
  const sheet = page.getByRole('region', { name: /^Sheet of/ });
  const fill = async (field: string, text: string): Promise<void> => {
    await sheet.getByRole('textbox', { name: field, exact: true }).fill(text);
    await sheet.getByRole('textbox', { name: field, exact: true }).blur();
  };
  await fill('Name', 'Ledge camera');
  await sheet.getByRole('button', { name: /Functions ·/ }).click();
  await sheet.getByRole('button', { name: '+ Function' }).click();
  await sheet.getByRole('button', { name: 'new', exact: true }).click();
  await fill('Label', 'Shutter');
  await choose(sheet, 'What it is', 'photo');
  await choose(sheet, 'Takes', 'pulse');
  // what is not sound yet says where
  await expect(page.locator('#sheet-problems')).toContainText('functions[0]: needs windows');
  await expect(sheet.getByRole('button', { name: 'Save' })).toBeDisabled();
  await sheet.getByRole('button', { name: /Windows ·/ }).click();
  await sheet.getByRole('button', { name: '+ Window' }).click();
  await sheet.getByRole('button', { name: /Who asks ·/ }).click();
  await sheet.getByRole('button', { name: 'slot', exact: true }).click();
  await choose(sheet, 'Asked by', 'On the device');
  await sheet.getByRole('button', { name: '+ Asked by' }).click();
  await sheet.getByRole('button', { name: /Streams ·/ }).click();
  await sheet.getByRole('button', { name: '+ Stream' }).click();
  await sheet.getByRole('button', { name: /Ports that are told ·/ }).click();
  await expectAccessible(page);
  await sheet.getByRole('button', { name: 'Take out slot' }).click();
  await sheet.getByRole('button', { name: 'Save' }).click();
  await expect(sheet.getByRole('button', { name: 'Save' })).toBeDisabled();
  await go(page, 'Brief');
  await page.getByRole('button', { name: 'Pull parts' }).click();
  await page.getByLabel('Find a class').fill('ledge camera');
  await page.getByLabel('Find a class').press('Enter');
  await page.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('button', { name: 'Add a wish' }).click();
  await page.getByRole('menuitem', { name: 'Photo' }).click();
  await settled(page);
  const asked = page.getByRole('list', { name: 'Asked without a channel' });
  await expect(asked.getByRole('listitem')).toContainText(['Photo']);
  await expect(asked).toContainText('Ledge camera');
});

test('the new views at night pass axe', async ({ page }) => {
  await page.emulateMedia({ colorScheme: 'dark' });
  await openDemo(page);
  await go(page, 'Loom');
  for (const view of ['Board plan', 'Cut list', 'Propose wiring']) {
    await page.getByRole('button', { name: view }).click();
    await expectAccessible(page);
  }
  await page.getByRole('link', { name: 'Shelf', exact: true }).click();
  await expect(page.getByRole('main', { name: 'Shelf' })).toBeVisible();
  await expectAccessible(page);
});

test('rooms of the craft fold into one box each, and a part that is gone to is seen', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Loom');
  const main = page.getByRole('main', { name: 'Loom' });
  const camera = main.getByRole('button', { name: 'Part Zoom camera' });
  const fold = main.getByRole('button', { name: 'Unfold Payload' });
  const rooms = main.getByRole('listbox', { name: 'Folded into one box' });
  await expect(camera).toBeVisible();
  await rooms.getByRole('option', { name: 'Payload' }).click();
  await expect(fold).toContainText('4 parts');
  await expect(camera).toBeHidden();
  await expectAccessible(page);
  await fold.press('Enter');
  await expect(camera).toBeVisible();
  await expect(rooms.getByRole('option', { name: 'Payload' })).toHaveAttribute('aria-selected', 'false');
  // its port of a part opens that part
  await rooms.getByRole('option', { name: 'Payload' }).click();
  await expect(fold).toBeVisible();
  await page.keyboard.press('Control+K');
  await page.getByRole('dialog').getByRole('combobox').fill('Thermal core');
  await page.keyboard.press('Enter');
  await expect(main.getByRole('button', { name: 'Part Thermal core' })).toBeVisible();
});
