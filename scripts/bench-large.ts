/// <reference lib="dom" />
/// <reference lib="dom.iterable" />
import type { Page } from '@playwright/test';
import { analyse } from '@squallmark/core/analysis';
import { writeRig } from '@squallmark/core/files';
import { wakePlan } from '@squallmark/core/wake-studies';
import type { Rig } from '@squallmark/core/rig';
import { mappingCraft, stageOfCarriages } from '../packages/core/test/practice/large.js';
import { quiet, switchMs, withPages } from './bench-browser.js';
import { median, type Row } from './bench-rows.js';

const PAN_MS = 3000;

/** Rigs of the size that few build, whose parts belong together: figures first, then what a hand feels in the built page. */
export async function largeRows(root: string): Promise<Row[]> {
  const stage = stageOfCarriages(16);
  const wires = stage.cables.reduce((sum, c) => sum + c.wires.length, 0);
  const size = `${stage.parts.length} parts, ${wires} wires`;
  const craft = mappingCraft(6);
  return [
    under(
      `analysis, ${size}`,
      median(() => analyse(anew(stage)), 9),
      150,
    ),
    under(
      'the same, another charge',
      median(() => analyse(stage, Math.random()), 50),
      10,
    ),
    plain(
      `analysis, mapping craft of ${craft.parts.length} parts`,
      median(() => analyse(anew(craft)), 20),
    ),
    plain(
      'wake of the stage',
      median(() => wakePlan(anew(stage)), 5),
    ),
    ...(await withPages(root, async (open) => handRows(await open(), stage))),
  ];
}

/** The same rig as nothing has been worked out of it. */
const anew = (rig: Rig): Rig => ({ ...rig, parts: [...rig.parts], cables: [...rig.cables], held: [...rig.held] });

const under = (what: string, value: number, most: number): Row => ({
  ...{ what, value, unit: 'ms', goal: `under ${most}`, met: value < most },
});
const plain = (what: string, value: number): Row => ({ what, value, unit: 'ms', goal: '', met: null });

async function handRows(page: Page, stage: Rig): Promise<Row[]> {
  const taken = await takenInMs(page, stage);
  await page.getByRole('link', { name: 'Loom' }).click();
  await page.getByRole('group', { name: 'Wiring drawing' }).waitFor({ timeout: 120_000 });
  await quiet(page);
  const fps = await panFps(page);
  const dragged = await longest(page, () => panFps(page).then(() => undefined));
  const typed = await longest(page, () => typeSome(page));
  await page.keyboard.press('Escape');
  const switched = await switchMs(page);
  return [
    under('stage, from the file until all is computed', taken, 3000),
    { what: 'stage, its drawing moved', value: fps, unit: '/s', goal: 'at least 55', met: fps >= 55 },
    under('stage, longest task while it is dragged', dragged, 50),
    under('stage, longest task while typing', typed, 50),
    under('stage, switch of stations, slowest', switched, 100),
  ];
}

async function takenInMs(page: Page, rig: Rig): Promise<number> {
  const buffer = Buffer.from(writeRig(rig));
  await page.getByRole('button', { name: 'Files', exact: true }).click();
  const from = performance.now();
  await page
    .getByLabel('Rig file', { exact: true })
    .setInputFiles({ name: 'stage.json', mimeType: 'application/json', buffer });
  await page.locator('.rig', { hasText: rig.name }).waitFor();
  await page.getByText('all computed').waitFor();
  return performance.now() - from;
}

/** The longest task of the page while something is done, ms; 0 where none held it for 50 ms. */
async function longest(page: Page, run: () => Promise<void>): Promise<number> {
  await page.evaluate(() => {
    const w = window as unknown as { tasks: number[]; watch: PerformanceObserver };
    w.tasks = [];
    w.watch = new PerformanceObserver((list) => w.tasks.push(...list.getEntries().map((e) => e.duration)));
    w.watch.observe({ entryTypes: ['longtask'] });
  });
  await run();
  await page.evaluate(() => new Promise(requestAnimationFrame));
  return page.evaluate(() => {
    const w = window as unknown as { tasks: number[]; watch: PerformanceObserver };
    w.watch.disconnect();
    return Math.max(0, ...w.tasks);
  });
}

/** A search through everything, while the drawing stands behind it. */
async function typeSome(page: Page): Promise<void> {
  await page.keyboard.press('Control+k');
  await page.getByRole('dialog').getByRole('combobox').pressSequentially('head heavy 12', { delay: 60 });
}

/** Frames a second while the drawing is pushed along in every one of them. */
async function panFps(page: Page): Promise<number> {
  return page.evaluate(async (forMs) => {
    const stage = document.querySelector('sq-loom-drawing .stage')!;
    const box = stage.getBoundingClientRect();
    const send = (type: string, x: number, y: number, to: EventTarget): void => {
      to.dispatchEvent(
        new MouseEvent(type, { clientX: x, clientY: y, bubbles: true, cancelable: true, button: 0, view: window }),
      );
    };
    const [x, y] = [box.left + box.width / 2, box.top + box.height / 2];
    send('mousedown', x, y, stage);
    let frames = 0;
    const from = performance.now();
    while (performance.now() - from < forMs) {
      await new Promise(requestAnimationFrame);
      frames++;
      send('mousemove', x + 200 * Math.sin(frames / 20), y + 90 * Math.cos(frames / 33), window);
    }
    send('mouseup', x, y, window);
    return (frames * 1000) / (performance.now() - from);
  }, PAN_MS);
}
