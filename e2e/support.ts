import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Download, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';

export type StationName = 'Brief' | 'Loom' | 'Channels' | 'Rails' | 'Wake' | 'Prove' | 'Log';

/** Opens the application as a new user: an empty browser gets the demo rig. */
export async function openDemo(page: Page): Promise<void> {
  await page.goto('/');
  await expect(page.getByRole('button', { name: 'Rigs and files' })).toContainText('Saltmarsh Six');
  await settled(page);
}

/** Waits until the figures belong to the rig as it stands. */
export async function settled(page: Page): Promise<void> {
  await expect(page.getByRole('contentinfo').getByRole('status')).toContainText('all computed');
}

export async function go(page: Page, station: StationName): Promise<void> {
  await page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name: station }).click();
  await expect(page.getByRole('main', { name: station })).toBeVisible();
}

export const tile = (page: Page, station: StationName) =>
  page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name: station });

/** Does the fixes that clear the demo's two stops. */
export async function mendStops(page: Page): Promise<void> {
  await go(page, 'Loom');
  const findings = page.getByRole('complementary', { name: 'Findings' });
  await findings.getByRole('button', { name: 'Move to Regulator 5 V' }).click();
  await findings.getByRole('button', { name: 'Cross it' }).click();
  await expect(findings.getByRole('heading', { name: 'serial is not crossed' })).toBeHidden();
  await settled(page);
}

export async function saved(page: Page): Promise<void> {
  await expect(page.getByRole('button', { name: 'Rigs and files' })).toContainText(/ · saved/);
}

/** Waits until the browser holds every file of the application, as it does a while after the first visit. */
export async function heldWhole(page: Page): Promise<void> {
  const missing = () =>
    page.evaluate(async () => {
      const manifest = (await (await fetch('/ngsw.json')).json()) as { hashTable: Record<string, string> };
      const urls = await Promise.all(
        (await caches.keys()).map(async (name) =>
          (await (await caches.open(name)).keys()).map((r) => new URL(r.url).pathname),
        ),
      );
      const held = new Set(urls.flat());
      return Object.keys(manifest.hashTable).filter((url) => !held.has(url)).length;
    });
  await expect.poll(missing).toBe(0);
}

export async function contentOf(download: Download): Promise<Buffer> {
  return readFileSync(await download.path());
}

/** WCAG 2.2 AA as axe can see it, of the page or of what a selector holds. */
export async function expectAccessible(page: Page, within?: string): Promise<void> {
  // a message is hidden for the moment before it is read out: what is judged is how it stands
  await expect(page.locator('mat-snack-bar-container [aria-hidden="true"]')).toHaveCount(0);
  // one page without frames from elsewhere: the run in one piece sees the same and needs no second page
  const axe = new AxeBuilder({ page }).setLegacyMode();
  if (within !== undefined) axe.include(within);
  const { violations } = await axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']).analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(' | ')}`)).toEqual([]);
}
