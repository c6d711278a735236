import { chromium, expect, test, type Page } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { saved } from './support.js';

const KILLS = 20;
const BROWSER = '/usr/bin/chromium';

/** A browser of its own with a home on disk, as a user has one: it can be killed, and started on what it left. */
async function start(home: string): Promise<{ page: Page; kill: () => Promise<void> }> {
  const args = ['--headless=new', '--no-sandbox', '--no-first-run', '--remote-debugging-port=0'];
  const browser = spawn(BROWSER, [...args, `--user-data-dir=${home}`, 'about:blank'], { detached: true });
  const connected = await chromium.connectOverCDP(await doorOf(browser));
  const context = connected.contexts()[0]!;
  const page = context.pages()[0] ?? (await context.newPage());
  const gone = new Promise<void>((done) => browser.once('exit', () => done()));
  const kill = async (): Promise<void> => {
    // the whole group at once and without a word, as a battery that drops out does it
    process.kill(-browser.pid!, 'SIGKILL');
    await gone;
  };
  return { page, kill };
}

const doorOf = (browser: ChildProcess): Promise<string> =>
  new Promise((found, lost) => {
    let said = '';
    browser.once('exit', () => lost(new Error(`the browser ended: ${said}`)));
    browser.stderr!.on('data', (piece: Buffer) => {
      said += piece.toString();
      const door = /DevTools listening on (ws:\S+)/.exec(said);
      if (door) found(door[1]!);
    });
  });

test(`${KILLS} times killed right after an edit, and no finished edit is lost`, async ({ baseURL }) => {
  test.setTimeout(300_000);
  const home = mkdtempSync(join(tmpdir(), 'squallmark-home-'));
  try {
    for (let n = 0; n <= KILLS; n++) {
      const { page, kill } = await start(home);
      await page.goto(`${baseURL}/channels`);
      const high = page.getByRole('spinbutton', { name: 'High end point of channel 8' });
      await expect(high).toHaveValue(n === 0 ? '1871' : String(1900 + n));
      if (n < KILLS) {
        await high.fill(String(1901 + n));
        await expect(page.getByRole('button', { name: 'Rigs and files' })).toContainText(`rev ${15 + n}`);
        await saved(page);
      }
      await kill();
    }
  } finally {
    rmSync(home, { recursive: true, force: true });
  }
});
