import { readBrief, writeRig } from '@squallmark/core/files';
import { propose } from '@squallmark/core/propose';
import { applyEdits } from '@squallmark/core/rig';
import { expect, test } from '@playwright/test';
import { expectAccessible, go, openDemo, settled } from './support.js';

const line = (way: 'in' | 'out') => ({
  ...{ id: 'line', label: 'line', side: 'right', plug: { family: 'screw terminal 5 mm', pins: 2 } },
  pins: [
    { n: 1, label: 'A', line: 'signal', way },
    { n: 2, label: '−', line: 'ground' },
  ],
});
const volts = {
  ...{ id: 'volts', label: 'volts', side: 'left', plug: { family: 'wire ends', pins: 2 } },
  pins: [
    { n: 1, label: '+', line: 'supply' },
    { n: 2, label: '−', line: 'ground' },
  ],
};
const eats = (typical: number) => ({
  ...{ id: 'main', plus: { port: 'volts', pin: 1 }, minus: { port: 'volts', pin: 2 }, volts: [11, 17] },
  draw: { kind: 'power', typical, peak: typical * 2 },
});
const bytes = (way: 'talk' | 'listen') => ({
  ...{ id: 'line', kind: 'device-serial', way, pins: { data: { port: 'line', pin: 1 } } },
  params: { baud: 9600, protocol: 'head bytes', channels: 6, periodMs: 40 },
});
const common = { revision: 1, summary: 'of their own', massG: 900 };
const SHEETS = [
  {
    ...{ class: 'own-desk', role: 'transmitter', name: 'Head desk', group: 'Control', ...common },
    ports: [line('out'), volts],
    supplies: [eats(3)],
    links: [bytes('talk')],
    controls: [
      { id: 'lever-x', label: 'lever ↔', kind: 'stick', x: 0.3, y: 0.6 },
      { id: 'lever-y', label: 'lever ↕', kind: 'stick', x: 0.3, y: 0.6 },
      { id: 'key', label: 'red key', kind: 'button', x: 0.8, y: 0.2 },
    ],
  },
  {
    ...{ class: 'own-head', role: 'gimbal', name: 'Head', group: 'Payload', ...common },
    ports: [line('in'), volts],
    supplies: [eats(10)],
    links: [bytes('listen')],
    functions: [
      {
        ...{ id: 'pan', label: 'Pan', what: 'pan', takes: 'rate', askedBy: [{ by: 'slot', over: ['line'] }] },
        ...{ rangeUs: [1000, 2000], range: { from: -40, to: 40, unit: '°/s' }, joint: 'pan' },
      },
    ],
    joints: [{ id: 'pan', label: 'pan', minDeg: -170, maxDeg: 170, speedDegPerS: 60 }],
  },
];
const BRIEF = {
  ...{ format: 'squallmark-brief', version: 1, name: 'Mast over the weir', kind: 'hand-held or ground' },
  parts: [
    { id: 'PK', class: 'pack-4s' },
    { id: 'DE', class: 'own-desk' },
    { id: 'HD', class: 'own-head' },
  ],
  wishes: [{ what: 'pan', control: 'lever-x' }],
  sheets: SHEETS,
};

test('a desk by its lead moves the head: its own face, its slots, no radio to lose', async ({ page }) => {
  const reading = readBrief(JSON.stringify(BRIEF));
  if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
  const rig = applyEdits(reading.value, propose(reading.value).edits).rig;
  await openDemo(page);
  await page.getByRole('button', { name: 'Rigs and files' }).click();
  await page
    .getByLabel('Rig file', { exact: true })
    .setInputFiles({ name: 'mast.json', mimeType: 'application/json', buffer: Buffer.from(writeRig(rig)) });
  await go(page, 'Channels');
  await settled(page);
  await expect(page.getByText('5 of 6 channels free: 2 · 3 · 4 · 5 · 6')).toBeVisible();

  await go(page, 'Prove');
  await expect(page.getByText('25 frames/s')).toBeVisible();
  await expect(page.getByText('radio frames lost')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Switch off Head desk' })).toBeVisible();
  const plan = page.getByRole('complementary', { name: 'Check plan' });
  const steps = /(\d+) steps/.exec((await plan.getByRole('heading', { level: 2 }).textContent())!)![1]!;
  await plan.getByRole('button', { name: 'Play all', exact: true }).click();
  await expect(plan.getByText(`${steps} passed`)).toBeVisible();
  await expectAccessible(page);
});
