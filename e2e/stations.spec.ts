import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { pressAsAHand } from './fields.js';
import { expectAccessible, go, mendStops, openDemo, settled, tile, type StationName } from './support.js';

const STATIONS: StationName[] = ['Brief', 'Loom', 'Channels', 'Rails', 'Wake', 'Prove', 'Log'];

async function beginEmpty(page: Page) {
  await openDemo(page);
  await page.getByRole('button', { name: 'Files', exact: true }).click();
  const room = page.getByRole('dialog', { name: 'Rigs and files' });
  await room.getByLabel('New rig').fill('Bare bench');
  await room.getByRole('button', { name: 'Begin' }).click();
  await expect(room).toBeHidden();
  await settled(page);
}

for (const scheme of ['light', 'dark'] as const) {
  test(`every station of the demo passes axe, ${scheme}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: scheme });
    await openDemo(page);
    for (const station of STATIONS) {
      await go(page, station);
      await expectAccessible(page);
    }
  });
}

test('an empty rig has something to say at every station and passes axe', async ({ page }) => {
  const errors: string[] = [];
  page.on('pageerror', (error) => errors.push(error.message));
  await beginEmpty(page);
  const says: Record<StationName, RegExp> = {
    Brief: /Pull the parts that lie in front of you/,
    Loom: /Nothing to wire yet/,
    Channels: /No channels yet/,
    Rails: /Nothing to feed yet/,
    Wake: /Nothing to wake yet/,
    Prove: /nothing to move/,
    Log: /Rig begun/,
  };
  for (const station of STATIONS) {
    await go(page, station);
    await expect(page.getByText(says[station])).toBeVisible();
    await expectAccessible(page);
  }
  expect(errors).toEqual([]);
});

test('a rig grows from the shelf, and undo takes it back', async ({ page }) => {
  await beginEmpty(page);
  await go(page, 'Brief');
  await page.getByRole('button', { name: 'Pull parts' }).click();
  const shelf = page.getByRole('dialog', { name: 'Pull parts' });
  await shelf.getByLabel('Find a class').fill('gimbal');
  await shelf.getByRole('button', { name: 'Pull Gimbal, two axis', exact: true }).click();
  // an exact name comes first, and Enter pulls it
  await shelf.getByLabel('Find a class').fill('pack 4s');
  await expect(shelf.getByText('Enter pulls Pack 4S.')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(shelf.getByRole('status')).toHaveText('Pack 4S pulled, 1 here.');
  await shelf.getByRole('button', { name: 'Done' }).click();
  await go(page, 'Loom');
  await page
    .getByRole('complementary', { name: 'Findings' })
    .getByRole('button', { name: 'Lead from Pack 4S' })
    .click();
  await expect(tile(page, 'Loom')).toContainText('1 cable');
  await page.keyboard.press('Control+z');
  await expect(tile(page, 'Loom')).toContainText('0 cables');
  await page.keyboard.press('Control+Shift+z');
  await expect(tile(page, 'Loom')).toContainText('1 cable');
});

test('two hundred parts do not stop it', async ({ page }) => {
  // that it gets there is asked here; how fast is the bench's question
  test.setTimeout(180_000);
  await openDemo(page);
  const rig = JSON.parse(readFileSync(new URL('../demo/saltmarsh-six.json', import.meta.url), 'utf8')) as {
    name: string;
    parts: object[];
  };
  const more = Array.from({ length: 187 }, (_, i) => ({
    id: `N${i}`,
    class: 'nose-camera',
    label: `Nose camera ${i + 2}`,
    settings: {},
    onBench: true,
  }));
  const crowd = JSON.stringify({ ...rig, id: 'crowd', name: 'Crowd', parts: [...rig.parts, ...more] });
  await page.getByRole('button', { name: 'Files', exact: true }).click();
  await page
    .getByLabel('Rig file', { exact: true })
    .setInputFiles({ name: 'crowd.json', mimeType: 'application/json', buffer: Buffer.from(crowd) });
  await expect(page.getByText(/200 parts/)).toBeVisible();
  await settled(page);
  await go(page, 'Rails');
  await expect(page.getByRole('row', { name: /Nose camera 188/ })).toBeAttached();
  await go(page, 'Loom');
  const drawing = page.getByRole('group', { name: 'Wiring drawing' });
  await expect(drawing).toBeVisible();
  // of a drawing this large only what is in sight is there; going to a part brings it into sight
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Go to' }).fill('nose camera 188');
  await page.keyboard.press('Enter');
  const found = drawing.getByRole('button', { name: 'Part Nose camera 188' });
  await expect(found).toBeInViewport({ ratio: 1 });
  const before = await found.boundingBox();
  await page.keyboard.press('ArrowLeft');
  await expect.poll(async () => (await found.boundingBox())?.x).toBeGreaterThan(before!.x + 50);
  await page.keyboard.press('0');
  await expect(page.locator('sq-loom-drawing .overview')).toHaveCount(0);
  await page.getByRole('button', { name: 'Closer' }).click();
  await expect(page.locator('sq-loom-drawing .overview')).toBeVisible();
});

test('the drawing is moved and scaled by hand, and a port tells what it could take', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Loom');
  const drawing = page.getByRole('group', { name: 'Wiring drawing' });
  const pack = drawing.getByRole('button', { name: 'Part Pack 4S' });
  const at = async () => (await pack.boundingBox())!;
  const rest = await at();
  await page.mouse.move(rest.x + 20, rest.y - 60);
  await page.mouse.wheel(0, -300);
  await expect.poll(async () => (await at()).width).toBeGreaterThan(rest.width * 1.2);
  const near = await at();
  await page.mouse.down();
  await page.mouse.move(rest.x + 100, rest.y - 30, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => Math.round((await at()).x - near.x)).toBe(80);
  await page.keyboard.press('0');
  await expect.poll(async () => Math.round((await at()).x)).toBe(Math.round(rest.x));
  await drawing.locator('.port').first().click();
  await expect(page.getByRole('heading', { name: 'What could be plugged in' })).toBeVisible();
  await expect(page.getByRole('group', { name: 'Ports' }).locator('[aria-pressed=true]')).toHaveCount(1);
  await expectAccessible(page);
});

test('the drawing, the board plan and a cable answer to mouse and keyboard', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Loom');
  await page.getByRole('button', { name: 'Cable C10', exact: true }).click();
  const cable = page.getByRole('region', { name: 'Cable C10' });
  await expect(cable).toContainText('three-way picture 1.25 mm');
  await expect(
    cable.getByRole('img', { name: /Nose camera 5 V · video pin 1 to Switcher 1 pin 2, red/ }),
  ).toBeVisible();
  await page.keyboard.press('n');
  await expect(page.getByRole('region', { name: 'Cable C11' })).toBeVisible();
  await page.getByRole('region', { name: 'Cable C11' }).getByLabel('length').fill('600');
  await expect(page.getByText('12.0 m of wire')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Board plan' }).click();
  await expect(page.getByRole('region', { name: 'Board plan' })).toContainText('camera menu · 115200 baud');
});

test('an end point out of reach is refused with a reason and the good one stays', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Channels');
  const end = page.getByRole('spinbutton', { name: 'High end point of channel 8' });
  await end.fill('9999');
  await end.blur();
  await expect(page.getByText('An end point lies between 800 and 2200 µs')).toBeVisible();
  await page.getByRole('button', { name: /End points in/ }).click();
  await page.getByRole('button', { name: /End points in/ }).click();
  await expect(page.getByRole('spinbutton', { name: 'High end point of channel 8, °' })).toHaveValue('23.2');
  await page.getByRole('spinbutton', { name: 'High end point of channel 8, °' }).fill('30');
  await page.getByRole('button', { name: /End points in/ }).click();
  await expect(end).toHaveValue('1923');
});

test('the chosen side of a question rewires the rig', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Brief');
  const raw = page.getByRole('button', { name: /^the pack/ });
  await expect(raw).toHaveAttribute('aria-pressed', 'false');
  await raw.click();
  await expect(raw).toHaveAttribute('aria-pressed', 'true');
  await go(page, 'Rails');
  await expect(page.getByRole('row', { name: /Gimbal, two axis.*16\.7\d V/ })).toBeVisible();
});

test('sticks answer to mouse and keys, and hands are judged as they move', async ({ page }) => {
  await openDemo(page);
  await mendStops(page);
  await go(page, 'Prove');
  const tilt = page.getByRole('img', { name: /^tilt/ });
  await page.getByRole('slider', { name: 'left slider' }).fill('1');
  await expect(tilt).toHaveAccessibleName('tilt +23°');
  await page.keyboard.down('d');
  const slots = page.getByRole('main', { name: 'Prove' });
  await expect(slots.getByText('2000').first()).toBeVisible();
  await page.keyboard.up('d');
  await expect(slots.getByText('2000')).toHaveCount(0);
  // notches of the throttle add up however fast the key is pressed
  for (let n = 0; n < 10; n++) await page.keyboard.press('w');
  await expect(page.getByRole('slider', { name: 'Left stick up and down' })).toHaveValue('0');
  for (let n = 0; n < 10; n++) await page.keyboard.press('s');
  await page.getByRole('slider', { name: 'switch F' }).fill('1');
  await expect(page.getByRole('img', { name: 'Picture of the Thermal core' })).toBeVisible();

  // who comes back finds everything at rest, and alive
  await expect(tilt).toHaveAccessibleName('tilt +23°');
  await go(page, 'Wake');
  await go(page, 'Prove');
  await expect(page.getByRole('slider', { name: 'left slider' })).toHaveValue('-1');
  await expect(tilt).not.toHaveAccessibleName('tilt +23°');
  await page.getByRole('slider', { name: 'left slider' }).fill('1');
  await expect(tilt).toHaveAccessibleName('tilt +23°');

  const plan = page.getByRole('complementary', { name: 'Check plan' });
  await page.getByRole('button', { name: 'Follow my hands' }).click();
  // what needs no hand has passed by then
  await expect(plan.getByRole('button', { name: /Radio receiver answers/ }).getByLabel('clear')).toBeVisible();
  await pressAsAHand(plan.getByRole('button', { name: /Switch G up/ }));
  await page.getByRole('slider', { name: 'switch G' }).fill('1');
  await expect(plan.getByRole('button', { name: /Switch G up.*Video transmitter radio power: 200 mW/ })).toBeVisible();
});

test('anything can be gone to, and the keys are listed', async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Go to' }).fill('switch c middle mode');
  await expect(page.getByRole('option', { name: /Switch C to the middle/ }).first()).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('main', { name: 'Prove' })).toBeVisible();
  await expect(page.getByRole('complementary', { name: 'Check plan' }).locator('[aria-current=step]')).toContainText(
    'Switch C to the middle',
  );
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('go to anything');
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
  await page.keyboard.press('3');
  await expect(page.getByRole('main', { name: 'Channels' })).toBeVisible();
});

test('the night bench is kept', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('button', { name: 'Night bench' }).click();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Day bench' })).toBeVisible();
});

for (const [width, height] of [
  [1280, 800],
  [1920, 1080],
  [820, 1180],
  [390, 844],
] as const) {
  test(`no station runs over the side at ${width} × ${height}`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    await openDemo(page);
    for (const station of STATIONS) {
      await go(page, station);
      const over = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      );
      expect(over, station).toBeLessThanOrEqual(0);
      const scrolled = await page.evaluate(
        () => Array.from(document.querySelectorAll('*')).filter((e) => e.scrollTop > 0).length,
      );
      expect(scrolled, `${station} opens at its top`).toBe(0);
    }
  });
}

test('every station but the log is one screen at 1280 × 800', async ({ page }) => {
  await openDemo(page);
  await mendStops(page);
  for (const station of STATIONS.slice(0, -1)) {
    await go(page, station);
    await settled(page);
    if (station === 'Prove') await expect(page.getByRole('list', { name: 'What comes in at the ports' })).toBeVisible();
    const hidden = await page
      .getByRole('main', { name: station })
      .evaluate((main) => main.scrollHeight - main.clientHeight);
    expect(hidden, station).toBeLessThanOrEqual(1);
  }
});

test('each station says first what to do there, until it was done or is put away', async ({ page }) => {
  await openDemo(page);
  const line = page.getByRole('note', { name: 'What to do here' });
  await expect(line).toContainText('Pull what lies on the table');
  await expectAccessible(page);
  await line.getByRole('button', { name: 'Put this line away' }).click();
  await expect(line).toBeHidden();
  await go(page, 'Rails');
  await expect(line).toContainText('from full to flat');
  await page.keyboard.press(']');
  await expect(line).toBeHidden();
  await go(page, 'Wake');
  await expect(line).toContainText('Make it safe');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(line).toBeHidden();
  await go(page, 'Log');
  await page.getByRole('textbox', { name: 'Note' }).fill('seen');
  await page.keyboard.press('Enter');
  await expect(line).toBeHidden();
  await mendStops(page);
  await expect(line).toBeHidden();
  await page.reload();
  for (const station of ['Brief', 'Loom', 'Rails', 'Wake', 'Log'] as const) {
    await go(page, station);
    await settled(page);
    await expect(line, station).toBeHidden();
  }
  await go(page, 'Prove');
  await expect(line).toContainText('Move a stick');
});

test('where the system forces its colours, the ink goes by its ground, bars keep their fill and the open station is told', async ({
  page,
}) => {
  await page.emulateMedia({ forcedColors: 'active', colorScheme: 'dark' });
  await openDemo(page);
  await page.getByRole('button', { name: 'Day bench' }).click();
  await go(page, 'Rails');
  const ink = () => page.evaluate(() => getComputedStyle(document.documentElement).getPropertyValue('--ink').trim());
  expect(await ink()).toBe('#e4e9ea');
  const fill = page.getByRole('row', { name: /Radio receiver/ }).locator('.room > span');
  const grounds = await fill.evaluate((bar) =>
    [bar, bar.parentElement!, document.body].map((e) => getComputedStyle(e).backgroundColor),
  );
  expect(new Set(grounds).size).toBe(3);
  const outline = await tile(page, 'Rails').evaluate((e) => getComputedStyle(e).outlineWidth);
  expect(outline).toBe('3px');
  await page.emulateMedia({ forcedColors: 'active', colorScheme: 'light' });
  expect(await ink()).toBe('#16222c');
});

test('the power tree folds by mouse and by arrows', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Rails');
  const tree = page.getByRole('treegrid', { name: 'Power tree' });
  const camera = tree.getByRole('row', { name: /Zoom camera/ });
  await expect(camera).toHaveAttribute('aria-level', '3');
  await tree.getByRole('button', { name: 'Fold Regulator 5 V' }).click();
  await expect(camera).toBeHidden();
  const regulator = tree.getByRole('row', { name: /Regulator 5 V/ });
  await expect(regulator).toHaveAttribute('aria-expanded', 'false');
  await expectAccessible(page);
  await regulator.press('ArrowRight');
  await expect(camera).toBeVisible();
});

test('Wake says what the supplies do meanwhile, for the supply that is chosen', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Wake');
  const power = page.getByRole('region', { name: 'Volts while it wakes' });
  await expect(power.getByRole('img').first()).toHaveAccessibleName(
    /lowest [\d.]+ V at [\d.]+ s, needs [\d.]+ V · packs give at most [\d.]+ A/,
  );
  await power.getByRole('combobox', { name: 'Supply' }).click();
  await page.getByRole('option', { name: 'Video transmitter' }).click();
  await expect(power.getByRole('img').first()).toHaveAccessibleName(/^Video transmitter: lowest 16\.\d+ V/);
});
