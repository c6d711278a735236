import { expect, test } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import { recordBench } from '@squallmark/core/bench';
import { vcdPieces } from '@squallmark/core/captures';
import { WebSocket } from 'ws';
import { demoNamed } from '../scripts/bench-rigs.js';
import { choose } from './fields';
import { expectAccessible, go, openDemo, saved } from './support';

/** Says to the stand-in receiver where slots stand, as another device at the bench would. */
async function tellStandIn(url: string, slots: number[]): Promise<void> {
  const socket = new WebSocket(new URL('/stand-in', url.replace(/^http/, 'ws')));
  await new Promise((open) => socket.once('open', open));
  socket.send(JSON.stringify({ slots }));
  await new Promise((beat) => socket.once('message', beat));
  socket.close();
}

test('a real line moves the simulated rig: its slots are shown, and sticks stand where they say', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Prove');
  await choose(page, 'Source', 'stand-in receiver');
  await expect(page.getByRole('heading', { name: /Slots on the line/ })).toBeVisible();
  const slots = new Array<number>(16).fill(1500);
  slots[7] = 1870;
  await tellStandIn(page.url(), slots);
  await expect(page.getByText('1870', { exact: true })).toBeVisible();
  // slot 8 is the left slider, all the way up
  await expect
    .poll(async () => Number(await page.getByRole('slider', { name: 'left slider' }).inputValue()))
    .toBeGreaterThan(0.95);
  await expectAccessible(page, 'main');
  await tellStandIn(page.url(), new Array<number>(16).fill(1500));
  await choose(page, 'Source', 'simulated rig');
  await expect(page.getByRole('heading', { name: /Slots on the bus/ })).toBeVisible();
});

test('a recording moves the simulated rig at its own pace, and says when it ended', async ({ page }) => {
  // long enough that a page which draws once in seconds shows it while it plays
  const { lines, endNs } = recordBench(
    demoNamed('saltmarsh-six'),
    [{ atMs: 500, controls: { 'left-slider': 1 } }],
    12_000,
  );
  const buffer = Buffer.concat([...vcdPieces(lines, 0, endNs)]);
  await openDemo(page);
  await go(page, 'Prove');
  await choose(page, 'Source', 'a recording');
  const file = page.getByLabel('Recording file', { exact: true });
  await file.setInputFiles({ name: 'notes.vcd', mimeType: 'text/plain', buffer: Buffer.from('no recording') });
  await expect(page.getByText(/notes\.vcd/)).toBeVisible();
  await file.setInputFiles({ name: 'bench.vcd', mimeType: 'text/plain', buffer });
  await expect(page.getByRole('heading', { name: /Slots on the line/ })).toBeVisible();
  await expect
    .poll(async () => Number(await page.getByRole('slider', { name: 'left slider' }).inputValue()))
    .toBeGreaterThan(0.95);
  await expect(page.getByText(/bench\.vcd, .*: it ended/)).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Source' })).toHaveValue('simulated rig');
});

/** A server of this test's own, on a port that is free or was its own before. */
async function served(port: number): Promise<{ port: number; kill: () => Promise<void> }> {
  const cwd = fileURLToPath(new URL('..', import.meta.url));
  const server: ChildProcess = spawn('node', ['apps/server/dist/server.mjs'], {
    cwd,
    env: { ...process.env, PORT: String(port) },
  });
  const [said] = (await once(server.stdout!, 'data')) as [Buffer];
  const at = Number(/localhost:(\d+)/.exec(said.toString())![1]);
  const kill = async (): Promise<void> => {
    if (server.signalCode) return;
    const gone = once(server, 'exit');
    server.kill('SIGKILL');
    await gone;
  };
  return { port: at, kill };
}

test('the server killed in the middle loses nothing of the log, and its line is there again with it', async ({
  page,
}) => {
  let server = await served(0);
  try {
    await page.goto(`http://127.0.0.1:${server.port}/`);
    await go(page, 'Prove');
    await choose(page, 'Source', 'stand-in receiver');
    const slots = new Array<number>(16).fill(1500);
    await tellStandIn(page.url(), slots.with(7, 1870));
    await expect(page.getByText('1870', { exact: true })).toBeVisible();
    // in passing, so it is looked out for before it can come; and for as long as it is so: nothing comes over it any more
    const told = expect(page.getByText('Stand-in receiver: it is gone; waiting for it').first()).toBeVisible();
    await Promise.all([told, server.kill()]);
    await expect(page.getByText('the line is gone; waiting for it', { exact: true })).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Slots on the line 0 frames/s' })).toBeVisible();
    // what is done meanwhile is written down
    await choose(page, 'Fault', 'one that I am not told');
    await saved(page);
    server = await served(server.port);
    await expect(async () => {
      await tellStandIn(page.url(), slots.with(7, 1130));
      await expect(page.getByText('1130', { exact: true })).toBeVisible({ timeout: 1000 });
    }).toPass();
    await expect(page.getByText('the line is gone; waiting for it', { exact: true })).toBeHidden();
    await page.reload();
    await go(page, 'Log');
    await expect(page.getByRole('main', { name: 'Log' })).toContainText('one that nobody is told');
  } finally {
    await server.kill();
  }
});

test('the rig on the bench is proven by hand, and its verdicts are its own', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Prove');
  const dock = page.getByRole('complementary', { name: 'Check plan' });
  await choose(page, 'Source', 'the rig on the bench');
  await expect(dock.getByRole('button', { name: 'Play all' })).toBeHidden();
  await dock.getByRole('button', { name: 'As expected' }).click();
  await expect(dock).toContainText('1 passed');
  await expect(dock).toContainText('as expected, by hand');
  const words = dock.getByRole('textbox', { name: 'What it did instead' });
  await words.fill('the loom is not here yet');
  await dock.getByRole('button', { name: 'Skip' }).click();
  await expect(dock).toContainText('skipped: the loom is not here yet');
  await expect(page.getByRole('button', { name: 'Find it' })).toBeDisabled();
  await words.fill('C1 open');
  await words.press('Enter');
  await expect(dock).toContainText('saw C1 open');
  await expect(page.getByRole('button', { name: 'Find it' })).toBeEnabled();
  await expectAccessible(page, 'main');
  await choose(page, 'Source', 'simulated rig');
  await expect(dock).toContainText('0 passed');
  await choose(page, 'Source', 'the rig on the bench');
  await expect(dock).toContainText('1 passed');
  await go(page, 'Log');
  await expect(page.getByRole('main', { name: 'Log' })).toContainText('On the bench, ');
});

test('a transmitter plugged in as a game controller is learnt once and moves the simulated rig', async ({ page }) => {
  await page.addInitScript(() => {
    const pad = { id: 'Bench pad', axes: [0, 0, 0, 0], buttons: [{ value: 0 }], timestamp: 0 };
    Object.assign(globalThis, { benchPad: pad });
    navigator.getGamepads = () => [pad as unknown as Gamepad];
  });
  const move = (axis: number, to: number) =>
    page.evaluate(
      ([a, t]) => {
        (globalThis as unknown as { benchPad: { axes: number[] } }).benchPad.axes[a!] = t!;
      },
      [axis, to],
    );
  await openDemo(page);
  await go(page, 'Prove');
  await choose(page, 'Source', 'game controller');
  await page.getByRole('button', { name: 'Which is which' }).click();
  const learn = page.getByRole('dialog');
  await expect(learn).toContainText('Bench pad');
  await expectAccessible(page, '[role=dialog]');
  await move(2, -1);
  await expect(learn).toContainText('axis 3, turned round');
  await move(2, 0);
  await learn.getByRole('button', { name: 'Done' }).click();
  await expect(learn).toBeHidden();
  const slots = page.locator('sq-slot-bars');
  const atRest = await slots.innerText();
  await move(2, -0.6);
  // the control that was learnt first goes where the stick went, and its slot with it
  await expect.poll(() => slots.innerText()).not.toBe(atRest);
  await move(2, 0);
  await expect.poll(() => slots.innerText()).toBe(atRest);
  await page.reload();
  await expect
    .poll(() =>
      page.evaluate(
        () => Object.entries<string>(localStorage).find(([key]) => key.includes('pad:Bench pad'))?.[1] ?? '',
      ),
    )
    .toContain('"axis":2');
});

test('the craft is laid over and the gimbal levels the picture: the dial shows what its joint does', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, 'Prove');
  const tilt = page.getByRole('img', { name: /^tilt / });
  await expect(tilt).toHaveAccessibleName('tilt −88°');
  const nose = page.getByRole('slider', { name: 'Craft, nose up' });
  await nose.fill('-20');
  await expect(tilt).toHaveAccessibleName('tilt −68°');
  await page.getByRole('group', { name: 'Craft' }).getByRole('button', { name: 'Level' }).click();
  await expect(tilt).toHaveAccessibleName('tilt −88°');
});

test('the ports say what comes in: a lead that is off, at the port that misses it', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Prove');
  const ports = page.getByRole('list', { name: 'What comes in at the ports' });
  const row = (name: string) => ports.getByRole('listitem').filter({ hasText: name });
  await expect(row('Gimbal, two axis')).toContainText('SBUS · 143/s');
  await expect(row('Switcher')).toContainText(/\d+ µs/);
  await choose(page, 'Fault', 'C3 is not plugged in');
  await expect(row('Flight controller bus in')).toContainText('nothing: no wire on it');
  await expect(row('Switcher')).toContainText(/\d+ µs/);
  await choose(page, 'Fault', 'none');
  await expect(row('Flight controller bus in')).toContainText('SBUS · 143/s');
  const loss = page.getByRole('slider', { name: 'Radio frames of Radio transmitter that get lost' });
  await loss.fill('100');
  await expect(page.getByText('Radio receiver: radio lost, fail-safe')).toBeVisible();
  await loss.fill('30');
  await expect(page.getByText('Radio receiver: radio lost, fail-safe')).toBeHidden();
  await loss.fill('0');
  const away = page.getByRole('slider', { name: 'Craft, away' });
  await away.fill('1500');
  await expect(away).toHaveAttribute('aria-valuetext', '1500 m, 50 % of the frames get lost');
  await expect(page.getByText('Radio receiver: radio lost, fail-safe')).toBeHidden();
  await away.fill('5000');
  await expect(page.getByText('Radio receiver: radio lost, fail-safe')).toBeVisible();
  await away.fill('0');
  await expect(page.getByText('Radio receiver: radio lost, fail-safe')).toBeHidden();
  await expectAccessible(page);
});
