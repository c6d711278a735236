import { expect, type Locator, type Page } from '@playwright/test';

type Where = Page | Locator;

const pageOf = (where: Where): Page => ('page' in where ? where.page() : where);

/** The list of this name, by its own name: a head or a row that contains the name is another thing. */
export const listed = (where: Where, name: string): Locator => where.getByRole('combobox', { name, exact: true });

/** Opens the list and takes the option of this name. */
export async function choose(where: Where, list: string, option: string): Promise<void> {
  await listed(where, list).click();
  await pageOf(where).getByRole('option', { name: option, exact: true }).click();
  await expect(pageOf(where).getByRole('listbox', { name: list })).toHaveCount(0);
}

/** Presses one of the two or three that stand side by side. */
export const press = (where: Where, group: string, option: string): Promise<void> =>
  where.getByRole('radiogroup', { name: group }).getByRole('radio', { name: option }).click();

/** Frames that the page draws while a hand has the button down: some 70 ms. */
const PRESSED_FRAMES = 4;

/** A press that lasts as a hand's does: the page is drawn while the button is down. */
export async function pressAsAHand(on: Locator): Promise<void> {
  const { mouse } = on.page();
  await on.hover();
  await mouse.down();
  await on.page().evaluate(async (frames) => {
    for (let n = 0; n < frames; n++) await new Promise(requestAnimationFrame);
  }, PRESSED_FRAMES);
  await mouse.up();
}

/** Types the option's name into the list and presses what is left. */
export async function chooseByLetters(where: Where, list: string, option: string): Promise<void> {
  await listed(where, list).fill(option);
  await pressAsAHand(pageOf(where).getByRole('option', { name: option, exact: true }));
  await expect(listed(where, list)).toHaveValue(option);
}
