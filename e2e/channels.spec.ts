import { choose, press } from './fields.js';
import { expect, test, type Locator, type Page } from '@playwright/test';
import { encodeSbus, LineWriter, UART, writeUart } from '@squallmark/core/signals';
import { joined, vcdPieces } from '@squallmark/core/captures';
import { propose } from '@squallmark/core/propose';
import { applyEdits, emptyRig, newPart, type Edit, type Rig } from '@squallmark/core/rig';
import { SHELF } from '@squallmark/core/shelf';
import { readFileSync } from 'node:fs';
import { contentOf, expectAccessible, go, mendStops, openDemo, settled } from './support.js';

/** Whatever panel stands beside the ladder. */
const SIDE = '[role=complementary]';
const side = (page: Page, name: string): Locator => page.getByRole('complementary', { name });
const row = (page: Page, channel: number): Locator =>
  page
    .getByRole('row')
    .filter({ has: page.getByRole('combobox', { name: `Control of channel ${channel}`, exact: true }) });

async function openChannels(page: Page): Promise<void> {
  await openDemo(page);
  await go(page, 'Channels');
}

/** Takes in a rig of one's own as a file. */
async function takeIn(page: Page, rig: object): Promise<void> {
  await page.getByRole('button', { name: 'Files', exact: true }).click();
  const file = { name: 'own.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(rig)) };
  await page.getByLabel('Rig file', { exact: true }).setInputFiles(file);
  await expect(page.getByRole('button', { name: 'Rigs and files' })).toContainText('Own rig');
  await settled(page);
}

test('an open row is filled with its reasons, undo empties it again, a locked one is left alone', async ({ page }) => {
  await openChannels(page);
  const control = page.getByRole('combobox', { name: 'Control of channel 8', exact: true });
  await choose(page, 'Control of channel 8', 'nothing');
  await settled(page);
  await page.getByRole('button', { name: 'Assign open rows' }).click();
  const card = side(page, 'Assignment');
  await expect(card).toContainText('Tilt');
  await expect(card).toContainText('left slider → slot 8');
  await expect(control).toHaveText('left slider');
  await expectAccessible(page, SIDE);
  await page.keyboard.press('Control+z');
  await expect(control).toHaveText('nothing');
  await page.keyboard.press('Control+Shift+z');
  await page.getByRole('button', { name: 'Lock channel 9', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Lock channel 9', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await settled(page);
  await card.getByRole('button', { name: 'Assign all but locked rows again' }).click();
  await expect(card).not.toContainText('Pan (Gimbal, two axis)');
  await expect(page.getByRole('combobox', { name: 'Control of channel 9', exact: true })).toHaveText('right knob');
});

test('when wishes clash, the smallest set is told and nothing is changed', async ({ page }) => {
  const rig = JSON.parse(readFileSync(new URL('../demo/saltmarsh-six.json', import.meta.url), 'utf8')) as {
    sheets: Record<string, { controls: { id: string }[] }>;
    shaping: object[];
    bindings: { part: string }[];
  };
  const sheet = rig.sheets['transmitter-16']!;
  const few = ['left-x', 'left-y', 'right-x', 'right-y', 'left-slider', 'E', 'H'];
  await openDemo(page);
  await takeIn(page, {
    ...rig,
    id: 'own',
    name: 'Own rig',
    sheets: {
      ...rig.sheets,
      'transmitter-16': { ...sheet, controls: sheet.controls.filter((c) => few.includes(c.id)), firstChannels: [] },
    },
    shaping: [],
    bindings: rig.bindings.filter((b) => b.part === 'FC'),
    wishes: (rig as unknown as { wishes: { control: unknown }[] }).wishes.map((w) => ({ ...w, control: null })),
  });
  await go(page, 'Channels');
  await page.getByRole('button', { name: 'Assign open rows' }).click();
  const card = side(page, 'Assignment');
  await expect(card).toContainText('Nothing was changed');
  await expect(card.getByRole('listitem').first()).toContainText('the wish');
  await expect(card).toContainText('No smaller set of wishes clashes');
  await expect(page.getByRole('button', { name: /^Undo/ })).toBeDisabled();
});

test('an end point is dragged and falls on what matters; a window edge moves on the sheet', async ({ page }) => {
  await openChannels(page);
  const high = page.getByRole('spinbutton', { name: 'High end point of channel 9' });
  await expect(high).toHaveValue('1900');
  await dragTo(page, row(page, 9).getByTitle('high end'), row(page, 9).locator('sq-rung'), 1803);
  await expect(high).toHaveValue('1805');
  await dragTo(page, row(page, 9).getByTitle('high end'), row(page, 9).locator('sq-rung'), 1664);
  await expect(high).toHaveValue('1667');
  await page.keyboard.press('Control+z');
  await expect(high).toHaveValue('1900');
  // the needle just inside "black hot": its window is made wider by its edge
  await row(page, 13).getByRole('cell').last().click();
  await expect(side(page, 'Channel 13')).toBeVisible();
  await dragTo(page, row(page, 13).getByTitle('lower edge of black hot'), row(page, 13).locator('sq-rung'), 1440);
  await side(page, 'Channel 13').getByRole('button', { name: 'Close the channel' }).click();
  await expect(page.getByRole('heading', { name: /Middle of switch D only just meets/ })).toBeHidden();
});

async function dragTo(page: Page, handle: Locator, rung: Locator, us: number): Promise<void> {
  const from = (await handle.boundingBox())!;
  const box = (await rung.boundingBox())!;
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + ((us - 988) / 1024) * box.width, from.y + from.height / 2, { steps: 6 });
  await page.mouse.up();
  await settled(page);
}

test('one channel shows its way through, takes wanted degrees and warns of a fail-safe that turns', async ({
  page,
}) => {
  await openChannels(page);
  await row(page, 8).getByRole('cell').last().click();
  const tilt = side(page, 'Channel 8');
  await expect(tilt).toContainText('count, micro school');
  await expect(tilt).toContainText('0.081°');
  await expectAccessible(page, SIDE);
  await tilt.getByRole('spinbutton', { name: 'high', exact: true }).first().fill('30');
  await tilt.getByRole('spinbutton', { name: 'high', exact: true }).first().blur();
  await expect(page.getByRole('spinbutton', { name: 'High end point of channel 8' })).toHaveValue('1923');
  await tilt.getByRole('spinbutton', { name: 'smooth' }).fill('80');
  await tilt.getByRole('spinbutton', { name: 'smooth' }).blur();
  await expect(tilt).toContainText('smoothing of the device');
  await row(page, 9).getByRole('cell').last().click();
  const pan = side(page, 'Channel 9');
  await choose(pan, 'Fail-safe of this slot', 'stays');
  await pan.getByRole('button', { name: 'Close the channel' }).click();
  const findings = side(page, 'Findings');
  await expect(findings.getByRole('heading', { name: 'Without radio, pan keeps turning as it was' })).toBeVisible();
  await findings.getByRole('button', { name: 'Send 1500 µs instead' }).click();
  await expect(findings.getByRole('heading', { name: /Without radio, pan/ })).toBeHidden();
});

test('a channel gets a curve of its own, point by point, and the smooth one back', async ({ page }) => {
  await openChannels(page);
  await row(page, 8).getByRole('cell').last().click();
  const tilt = side(page, 'Channel 8');
  await choose(tilt, 'Curve by', '5 points');
  await expect(tilt.getByRole('slider', { name: /^Curve at/ })).toHaveCount(5);
  await expect(tilt.getByRole('spinbutton', { name: 'softness' })).toBeDisabled();
  const lowest = tilt.getByRole('slider', { name: 'Curve at -100 % of the control' });
  await expect(lowest).toHaveValue('-100');
  await lowest.focus();
  for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowUp');
  await expect(lowest).toHaveValue('-90');
  // the control rests at its low end: 10 % less of 488 µs
  await expect(tilt.getByText('1060.8 µs').first()).toBeVisible();
  await expectAccessible(page, SIDE);
  await choose(tilt, 'Curve by', 'softness %');
  await expect(tilt.getByRole('slider', { name: /^Curve at/ })).toHaveCount(0);
  await expect(tilt.getByText('1012.0 µs').first()).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(lowest).toHaveValue('-90');
  await page.keyboard.press('Control+z');
  await expect(lowest).toHaveValue('-100');
});

test('identify: the bench wiggles, a changed row is found, and the rig is made to agree', async ({ page }) => {
  await openDemo(page);
  await mendStops(page);
  await go(page, 'Channels');
  await page.getByRole('button', { name: 'Identify', exact: true }).click();
  const card = side(page, 'Identify by wiggling');
  await card.getByRole('button', { name: 'Let the bench wiggle' }).click();
  await expect(card).toContainText('The rig agrees with what was seen');
  const found = card.getByRole('list', { name: 'Controls found' }).getByRole('listitem');
  await expect(found).toHaveCount(13);
  await expect(found.filter({ hasText: 'left slider' })).toContainText('slot 8');
  await expectAccessible(page, SIDE);
  // what lies on the line is recorded, then the rig on file is changed: the recording knows better
  await page.getByRole('button', { name: 'Signal', exact: true }).click();
  await expect(page.getByText('SBUS, 100 000 baud 8E2, inverted')).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save CSV' }).click(),
  ]);
  const recorded = await contentOf(download);
  await page.getByRole('button', { name: 'Back to the ladder' }).click();
  await page.getByRole('button', { name: 'Reverse channel 8', exact: true }).click();
  await choose(page, 'Control of channel 11', 'nothing');
  await settled(page);
  await page.getByRole('button', { name: 'Identify', exact: true }).click();
  await card
    .getByLabel('Recording to identify from')
    .setInputFiles({ name: 'lines.csv', mimeType: 'text/csv', buffer: recorded });
  await expect(card).toContainText('Channel 8: not reversed');
  await card.getByRole('button', { name: 'Make the rig agree' }).click();
  await expect(page.getByRole('button', { name: 'Reverse channel 8', exact: true })).toHaveAttribute(
    'aria-pressed',
    'false',
  );
  // a switch that has no row: two like it could be meant, and the user says which
  await choose(card, 'Which control was it?', 'switch E');
  await expect(page.getByRole('combobox', { name: 'Control of channel 11', exact: true })).toHaveText('switch E');
});

test('identify: own hands on the simulated rig', async ({ page }) => {
  await openChannels(page);
  await page.getByRole('button', { name: 'Identify', exact: true }).click();
  const card = side(page, 'Identify by wiggling');
  await card.getByRole('button', { name: 'Listen to the simulated rig' }).click();
  await expect(card.getByRole('status')).toContainText(/Listening, [1-9]/);
  const slider = card.getByRole('slider', { name: 'left slider, to wiggle' });
  for (const to of ['0.5', '1', '0', '-0.5', '-1']) {
    await slider.fill(to);
    await expect(slider).toHaveValue(to);
  }
  const heard = Number(/[\d.]+/.exec((await card.getByRole('status').textContent())!)![0]);
  await expect
    .poll(async () => Number(/[\d.]+/.exec((await card.getByRole('status').textContent())!)![0]))
    .toBeGreaterThan(heard + 0.5);
  await card.getByRole('button', { name: 'Done: tell me the map' }).click();
  await expect(card.getByRole('list', { name: 'Controls found' })).toContainText('left slider → slot 8');
});

test('identify: a live receiver on a serial port', async ({ page }) => {
  // slot 8 goes up, down and back while the others stand still
  const wiggle = (n: number): number => (n < 60 ? 211 : n < 160 ? 211 + 13.75 * (n < 110 ? n - 60 : 160 - n) * 2 : 211);
  const frames = Array.from({ length: 220 }, (_, n) => {
    const slots = new Array<number>(16).fill(992).map((c, i) => (i === 7 ? wiggle(n) : c));
    return [...encodeSbus({ slots, digital: [false, false], lost: false, failsafe: false })];
  });
  await page.addInitScript((all: number[][]) => {
    const readable = (): ReadableStream<Uint8Array> =>
      new ReadableStream({
        start(to) {
          let n = 0;
          const timer = setInterval(() => {
            const frame = all[n++];
            if (frame) return to.enqueue(Uint8Array.from(frame));
            clearInterval(timer);
            to.close();
          }, 8);
        },
      });
    const port = { open: () => Promise.resolve(), close: () => Promise.resolve(), readable: readable() };
    Object.defineProperty(navigator, 'serial', {
      value: { requestPort: () => Promise.resolve({ ...port, readable: readable() }) },
    });
  }, frames);
  await openChannels(page);
  await page.getByRole('button', { name: 'Identify', exact: true }).click();
  const card = side(page, 'Identify by wiggling');
  await card.getByRole('button', { name: 'Live bus…' }).click();
  await expect(card).toContainText('From the serial port');
  await expect(card).not.toContainText('From the serial port');
  await card.getByRole('button', { name: 'Done: tell me the map' }).click();
  await expect(card).toContainText('Found in the live line');
  await expect(card.getByRole('list', { name: 'Controls found' }).getByRole('listitem')).toHaveCount(1);
  await expect(card.getByRole('list', { name: 'Controls found' })).toContainText('left slider → slot 8');
});

test('the signal view finds out what a line is, goes to the bit, and says what cannot be read', async ({ page }) => {
  await openChannels(page);
  await page.getByRole('button', { name: 'Signal', exact: true }).click();
  await expect(page.getByText('No recording yet')).toBeVisible();
  await expectAccessible(page, 'main');
  const input = page.getByLabel('Recording', { exact: true });
  const bad = '$timescale 1 ns $end $var wire 1 ! a $end $enddefinitions $end\n#5\n1?\n';
  await input.setInputFiles({ name: 'bad.vcd', mimeType: 'text/plain', buffer: Buffer.from(bad) });
  await expect(page.getByText('bad.vcd, line 3: no line has the code "?"')).toBeVisible();
  await expect(page.getByText('No recording yet')).toBeVisible();
  await input.setInputFiles({ name: 'bus.vcd', mimeType: 'text/plain', buffer: Buffer.from(uprightBus()) });
  await expect(page.getByText('SBUS, 100 000 baud 8E2', { exact: true })).toBeVisible();
  await expect(page.getByText('not inverted: a device that wants the usual bus hears nothing')).toBeVisible();
  await expect(page.getByText('7.00 ms', { exact: true })).toBeVisible();
  const paper = page.getByRole('img', { name: /^Line over/ });
  await expect(paper).toHaveAccessibleName(/Line over 430\.00 ms/);
  await page.getByRole('button', { name: 'Next frame' }).click();
  await expect(paper).toHaveAccessibleName(/Line over 3\.30 ms/);
  await page.keyboard.press('+');
  await expect(paper).toHaveAccessibleName(/Line over 1\.65 ms/);
  await paper.hover({ position: { x: 200, y: 80 } });
  await expect(page.getByText('SBUS: 992 992')).toBeVisible();
  // what stands under the pointer changes as it leaves the line; the button stays where it is
  await page.getByRole('button', { name: 'Whole recording' }).click();
  await expect(paper).toHaveAccessibleName(/Line over 430\.00 ms/);
  await choose(page, 'Taken as', 'CRSF frames');
  await expect(page.getByText('CRSF frames, 420 000 baud 8N1')).toBeVisible();
  await expect(page.getByText('nothing on it speaks for that')).toBeVisible();
  await expect(page.getByText('0 % sure')).toBeVisible();
  await expectAccessible(page, 'main');
});

test('the signal view shows the bytes of a plain line from a table of volts, spikes left out', async ({ page }) => {
  await openChannels(page);
  await page.getByRole('button', { name: 'Signal', exact: true }).click();
  const table = spikedVolts('$QMSET,12.4,ready\r\n');
  await page
    .getByLabel('Recording', { exact: true })
    .setInputFiles({ name: 'pin.csv', mimeType: 'text/csv', buffer: Buffer.from(table) });
  await expect(page.getByText('plain UART, 9 600 baud 8N1', { exact: true })).toBeVisible();
  const bytes = page.getByRole('region', { name: 'Bytes of this line' });
  await expect(bytes).toContainText('24 51 4d 53 45 54');
  await expect(bytes).toContainText('$QMSET,12.4,ready');
  await expect(page.getByText('pin read as low below 0.63 V and high above 1.17 V, by its own levels')).toBeVisible();
  await expect(page.getByRole('definition').filter({ hasText: /^1$/ })).toBeVisible();
  await expectAccessible(page, 'main');
});

/** Text at 9600 baud in 1.8 V logic with one spike, as a tool writes it that likes semicolons. */
function spikedVolts(text: string): string {
  const line = new LineWriter(1);
  const format = { baud: 9600, ...UART['8N1'], inverted: false };
  for (let i = 0; i < 8; i++) writeUart(line, Buffer.from(text), format, 1e6 + i * 40e6);
  const times = [...line.edges().timesNs, 30e6, 30e6 + 60].sort((a, b) => a - b);
  const rows = times.map((ns, i) => `${(ns / 1e3).toFixed(2).replace('.', ',')};${i % 2 ? '1,8' : '0,02'}`);
  return ['# pin beside the plug', 'Time [us];pin [V]', '0;1,8', ...rows].join('\n');
}

/** A bus that somebody wired without its inversion, as a dump. */
function uprightBus(): Uint8Array {
  const line = new LineWriter(1);
  const format = { baud: 100_000, ...UART['8E2'], inverted: false };
  const bytes = encodeSbus({
    slots: new Array<number>(16).fill(992),
    digital: [false, false],
    lost: false,
    failsafe: false,
  });
  for (let i = 0; i < 60; i++) writeUart(line, bytes, format, 1e6 + i * 7e6);
  return joined(vcdPieces([{ name: 'pin', ...line.edges() }], 0, 430e6));
}

test('the channel table goes out and comes back; a cell that cannot be used changes nothing', async ({ page }) => {
  await openChannels(page);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Table', exact: true }).click(),
  ]);
  const text = (await contentOf(download)).toString('utf8');
  const input = page.getByLabel('Channel table', { exact: true });
  const give = (name: string, csv: string) =>
    input.setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await give('same.csv', text);
  await expect(page.getByText('same.csv says what the rig says already')).toBeVisible();
  await give('bad.csv', text.replace('1871', '9999'));
  await expect(page.getByText('bad.csv, row 7, high_us: 9999 lies outside 800…2200; nothing is changed')).toBeVisible();
  await give('new.csv', text.replace('1871', '1888'));
  await expect(page.getByRole('spinbutton', { name: 'High end point of channel 8' })).toHaveValue('1888');
  const [card] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Channel card' }).click(),
  ]);
  expect((await contentOf(card)).subarray(0, 5).toString()).toBe('%PDF-');
});

test('two operators: set up over the trainer lead, flight stays with the pilot', async ({ page }) => {
  await openDemo(page);
  await takeIn(page, readyForTwo());
  await go(page, 'Channels');
  await page.getByRole('button', { name: 'Two operators' }).click();
  const card = side(page, 'Two operators');
  await card.getByRole('button', { name: 'Set up two operators' }).click();
  await expect(card).toContainText('TX hands over to T2, trainer lead');
  await expect(card.getByRole('img', { name: 'clear' })).toBeVisible();
  await expect(page.getByText(/⇆ .*, T2/).first()).toBeVisible();
  const flight = card.getByRole('checkbox', { name: /^Hand over channel 1 ·/ });
  await expect(flight).toBeDisabled();
  await expectAccessible(page, SIDE);
  await card.getByRole('button', { name: 'Pilot alone' }).click();
  await expect(card.getByRole('button', { name: 'Set up two operators' })).toBeVisible();
});

test('two operators and a lost radio are proven step by step, and by hand', async ({ page }) => {
  await openDemo(page);
  await takeIn(page, readyForTwo());
  await go(page, 'Channels');
  await page.getByRole('button', { name: 'Two operators' }).click();
  const operators = side(page, 'Two operators');
  await operators.getByRole('button', { name: 'Set up two operators' }).click();
  await operators.getByRole('button', { name: 'Close two operators' }).click();
  await row(page, 5).getByRole('cell').last().click();
  const card = side(page, 'Channel 5');
  await choose(card, 'Fail-safe of this slot', 'goes to');
  await card.getByRole('spinbutton', { name: 'Fail-safe width' }).fill('1700');
  await card.getByRole('spinbutton', { name: 'Fail-safe width' }).blur();

  await go(page, 'Prove');
  const plan = side(page, 'Check plan');
  await plan.getByRole('button', { name: 'Play all' }).click();
  await expect(plan.getByRole('button', { name: 'Play all' })).toBeVisible();
  const steps = Number(/(\d+) steps/.exec((await plan.getByRole('heading', { level: 2 }).textContent())!)![1]);
  await expect(plan.getByText(`${steps} passed`)).toBeVisible();
  for (const title of ['Not handed over: move T2', 'Handed over. T2: left slider full up', 'Props off: switch off TX'])
    await expect(plan.getByRole('button', { name: title })).toBeVisible();

  const tilt = page.getByRole('img', { name: /^tilt/ });
  const before = await tilt.getAttribute('aria-label');
  const operator = page.getByRole('group', { name: 'T2' });
  await page.getByRole('slider', { name: 'switch A', exact: true }).first().fill('1');
  await operator.getByRole('slider', { name: 'left slider' }).fill('1');
  await expect(tilt).toHaveAccessibleName('tilt +40°');
  expect(before).not.toBe('tilt +40°');
  await page.getByRole('button', { name: 'Switch off TX', exact: true }).click();
  await expect(page.getByText('RX: radio lost, fail-safe')).toBeVisible();
  await expect(tilt).not.toHaveAccessibleName('tilt +40°');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Switch on TX', exact: true }).click();
  await expect(page.getByText('RX: radio lost, fail-safe')).toBeHidden();
  await expect(tilt).toHaveAccessibleName('tilt +40°');
});

/** A pilot's and an operator's transmitter, wired through to a gimbal and a zoom camera, nothing handed over yet. */
function readyForTwo(): Rig {
  const classes = {
    PK: 'pack-4s',
    R12: 'regulator-12v',
    R5: 'regulator-5v',
    TX: 'transmitter-10',
    T2: 'transmitter-operator',
    RX: 'receiver-16',
    FC: 'flight-controller-6',
    GB: 'gimbal-two-axis',
    ZC: 'zoom-camera-serial',
    VT: 'video-transmitter-pack',
    AN: 'antenna-screw',
  };
  const parts = Object.entries(classes).map(([id, cls]): Edit => {
    const sheet = SHELF.find((s) => s.class === cls)!;
    return { kind: 'addPart', part: newPart(id, cls, id), sheet };
  });
  const wishes = ['tilt', 'gimbal-mode', 'zoom'].map((what, i): Edit => ({
    kind: 'addWish',
    wish: { id: `W${i + 1}`, what, label: what, by: 'camera operator', control: null, hand: 'either' },
  }));
  const bare = applyEdits(emptyRig('own', 'Own rig'), [
    ...parts,
    ...wishes,
    { kind: 'school', choice: { operators: 'two' } },
  ]).rig;
  return applyEdits(bare, [...propose(bare).edits, { kind: 'noHandOver', from: 'TX', to: 'T2' }]).rig;
}

test('a sweep with taps gives the windows, and the sheet has them', async ({ page }) => {
  await openChannels(page);
  await page.getByRole('button', { name: 'Sweep', exact: true }).click();
  const card = side(page, 'Sweep for windows');
  await choose(card, 'Function to sweep', 'Gimbal, two axis look down');
  await press(card, 'Pace of the sweep', '8 s each way');
  await card.getByRole('button', { name: 'Start the sweep' }).click();
  const status = card.getByRole('status');
  // the eye: the device is seen to change, and the key is tapped
  await expect(status).toContainText('straight down');
  await page.keyboard.press('t');
  await expect(status).toContainText('1 tap');
  await card.getByRole('button', { name: 'End here' }).click();
  const found = card.getByRole('list', { name: 'Windows found' }).getByRole('listitem');
  await expect(found).toHaveCount(2);
  await card.getByRole('textbox', { name: 'Name of window 2' }).fill('nadir');
  await expectAccessible(page, SIDE);
  await card.getByRole('button', { name: "Put them on the part's sheet" }).click();
  await expect(row(page, 11)).toContainText('nadir');
});
