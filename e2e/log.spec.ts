import { expect, test, type Page } from '@playwright/test';
import { chooseByLetters } from './fields.js';
import { contentOf, expectAccessible, go, mendStops, openDemo, saved } from './support.js';

const log = (page: Page) => page.getByRole('main', { name: 'Log' });

test('the log is narrowed by kind, words and time, and an entry is read whole and copied', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await openDemo(page);
  await mendStops(page);
  await go(page, 'Log');
  await page.getByRole('textbox', { name: 'Note' }).fill('The gimbal leans to the left after each start');
  await page.keyboard.press('Enter');
  await saved(page);
  const rows = log(page).getByRole('row');
  const count = log(page).getByRole('status');
  await expect(count).toHaveText('4 entries');

  const kinds = log(page).getByRole('listbox', { name: 'Kinds shown' });
  await kinds.getByRole('option', { name: 'notes' }).click();
  await expect(rows).toHaveCount(1);
  await expect(count).toHaveText('1 of 4 entries');
  await kinds.getByRole('option', { name: 'changes' }).click();
  await expect(rows).toHaveCount(3);
  // by keys: from the first along to the notes, and off
  await kinds.getByRole('option', { name: 'changes' }).focus();
  for (const key of ['ArrowRight', 'ArrowRight', 'ArrowRight', 'Space']) await page.keyboard.press(key);
  await expect(rows).toHaveCount(2);

  await log(page).getByLabel('from', { exact: true }).fill('2031-01-01T00:00');
  await expect(log(page)).toContainText('No entry is like that.');
  await log(page).getByLabel('to', { exact: true }).fill('2030-01-01T00:00');
  await expect(log(page).getByRole('alert')).toHaveText('Ends before it begins');
  await expectAccessible(page);
  await log(page).getByRole('button', { name: 'Show all' }).click();
  await expect(rows).toHaveCount(4);
  await expect(log(page).getByLabel('from', { exact: true })).toHaveValue('');

  await rows.first().press('Enter');
  const entry = log(page).getByRole('region', { name: 'Entry' });
  await expect(entry).toContainText('The gimbal leans to the left after each start');
  await expectAccessible(page);
  await entry.getByRole('button', { name: 'Copy this entry' }).click();
  await expect(page.getByText('Copied')).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toMatch(/note, revision 16: The gimbal leans/);
});

test('of a long log only what is in sight is made, and the oldest entry is there at the end', async ({ page }) => {
  await openDemo(page);
  await saved(page);
  // as a rig comes to have over months
  await page.evaluate(
    () =>
      new Promise<void>((done, fail) => {
        const opening = indexedDB.open('squallmark');
        opening.onerror = () => fail(new Error('not opened'));
        opening.onsuccess = () => {
          const change = opening.result.transaction('entries', 'readwrite');
          const entries = change.objectStore('entries');
          for (let n = 0; n < 3000; n++)
            entries.add({
              rigId: 'saltmarsh-six',
              at: new Date(2026, 0, 1, 0, n).toISOString(),
              kind: n % 2 ? 'note' : 'change',
              text: `Entry ${n}`,
              revision: 14,
            });
          change.oncomplete = () => {
            opening.result.close();
            done();
          };
        };
      }),
  );
  await page.reload();
  await go(page, 'Log');
  const rows = log(page).getByRole('row');
  await expect(log(page).getByRole('status')).toHaveText('3001 entries');
  expect(await rows.count()).toBeLessThan(120);
  await page.locator('cdk-virtual-scroll-viewport').evaluate((view) => view.scrollTo(0, view.scrollHeight));
  await expect(rows.last()).toContainText('Demo rig opened');
  await log(page).getByRole('searchbox', { name: 'Words' }).fill('Entry 2718');
  await expect(rows).toHaveCount(1);
});

test('a state is kept as built, and what was changed since is told in the words of the bench', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Log');
  await page.getByRole('button', { name: 'As built' }).click();
  const room = page.getByRole('dialog');
  await room.getByRole('textbox', { name: 'Name of this state' }).fill('As it came');
  await page.keyboard.press('Enter');
  await expect(room.getByRole('list', { name: 'Kept states' })).toContainText('As it came');
  await expect(room.getByRole('status')).toHaveText('Nothing is otherwise.');
  await expectAccessible(page, '[role=dialog]');
  await room.getByRole('button', { name: 'Close' }).click();
  await mendStops(page);
  await go(page, 'Log');
  await page.getByRole('button', { name: 'As built' }).click();
  await expect(room.getByRole('list', { name: 'What is otherwise' })).toContainText('crossed');
  await room.getByRole('button', { name: 'Show on the drawing' }).click();
  const loom = page.getByRole('main', { name: 'Loom' });
  await expect(loom.getByText('2 places otherwise than As it came')).toBeVisible();
  await expect(loom.getByRole('button', { name: 'Cable C6, otherwise than before' })).toBeVisible();
  await expectAccessible(page);
  await loom.getByRole('button', { name: 'Take it away' }).click();
  await expect(loom.getByRole('button', { name: 'Cable C6', exact: true })).toBeVisible();
  await go(page, 'Log');
  await page.getByRole('button', { name: 'As built' }).click();
  await room.getByRole('button', { name: 'Drop As it came' }).click();
  await expect(room).toContainText('Keep a state when the rig is built');
});

test('a rig and its log leave as a ZIP, and come back with a report of what would change first', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Log');
  await page.getByRole('textbox', { name: 'Note' }).fill('Plug of C6 made anew');
  await page.keyboard.press('Enter');
  await saved(page);
  await page.getByRole('button', { name: 'Rigs and files' }).click();
  const room = page.getByRole('dialog');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    room.getByRole('button', { name: 'Rig and log (ZIP)' }).click(),
  ]);
  const zip = await contentOf(download);
  await room.getByRole('button', { name: 'Close' }).click();
  await mendStops(page);
  await page.getByRole('button', { name: 'Rigs and files' }).click();
  const give = (name: string, buffer: Buffer) =>
    room.getByLabel('Rig file', { exact: true }).setInputFiles({ name, mimeType: 'application/zip', buffer });
  await give('bad.zip', Buffer.from('PK nothing'));
  await expect(room.getByRole('alert')).toContainText('bad.zip, top: this is no ZIP, or a damaged one');
  await give('there.zip', zip);
  const found = room.getByRole('region', { name: 'What it would change' });
  await expect(found).toContainText('Saltmarsh Six: ');
  await expect(found.getByRole('list', { name: 'Changes' })).toContainText('crossed');
  await expectAccessible(page, '[role=dialog]');
  await found.getByRole('button', { name: 'Take it in' }).click();
  await go(page, 'Log');
  await expect(log(page)).toContainText('Plug of C6 made anew');
  await expect(log(page)).toContainText('Read from there.zip');
});

test('a rig that was changed on two machines is brought together, and what both did is decided one by one', async ({
  page,
  browser,
}) => {
  const there = await (await browser.newContext()).newPage();
  const files = async (on: Page) => {
    await on.getByRole('button', { name: 'Rigs and files' }).click();
    return on.getByRole('dialog');
  };
  const give = async (on: Page, name: string, buffer: Buffer) => {
    const room = await files(on);
    await room.getByLabel('Rig file', { exact: true }).setInputFiles({ name, mimeType: 'application/zip', buffer });
    return room.getByRole('region', { name: 'What it would change' });
  };
  const taken = async (on: Page): Promise<Buffer> => {
    const room = await files(on);
    const download = on.waitForEvent('download');
    await room.getByRole('button', { name: 'Rig and log (ZIP)' }).click();
    const zip = await contentOf(await download);
    await room.getByRole('button', { name: 'Close' }).click();
    return zip;
  };
  const firmware = async (on: Page, to: string): Promise<void> => {
    await go(on, 'Loom');
    await on.getByRole('button', { name: 'Part Flight controller' }).click();
    const field = on.getByRole('region', { name: 'Part Flight controller' }).getByLabel('firmware');
    await field.fill(to);
    await field.blur();
    await saved(on);
  };
  await openDemo(page);
  await openDemo(there);
  await (await give(there, 'given.zip', await taken(page))).getByRole('button', { name: 'Take it in' }).click();
  await firmware(there, '3.2');
  await mendStops(there);
  await firmware(page, '3.3');
  const found = await give(page, 'back.zip', await taken(there));
  await expect(found.getByRole('list', { name: 'Comes in' })).toContainText('crossed the other way');
  await expectAccessible(page, '[role=dialog]');
  const together = found.getByRole('button', { name: 'Bring together' });
  await expect(together).toBeDisabled();
  const clash = found.getByRole('group', { name: 'Flight controller' });
  await clash.getByRole('radio', { name: /As in the file/ }).check();
  await together.click();
  await go(page, 'Loom');
  await expect(page.getByRole('complementary', { name: 'Findings' })).not.toContainText('serial is not crossed');
  await page.getByRole('button', { name: 'Part Flight controller' }).click();
  await expect(page.getByRole('region', { name: 'Part Flight controller' }).getByLabel('firmware')).toHaveValue('3.2');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('region', { name: 'Part Flight controller' }).getByLabel('firmware')).toHaveValue('3.3');
});

test('a session is written down, and a pack and a lead tell their story', async ({ page }) => {
  await openDemo(page);
  await mendStops(page);
  await go(page, 'Log');
  for (const [before, after] of [
    ['16.7', '14.9'],
    ['16.8', '14.4'],
  ] as const) {
    await page.getByRole('button', { name: 'Session' }).click();
    const room = page.getByRole('dialog');
    await room.getByLabel('ran for').fill('12');
    await room.getByLabel('wind').fill('4.5');
    if (before === '16.7') {
      await room.getByLabel('pilot').fill('Ana');
      await room.getByLabel('Name of pack 1').fill('Blue 1');
    }
    // who flew, and what with, is as last time
    await expect(room.getByLabel('pilot')).toHaveValue('Ana');
    await expect(room.getByLabel('Name of pack 1')).toHaveValue('Blue 1');
    await room.getByLabel('before').fill(before);
    await room.getByLabel('after').fill(after);
    await expect(room.getByRole('status')).toContainText('12 min · wind 4.5 m/s · pilot Ana · pack Blue 1');
    await expectAccessible(page, '[role=dialog]');
    await room.getByRole('button', { name: 'Write it down' }).click();
  }
  await expect(log(page)).toContainText('pack Blue 1 from 16.80 V to 14.40 V');
  await chooseByLetters(log(page), 'about', 'Pack Blue 1');
  const story = log(page).getByRole('status', { name: 'Its story' });
  await expect(story).toHaveText('2 sessions, 24 min, lowest 14.40 V at rest and last from 16.80 to 14.40 V');
  await chooseByLetters(log(page), 'about', 'Lead C6');
  await expect(story).toHaveText('changed once');
  await page.getByRole('textbox', { name: 'Note' }).fill('Plug made anew');
  await page.keyboard.press('Enter');
  await expect(story).toHaveText('changed once · 1 note');
  await expect(log(page).getByRole('row')).toHaveCount(2);
  await expectAccessible(page);
  await log(page).getByRole('button', { name: 'Export' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'What is shown, Markdown' }).click(),
  ]);
  const text = (await contentOf(download)).toString();
  expect(text).toMatch(/^# Saltmarsh Six: log\n\n## /);
  expect(text).toContain('**note** Plug made anew');
});
