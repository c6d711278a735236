import { expect, test, type Locator, type Page } from '@playwright/test';
import { writeRig } from '@squallmark/core/files';
import { DEMOS, demoNamed } from '../scripts/bench-rigs.js';
import { choose } from './fields.js';
import { go, openDemo, settled } from './support.js';

/** Faults put in by chance on each demo; by themselves they take minutes: `npm run blind`. */
const FAULTS = Number(process.env.BLIND ?? 25);
/** Of those that fail a step, so many are named first or among equals; so many may fail none. */
const NAMED = 0.9;
const UNSEEN = 0.1;
const MOST_READINGS = 12;

/** Chance that is the same each time, in place of the page's own. */
function seeded(): void {
  let seed = 20311;
  Math.random = () => {
    seed = (seed * 1103515245 + 12345) % 2147483648;
    return seed / 2147483648;
  };
}

async function takeIn(page: Page, name: (typeof DEMOS)[number]): Promise<void> {
  const rig = demoNamed(name);
  await openDemo(page);
  await page.getByRole('button', { name: 'Files', exact: true }).click();
  const file = { name: `${name}.json`, mimeType: 'application/json', buffer: Buffer.from(writeRig(rig)) };
  await page.getByLabel('Rig file', { exact: true }).setInputFiles(file);
  await expect(page.getByRole('button', { name: 'Rigs and files' })).toContainText(rig.name);
  await settled(page);
}

async function playAll(plan: Locator): Promise<void> {
  await plan.getByRole('button', { name: 'Play all', exact: true }).click();
  await expect(plan.getByRole('button', { name: 'Stop', exact: true })).toBeHidden();
  await expect(plan.getByRole('button', { name: 'Play all', exact: true })).toBeEnabled();
}

/** Takes every measurement that is offered, and gives what stands first at the end, with its equals. */
async function found(page: Page): Promise<string[]> {
  await page.getByRole('main', { name: 'Prove' }).getByRole('button', { name: 'Find it' }).click();
  const room = page.getByRole('dialog');
  const suspects = room.getByRole('region', { name: 'What explains every answer' }).getByRole('listitem');
  await expect(suspects.first()).toBeVisible();
  const read = room.getByRole('button', { name: 'Read it on the simulated rig' });
  const end = room.getByRole('heading', { name: /It is this|Nothing offered tells these apart/ });
  const known = room.getByRole('region', { name: 'What is known' });
  for (let n = 0; n < MOST_READINGS && !(await end.isVisible()); n++) {
    const taken = await known.getByRole('button').count();
    await read.click();
    await expect(known.getByRole('button')).toHaveCount(taken + 1);
    await expect(room.getByRole('region', { name: 'Measure next' })).toHaveAttribute('aria-busy', 'false');
  }
  const texts = await suspects.allInnerTexts();
  const weight = (text: string): string => /(\d+) %\s*$/.exec(text)?.[1] ?? '';
  await room.getByRole('button', { name: 'Back to the plan', exact: true }).click();
  await expect(room).toBeHidden();
  return texts.filter((t) => weight(t) === weight(texts[0]!));
}

for (const name of DEMOS)
  test(`${name}: every step passes, and ${FAULTS} faults that nobody is told are found`, async ({ page }) => {
    test.setTimeout(3_600_000);
    await page.addInitScript(seeded);
    await takeIn(page, name);
    await go(page, 'Prove');
    const plan = page.getByRole('complementary', { name: 'Check plan' });
    await playAll(plan);
    await expect(page.getByRole('main', { name: 'Prove' }).getByRole('button', { name: 'Find it' })).toBeDisabled();
    let [noticed, named] = [0, 0];
    for (let k = 0; k < FAULTS; k++) {
      await choose(page, 'Fault', 'one that I am not told');
      await playAll(plan);
      const isNoticed = await page.getByRole('button', { name: 'Find it' }).isEnabled();
      const equals = isNoticed ? await found(page) : [];
      await choose(page, 'Fault', 'none');
      const said = page.locator('mat-snack-bar-container', { hasText: 'It was: ' }).last();
      const truth = /It was: (.*)/.exec(await said.innerText())![1]!.trim();
      await said
        .getByRole('button')
        .first()
        .click()
        .catch(() => undefined);
      const isNamed = equals.some((text) => text.includes(truth));
      if (isNoticed) noticed++;
      if (isNamed) named++;
      console.log(
        `${name} ${k + 1}: ${truth}: ${!isNoticed ? 'no step fails' : isNamed ? 'named' : `not it: ${equals.join(' | ')}`}`,
      );
    }
    console.log(`${name}: ${noticed} of ${FAULTS} noticed, ${named} of these named first or among equals`);
    expect(noticed / FAULTS).toBeGreaterThanOrEqual(1 - UNSEEN);
    expect(named / noticed).toBeGreaterThanOrEqual(NAMED);
  });
