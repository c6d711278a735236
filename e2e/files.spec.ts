import { choose } from './fields.js';
import { expect, test, type Page, type Route } from '@playwright/test';
import { writeRig } from '@squallmark/core/files';
import { readFileSync } from 'node:fs';
import { stageOfCarriages } from '../packages/core/test/practice/large.js';
import { openDemo, saved, settled } from './support.js';

const shipped = readFileSync(new URL('../demo/saltmarsh-six.json', import.meta.url), 'utf8');
/** The demo rig as a person would have it, a value a line. */
const demo = JSON.stringify(JSON.parse(shipped), null, 2);

/** The demo rig with one piece of it told otherwise, which must stand there. */
function told(piece: string, otherwise: string): string {
  expect(demo).toContain(piece);
  return demo.replace(piece, otherwise);
}

async function room(page: Page) {
  await page.getByRole('button', { name: 'Files', exact: true }).click();
  return page.getByRole('dialog', { name: 'Rigs and files' });
}
async function give(page: Page, name: string, content: string) {
  const dialog = await room(page);
  await dialog
    .getByLabel('Rig file', { exact: true })
    .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) });
  return dialog;
}

test('a broken file gets a message with file, place and reason, and nothing changes', async ({ page }) => {
  await openDemo(page);
  await saved(page);
  const rig = page.getByRole('button', { name: 'Rigs and files' });
  const before = await rig.textContent();
  const dialog = await give(page, 'cut.json', demo.slice(0, 4000));
  await expect(dialog.getByRole('alert')).toContainText(
    /Not taken in; nothing was changed\.\s*cut\.json, line \d+, column \d+: this is not JSON/,
  );
  await dialog
    .getByLabel('Rig file', { exact: true })
    .setInputFiles({ name: 'song.json', mimeType: 'application/json', buffer: Buffer.from('{"format":"song"}') });
  await expect(dialog.getByRole('alert')).toContainText('song.json, format: expected "squallmark-rig", found "song"');
  await dialog.getByLabel('Rig file', { exact: true }).setInputFiles({
    name: 'bent.json',
    mimeType: 'application/json',
    buffer: Buffer.from(told('"gaugeAwg": 18', '"gaugeAwg": "thick"')),
  });
  await expect(dialog.getByRole('alert')).toContainText('bent.json, cables[0].wires[0].gaugeAwg');
  await expect(dialog.getByRole('row')).toHaveCount(2);
  await dialog.getByRole('button', { name: 'Close' }).click();
  await expect(rig).toHaveText(before ?? '');
});

test('a rig file comes in beside the one that is open', async ({ page }) => {
  await openDemo(page);
  await give(
    page,
    'other.json',
    told(
      '"name": "Saltmarsh Six"',
      '"name": "Tern Watch, a very long name that goes on for the whole width of the band and beyond it"',
    ),
  );
  await expect(page.getByRole('button', { name: 'Rigs and files' })).toContainText('Tern Watch');
  await expect((await room(page)).getByRole('row')).toHaveCount(3);
});

test('the reading of a file can be stopped: nothing is taken in, and the next file is read', async ({ page }) => {
  const stage = writeRig({ ...stageOfCarriages(16), name: 'Long stage' });
  await openDemo(page);
  // what reads is itself held up, so that there is something to stop
  const held: Route[] = [];
  await page.route(/worker.*\.js/, (route) => void held.push(route));
  const dialog = await give(page, 'stage.json', stage);
  await expect(dialog.getByRole('progressbar', { name: 'Reading' })).toBeVisible();
  await dialog.getByRole('button', { name: 'Stop' }).click();
  await expect(dialog.getByRole('status')).toBeHidden();
  await expect(dialog.getByRole('row')).toHaveCount(2);
  await page.unroute(/worker.*\.js/);
  await dialog
    .getByLabel('Rig file', { exact: true })
    .setInputFiles({ name: 'stage.json', mimeType: 'application/json', buffer: Buffer.from(stage) });
  await expect(page.getByRole('button', { name: 'Rigs and files' })).toContainText('Long stage');
});

test('rigs are begun, copied, deleted and brought back', async ({ page }) => {
  await openDemo(page);
  let dialog = await room(page);
  await dialog.getByRole('button', { name: 'Duplicate Saltmarsh Six' }).click();
  await expect(dialog.getByRole('button', { name: 'Saltmarsh Six copy', exact: true })).toBeVisible();
  await dialog.getByRole('button', { name: 'Delete Saltmarsh Six', exact: true }).click();
  await expect(dialog.getByRole('button', { name: 'Saltmarsh Six', exact: true })).toBeHidden();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(dialog.getByRole('button', { name: 'Saltmarsh Six', exact: true })).toBeVisible();
  await dialog.getByLabel('New rig').fill('Ridgeline Seven');
  await choose(dialog, 'Kind', 'FPV');
  await dialog.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByRole('button', { name: 'Rigs and files' })).toContainText('Ridgeline Seven');
  await page.reload();
  await settled(page);
  await expect(page.getByRole('button', { name: 'Rigs and files' })).toContainText('Ridgeline Seven');
  dialog = await room(page);
  await expect(dialog.getByRole('row')).toHaveCount(4);
});

test('what is typed survives a tab that is killed the moment after', async ({ page, context }) => {
  await openDemo(page);
  await page.goto('/channels');
  await page.getByRole('spinbutton', { name: 'High end point of channel 8' }).fill('1888');
  await saved(page);
  await page.close({ runBeforeUnload: false });
  const again = await context.newPage();
  await again.goto('/channels');
  await expect(again.getByRole('spinbutton', { name: 'High end point of channel 8' })).toHaveValue('1888');
});
