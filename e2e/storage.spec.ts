import { expect, test, type Page } from '@playwright/test';
import { contentOf, expectAccessible, go, openDemo, saved, settled } from './support.js';

const rig = (page: Page) => page.getByRole('button', { name: 'Rigs and files' });
const high = (page: Page) => page.getByRole('spinbutton', { name: 'High end point of channel 8' });

/** An edit whose traces are easy to find again. */
async function edit(page: Page, us: string): Promise<void> {
  await go(page, 'Channels');
  await high(page).fill(us);
  await high(page).blur();
}

test.describe('where the browser keeps no rigs', () => {
  for (const [name, spoil, words] of [
    [
      'because it refuses',
      () => {
        IDBFactory.prototype.open = () => {
          throw new DOMException('storage is denied here', 'SecurityError');
        };
      },
      'The browser refuses to keep rigs',
    ],
    [
      'because it has no storage',
      () => Object.defineProperty(window, 'indexedDB', { value: undefined }),
      'This browser has no storage for rigs',
    ],
  ] as const)
    test(`${name}, that is said for as long as it is so, and the rig can be taken along`, async ({ page }) => {
      await page.addInitScript(spoil);
      await openDemo(page);
      const alert = page.getByRole('alert').filter({ hasText: words });
      await expect(alert).toBeVisible();
      await expect(rig(page)).toContainText('not kept');
      await edit(page, '1888');
      await expect(rig(page)).toContainText('rev 15 · not kept');
      await expect(alert).toBeVisible();
      await expectAccessible(page);
      const downloading = page.waitForEvent('download');
      await alert.getByRole('button', { name: 'Export the rig' }).click();
      expect((await contentOf(await downloading)).toString()).toContain('"highUs": 1888');
      await page.getByRole('button', { name: /^Undo/ }).click();
      await expect(high(page)).toHaveValue('1871');
    });
});

test('a browser that is full says so, and what was done is kept once there is room', async ({ page }) => {
  await openDemo(page);
  await saved(page);
  await page.evaluate(() => {
    const { put } = IDBObjectStore.prototype;
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('no room', 'QuotaExceededError');
    };
    Object.assign(window, { makeRoom: () => (IDBObjectStore.prototype.put = put) });
  });
  await edit(page, '1888');
  const alert = page.getByRole('alert').filter({ hasText: 'no room left' });
  await expect(alert).toBeVisible();
  // a line of the log that still fits makes nothing of it "saved"
  await go(page, 'Log');
  await page.getByRole('textbox', { name: 'Note' }).fill('the drive is full');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(rig(page)).toContainText('not kept');
  await page.evaluate(() => (window as unknown as { makeRoom: () => void }).makeRoom());
  await alert.getByRole('button', { name: 'Try again' }).click();
  await saved(page);
  await expect(alert).toBeHidden();
  await page.reload();
  await go(page, 'Channels');
  await expect(high(page)).toHaveValue('1888');
});

test('when all that was kept is wiped from outside, the open rig is written anew', async ({ page }) => {
  await openDemo(page);
  await edit(page, '1888');
  await saved(page);
  await page.evaluate(
    () =>
      new Promise<void>((done, fail) => {
        const wiping = indexedDB.deleteDatabase('squallmark');
        wiping.onsuccess = () => done();
        wiping.onerror = () => fail(new Error('not wiped'));
      }),
  );
  await expect(page.getByText('What this browser kept was wiped')).toBeVisible();
  await saved(page);
  await page.reload();
  await go(page, 'Channels');
  await expect(high(page)).toHaveValue('1888');
});

test('without room for small notes all else works, and that is said', async ({ page }) => {
  await page.addInitScript(() =>
    Object.defineProperty(window, 'localStorage', {
      get: () => {
        throw new DOMException('denied', 'SecurityError');
      },
    }),
  );
  await openDemo(page);
  await expect(page.getByText('This browser keeps no settings')).toBeVisible();
  await page.getByRole('button', { name: 'Night bench' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  await edit(page, '1888');
  await saved(page);
});

test('an analysis that cannot be had is told, with what still works, and nothing is called clear', async ({ page }) => {
  await page.route('**/worker-*.js', (route) => route.abort());
  await page.goto('/');
  const alert = page.getByRole('alert').filter({ hasText: 'Not computed' });
  await expect(alert).toContainText('Changing, undoing, log and files work on');
  await expect(page.getByRole('contentinfo').getByRole('status')).toHaveText('not computed');
  const findings = page.getByRole('complementary', { name: 'Findings' });
  await expect(findings).toContainText('Not known for the rig as it is now');
  await expect(findings).not.toContainText('all clear');
  await expect(page.getByRole('navigation', { name: 'Stations' }).getByRole('img', { name: 'unknown' })).toHaveCount(7);
  await expect(page.getByText('Choices not weighed')).toBeVisible();
  await expectAccessible(page);
  await page.unroute('**/worker-*.js');
  await alert.getByRole('button', { name: 'Try again' }).click();
  await settled(page);
  await expect(alert).toBeHidden();
  await expect(findings).toContainText('2 stops');
});
