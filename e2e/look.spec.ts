import { LineWriter, UART, writeUart } from '@squallmark/core/signals';
import { test } from '@playwright/test';
import { go, openDemo } from './support';
test('look', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await openDemo(page);
  await go(page, 'Channels');
  await page.getByRole('button', { name: 'Signal', exact: true }).click();
  const line = new LineWriter(1);
  for (let i = 0; i < 8; i++) writeUart(line, Buffer.from('$QMSET,12.4,ready\r\n'), { baud: 9600, ...UART['8N1'], inverted: false }, 1e6 + i * 40e6);
  const times = [...line.edges().timesNs, 30e6, 30e6 + 60].sort((a, b) => a - b);
  const rows = times.map((ns, i) => `${(ns / 1e3).toFixed(2).replace('.', ',')};${i % 2 ? '1,8' : '0,02'}`);
  const t = ['# pin beside the plug', 'Time [us];pin [V]', '0;1,8', ...rows].join('\n');
  await page.getByLabel('Recording', { exact: true }).setInputFiles({ name: 'pin.csv', mimeType: 'text/csv', buffer: Buffer.from(t) });
  await page.getByRole('region', { name: 'Bytes of this line' }).waitFor();
  await page.waitForTimeout(500);
  await page.screenshot({ path: '/tmp/w/shots/sig0.png' });
});
