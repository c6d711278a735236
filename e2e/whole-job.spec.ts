import { choose } from './fields.js';
import { expect, test } from '@playwright/test';
import { contentOf, go, mendStops, openDemo, saved, settled, tile } from './support.js';

test('the whole job, from the demo as it ships to a proven rig that a reload brings back', async ({ page }) => {
  await openDemo(page);
  await expect(tile(page, 'Loom').getByRole('img', { name: 'stop' })).toBeVisible();

  await mendStops(page);
  await expect(tile(page, 'Loom').getByRole('img', { name: 'stop' })).toHaveCount(0);
  await expect(tile(page, 'Brief')).toContainText('9 / 10');

  await go(page, 'Channels');
  const end = page.getByRole('spinbutton', { name: 'High end point of channel 8' });
  await expect(end).toHaveValue('1871');
  await end.fill('1900');
  await settled(page);

  await go(page, 'Rails');
  const slider = page.getByRole('slider', { name: 'Pack from full to flat' });
  const video = page.getByRole('row', { name: /Video transmitter/ });
  const full = await video.textContent();
  await slider.fill('0.6');
  await expect(slider).toHaveAttribute('aria-valuetext', '40 %');
  await expect(video).not.toHaveText(full ?? '');
  await expect(page.getByRole('img', { name: /Volts at Zoom camera/ })).toBeVisible();
  // a flight begins on a full pack, and the check asks for one
  await slider.fill('0');
  await expect(slider).toHaveAttribute('aria-valuetext', '100 %');

  await go(page, 'Wake');
  const hand = page.getByRole('region', { name: 'Step at hand' });
  for (let step = 1; step <= 11; step++) {
    await expect(hand).toContainText(String(step));
    if (step === 6) await hand.getByLabel('meter').fill('16.62');
    await hand.getByRole('button', { name: 'Done' }).click();
  }
  await expect(page.getByText('Awake. Every step is ticked.')).toBeVisible();

  await go(page, 'Prove');
  const plan = page.getByRole('complementary', { name: 'Check plan' });
  await plan.getByRole('button', { name: 'Play all' }).click();
  await expect(tile(page, 'Prove')).toContainText('59 / 59');
  await expect(plan.getByRole('button', { name: /Left slider full up.*tilt angle: 27/ })).toBeVisible();

  const [record] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Proof card' }).click(),
  ]);
  expect(record.suggestedFilename()).toMatch(/proof-record\.pdf$/);
  expect((await contentOf(record)).subarray(0, 5).toString()).toBe('%PDF-');

  await choose(page, 'Fault', 'C6: the two serial wires go the wrong way round');
  await plan.getByRole('button', { name: 'Right slider full up' }).click();
  await plan.getByRole('button', { name: 'Play step' }).click();
  await expect(
    plan.getByRole('button', { name: /Right slider full up.*expected zoom 4\.0× — saw Zoom camera zoom: no answer/ }),
  ).toBeVisible();
  // what a fault in the simulated rig does is not kept as the rig's own
  await expect(tile(page, 'Prove')).toContainText('59 / 59');
  await choose(page, 'Fault', 'none');
  await expect(plan.getByRole('button', { name: /Right slider full up.*no answer/ })).toBeHidden();

  await go(page, 'Rails');
  await slider.fill('0.6');
  await page.getByRole('button', { name: 'Rigs and files' }).click();
  const room = page.getByRole('dialog', { name: 'Rigs and files' });
  const download = async (name: string) => {
    const [file] = await Promise.all([page.waitForEvent('download'), room.getByRole('button', { name }).click()]);
    return { name: file.suggestedFilename(), content: await contentOf(file) };
  };
  const rigFile = await download('Rig file (JSON)');
  expect(rigFile.name).toBe('saltmarsh-six.squallmark.json');
  const rig = JSON.parse(rigFile.content.toString()) as {
    revision: number;
    shaping: { channel: number; highUs: number }[];
  };
  expect(rig.shaping.find((s) => s.channel === 8)?.highUs).toBe(1900);
  const table = await download('Channel table (CSV)');
  expect(table.content.toString()).toContain(
    '8,left slider,1012,1900,0,no,0,0,,,,no,8,"Gimbal, two axis",Tilt,8,no,sbus,TX\r\n',
  );
  const card = await download('Wiring card (PDF)');
  expect(card.name).toBe('saltmarsh-six-wiring-card.pdf');
  expect(card.content.subarray(0, 5).toString()).toBe('%PDF-');
  expect(card.content.length).toBeGreaterThan(10_000);
  await room.getByRole('button', { name: 'Close' }).click();

  await go(page, 'Log');
  await saved(page);
  const log = page.getByRole('main', { name: 'Log' });
  const words = log.getByRole('searchbox', { name: 'Words' });
  for (const text of ['Cable C9 moved from Regulator 12 V to Regulator 5 V', 'read 16.62 V', 'Proved 59 of 59 steps']) {
    await words.fill(text);
    await expect(log.getByRole('row')).toHaveCount(1);
  }
  await log.getByRole('button', { name: 'Show all' }).click();
  await expect(words).toHaveValue('');
  await expect.poll(() => log.getByRole('row').count()).toBeGreaterThan(10);
  const entries = await log.getByRole('row').allTextContents();

  await page.reload();
  await settled(page);
  await expect(log.getByRole('row')).toHaveText(entries);
  await expect(page.getByRole('button', { name: 'Rigs and files' })).toContainText(`rev ${rig.revision}`);
  await expect(tile(page, 'Prove')).toContainText('59 / 59');
  await go(page, 'Channels');
  await expect(end).toHaveValue('1900');
  await go(page, 'Rails');
  await expect(slider).toHaveAttribute('aria-valuetext', '40 %');
  await go(page, 'Wake');
  await expect(page.getByText('Awake. Every step is ticked.')).toBeVisible();
  await expect(page.getByText('16.62 V')).toBeVisible();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await go(page, 'Channels');
  await expect(end).toHaveValue('1871');
});
