import {
  ComponentHarness,
  HarnessPredicate,
  parallel,
  TestKey,
  type ComponentHarnessConstructor,
} from '@angular/cdk/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import type { ComponentFixture } from '@angular/core/testing';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
import { MatButtonToggleGroupHarness } from '@angular/material/button-toggle/testing';
import { MatSelectHarness } from '@angular/material/select/testing';

/** A piece of the kit, found by the name that it has for a reader. */
abstract class Named extends ComponentHarness {
  abstract name(): Promise<string>;
}

/** What `sq-choice` offers, shows and is set to. */
export class ChoiceHarness extends Named {
  static hostSelector = 'sq-choice';
  private readonly list = this.locatorForOptional(MatSelectHarness);
  private readonly trigger = this.locatorFor('[role=combobox]');

  async name(): Promise<string> {
    return (await (await this.trigger()).getAttribute('aria-label')) ?? '';
  }

  async shown(): Promise<string> {
    return (await this.trigger()).text();
  }

  /** The list itself: made when it is first come to. */
  private async select(): Promise<MatSelectHarness> {
    if (!(await this.list())) await (await this.trigger()).focus();
    return (await this.list())!;
  }

  async options(): Promise<string[]> {
    const select = await this.select();
    await select.open();
    const options = await select.getOptions();
    const texts = await parallel(() => options.map((o) => o.getText()));
    await select.close();
    return texts;
  }

  async choose(label: string): Promise<void> {
    await (await this.select()).clickOptions({ text: label });
  }
}

/** `sq-picker`: letters narrow its list. */
export class PickerHarness extends Named {
  static hostSelector = 'sq-picker';
  private readonly field = this.locatorFor('input');
  private readonly label = this.locatorForOptional('label');
  private readonly list = this.locatorFor(MatAutocompleteHarness);

  async name(): Promise<string> {
    return (await this.label())?.text() ?? (await (await this.field()).getAttribute('aria-label')) ?? '';
  }

  async shown(): Promise<string> {
    return (await this.list()).getValue();
  }

  async find(letters: string): Promise<string[]> {
    const list = await this.list();
    await list.focus();
    await list.clear();
    if (letters) await list.enterText(letters);
    const options = await list.getOptions();
    return parallel(() => options.map((o) => o.getText()));
  }

  async choose(label: string): Promise<void> {
    await (await this.field()).click();
    await (await this.list()).selectOption({ text: label });
  }

  async leave(): Promise<void> {
    await (await this.list()).blur();
  }
}

/** `sq-toggle`: two or three in sight. */
export class ToggleHarness extends Named {
  static hostSelector = 'sq-toggle';
  private readonly group = this.locatorFor(MatButtonToggleGroupHarness);

  async name(): Promise<string> {
    return (await (await (await this.group()).host()).getAttribute('aria-label')) ?? '';
  }

  async shown(): Promise<string> {
    const [on] = await (await this.group()).getToggles({ checked: true });
    return on?.getText() ?? '';
  }

  async options(): Promise<string[]> {
    const all = await (await this.group()).getToggles();
    return parallel(() => all.map((t) => t.getText()));
  }

  async choose(label: string): Promise<void> {
    const [toggle] = await (await this.group()).getToggles({ text: label });
    if (!toggle) throw new Error(`no "${label}" to choose`);
    await toggle.check();
  }
}

/** `sq-tick`. */
export class TickHarness extends Named {
  static hostSelector = 'sq-tick';
  private readonly box = this.locatorFor('input');
  private readonly words = this.locatorFor('label');

  async name(): Promise<string> {
    return (await (await this.box()).getAttribute('aria-label')) || (await (await this.words()).text());
  }

  async isOn(): Promise<boolean> {
    return (await this.box()).getProperty<boolean>('checked');
  }

  async isStill(): Promise<boolean> {
    return (await this.box()).getProperty<boolean>('disabled');
  }

  async turn(): Promise<void> {
    await (await this.box()).click();
  }
}

/** What is typed into: `sq-figure` and `sq-words`. */
export class EntryHarness extends Named {
  static hostSelector = 'sq-figure, sq-words';
  private readonly field = this.locatorFor('input');
  private readonly label = this.locatorForOptional('label');
  private readonly reason = this.locatorForOptional('[role=alert]');

  async name(): Promise<string> {
    return (await this.label())?.text() ?? (await (await this.field()).getAttribute('aria-label')) ?? '';
  }

  async shown(): Promise<string> {
    return (await this.field()).getProperty<string>('value');
  }

  /** Why what was typed is not taken; empty where it is. */
  async why(): Promise<string> {
    return (await this.reason())?.text() ?? '';
  }

  /** Letters as they come; the field is not left. */
  async type(text: string): Promise<void> {
    const field = await this.field();
    await field.setInputValue(text);
    await field.dispatchEvent('input');
  }

  /** Typed and taken, as Enter takes it. */
  async enter(text: string): Promise<void> {
    await this.type(text);
    await (await this.field()).dispatchEvent('change');
  }

  async leave(): Promise<void> {
    await (await this.field()).blur();
  }

  async press(key: 'PAGE_UP' | 'PAGE_DOWN'): Promise<void> {
    await (await this.field()).sendKeys(TestKey[key]);
  }

  async isStill(): Promise<boolean> {
    return (await this.field()).getProperty<boolean>('disabled');
  }
}

/** `sq-table`: its words row by row, its heads. */
export class TableHarness extends ComponentHarness {
  static hostSelector = 'sq-table';
  private readonly rows = this.locatorForAll('tbody tr');
  private readonly sorts = this.locatorForAll('button.sort');

  async texts(): Promise<string[]> {
    const rows = await this.rows();
    return parallel(() => rows.map((r) => r.text()));
  }

  async sortBy(head: string): Promise<void> {
    for (const button of await this.sorts())
      if ((await button.getAttribute('aria-label')) === `Sort by ${head}`) return button.click();
    throw new Error(`no sorting by ${head}`);
  }

  async press(row: number, key: TestKey): Promise<void> {
    await (await this.rows())[row]!.sendKeys(key);
  }

  async stops(): Promise<(string | null)[]> {
    const rows = await this.rows();
    return parallel(() => rows.map((r) => r.getAttribute('tabindex')));
  }

  async focused(): Promise<number> {
    const rows = await this.rows();
    return (await parallel(() => rows.map((r) => r.isFocused()))).indexOf(true);
  }
}

/** Finds the pieces on a page under test by kind and name. */
export class KitOf {
  private readonly loader;

  constructor(fixture: ComponentFixture<unknown>) {
    this.loader = TestbedHarnessEnvironment.loader(fixture);
  }

  choice = (name: string): Promise<ChoiceHarness> => this.one(ChoiceHarness, name);
  picker = (name: string): Promise<PickerHarness> => this.one(PickerHarness, name);
  toggle = (name: string): Promise<ToggleHarness> => this.one(ToggleHarness, name);
  tick = (name: string): Promise<TickHarness> => this.one(TickHarness, name);
  entry = (name: string): Promise<EntryHarness> => this.one(EntryHarness, name);
  table = (): Promise<TableHarness> => this.loader.getHarness(TableHarness);

  async has(kind: ComponentHarnessConstructor<Named>, name: string): Promise<boolean> {
    return (await this.all(kind, name)).length > 0;
  }

  private async one<H extends Named>(kind: ComponentHarnessConstructor<H>, name: string): Promise<H> {
    const [found] = await this.all(kind, name);
    if (!found) throw new Error(`no field "${name}"`);
    return found;
  }

  private all<H extends Named>(kind: ComponentHarnessConstructor<H>, name: string): Promise<H[]> {
    return this.loader.getAllHarnesses(
      new HarnessPredicate(kind, {}).add(`is called ${name}`, async (h) => (await h.name()) === name),
    );
  }
}
