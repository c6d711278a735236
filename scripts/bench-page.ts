/// <reference lib="dom" />
/// <reference lib="dom.iterable" />
import type { Page } from '@playwright/test';
import { middle, ROUNDS, switchMs, withPages } from './bench-browser.js';
import type { Row } from './bench-rows.js';

/** What a hand feels, in the built page and a real browser: first visit, switch of stations, an edit. */
export async function pageRows(root: string): Promise<Row[]> {
  return withPages(root, async (open) => {
    const visits: number[] = [];
    for (let i = 0; i < ROUNDS; i++) {
      const page = await open();
      visits.push(await page.evaluate(() => performance.now()));
      await page.close();
    }
    const page = await open();
    const first = middle(visits);
    const switched = await switchMs(page);
    const edited = await editMs(page);
    return [
      { what: 'page until the first picture stands', value: first, unit: 'ms', goal: 'under 1000', met: first < 1000 },
      { what: 'switch of stations, slowest', value: switched, unit: 'ms', goal: 'under 100', met: switched < 100 },
      { what: 'an edit until all is computed', value: edited, unit: 'ms', goal: 'under 100', met: edited < 100 },
    ];
  });
}

const FIX = '.finding button[mat-flat-button]:not(:disabled)';

async function editMs(page: Page): Promise<number> {
  const times: number[] = [];
  await page.getByRole('link', { name: 'Loom' }).click();
  for (let round = 0; round < ROUNDS; round++) {
    // not just any button of a finding: its figures stand before its fixes are known
    await page.locator(FIX).first().waitFor();
    times.push(
      await page.evaluate(async (fixes) => {
        const undo = document.querySelector<HTMLElement>('[aria-label^="Undo"]:not(:disabled)');
        const fix = document.querySelector<HTMLElement>(fixes);
        const status = (): string => document.querySelector('footer [role=status]')!.textContent;
        const rev = (): string => /rev \d+/.exec(document.querySelector('.rig')!.textContent)![0];
        const frame = (): Promise<number> => new Promise((done) => requestAnimationFrame(done));
        const [from, before] = [performance.now(), rev()];
        (undo ?? fix)!.click();
        do {
          await frame();
          if (performance.now() - from > 10_000) throw new Error(`nothing came of ${(undo ?? fix)!.textContent}`);
        } while (rev() === before || !status().startsWith('all computed'));
        return performance.now() - from;
      }, FIX),
    );
  }
  return middle(times);
}
