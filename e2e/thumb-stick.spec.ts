import { expect, test } from '@playwright/test';
import { go, openDemo, settled } from './support.js';

interface Draft {
  sheets: Record<string, { controls?: { kind: string; [more: string]: unknown }[] }>;
}

test('a stick of one way, beside the two, is on the face and moves', async ({ page }) => {
  await openDemo(page);
  const rig = (await (await page.request.get('demo/saltmarsh-six.json')).json()) as Draft;
  const held = Object.values(rig.sheets).find((s) => s.controls?.some((c) => c.kind === 'stick'))!;
  held.controls!.push({ id: 'thumb', label: 'Thumb', kind: 'stick', sprung: true, x: 0.2, y: 0.9 });
  await page.getByRole('button', { name: 'Rigs and files' }).click();
  await page
    .getByLabel('Rig file', { exact: true })
    .setInputFiles({ name: 'thumb.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(rig)) });
  await go(page, 'Prove');
  await settled(page);
  const thumb = page.getByRole('group', { name: 'Transmitter' }).getByRole('slider', { name: 'Thumb' });
  await expect(thumb).toBeVisible();
  const before = await thumb.getAttribute('aria-valuenow');
  await thumb.press('ArrowRight');
  await expect(thumb).not.toHaveAttribute('aria-valuenow', before ?? '');
});
