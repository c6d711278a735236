import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { readSheet, writeSheet } from '@squallmark/core/files';
import type { Sheet } from '@squallmark/core/parts';
import { problemText } from '@squallmark/core/units';
import { FindingsDock } from '../../kit/findings-dock';
import { saveFile } from '../../kit/save-file';
import { Keys } from '../../state/keys';
import { RigStore } from '../../state/rig-store';
import { Sheets } from '../../state/sheets';
import { sheetEffect, type SheetEffect } from './sheet-effect';
import { quickFields, setQuick, type QuickField } from './quick-fields';

const MOST_BYTES = 2_000_000;

/** Part sheets: the built-in ones to read and copy, own ones to write, with what each change does to the open rig. */
@Component({
  selector: 'sq-shelf-room',
  imports: [MatButtonModule, FindingsDock],
  templateUrl: './shelf.html',
  styleUrl: './shelf.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShelfRoom {
  private readonly store = inject(RigStore);
  protected readonly sheets = inject(Sheets);

  protected readonly query = signal('');
  protected readonly found = computed(() => {
    const words = this.query().toLowerCase().split(/\s+/).filter(Boolean);
    return this.sheets
      .all()
      .filter((s) => words.every((w) => `${s.name} ${s.summary} ${s.group} ${s.class}`.toLowerCase().includes(w)));
  });
  protected readonly cls = signal<string | null>(null);
  protected readonly chosen = computed(
    () => this.sheets.all().find((s) => s.class === this.cls()) ?? this.found()[0] ?? null,
  );
  protected readonly isOwn = computed(() => this.sheets.own().some((s) => s.class === this.chosen()?.class));
  protected readonly text = signal('');
  protected readonly reading = computed(() => readSheet(this.text()));
  protected readonly problems = computed(() => {
    const reading = this.reading();
    return reading.ok ? [] : reading.problems.map(problemText);
  });
  protected readonly fields = computed<QuickField[]>(() => {
    const reading = this.reading();
    return reading.ok ? quickFields(reading.value) : [];
  });
  protected readonly used = computed(
    () => this.store.rig().parts.filter((p) => p.class === this.chosen()?.class).length,
  );
  protected readonly changed = computed(() => this.chosen() !== null && this.text() !== writeSheet(this.chosen()!));
  /** What the sheet as typed would change in the open rig; null where the rig has no such part or the sheet is not sound. */
  protected readonly effect = computed<SheetEffect | null>(() => {
    const reading = this.reading();
    return reading.ok && this.used() ? sheetEffect(this.store.rig(), reading.value) : null;
  });

  constructor() {
    void this.sheets.load();
    effect(() => {
      const sheet = this.chosen();
      if (sheet) this.text.set(writeSheet(sheet));
    });
    inject(Keys).use([{ key: 'c', text: 'copy as own', run: () => void this.copy() }]);
  }

  protected type(event: Event): void {
    this.text.set((event.target as HTMLTextAreaElement).value);
  }

  protected find(event: Event): void {
    this.query.set((event.target as HTMLInputElement).value);
  }

  protected setField(field: QuickField, event: Event): void {
    const reading = this.reading();
    if (reading.ok) this.text.set(writeSheet(setQuick(reading.value, field, (event.target as HTMLInputElement).value)));
  }

  /** A new own sheet from the one that is shown. */
  protected async copy(): Promise<void> {
    const from = this.chosen();
    if (!from) return;
    const taken = new Set(this.sheets.all().map((s) => s.class));
    let n = 1;
    while (taken.has(`own-${from.class}-${n}`)) n++;
    const sheet: Sheet = {
      ...from,
      class: `own-${from.class}-${n}`.slice(0, 64),
      revision: 1,
      name: `${from.name}, own ${n}`.slice(0, 120),
    };
    await this.sheets.save(sheet);
    this.cls.set(sheet.class);
  }

  protected async save(): Promise<void> {
    const reading = this.reading();
    const chosen = this.chosen();
    if (!reading.ok || !chosen) return;
    const sheet = {
      ...reading.value,
      revision: reading.value.revision + (reading.value.class === chosen.class ? 1 : 0),
    };
    if (sheet.class !== chosen.class && this.sheets.all().some((s) => s.class === sheet.class))
      return this.store.say(`There is a class "${sheet.class}" already; nothing was saved`);
    if (this.used() && sheet.class === chosen.class && !this.store.do([{ kind: 'resheet', sheet }])) return;
    await this.sheets.save(sheet);
    this.cls.set(sheet.class);
  }

  protected async remove(): Promise<void> {
    const chosen = this.chosen();
    if (chosen) await this.sheets.remove(chosen.class);
    this.cls.set(null);
  }

  protected revert(): void {
    const sheet = this.chosen();
    if (sheet) this.text.set(writeSheet(sheet));
  }

  protected exportSheet(): void {
    const reading = this.reading();
    if (reading.ok) saveFile(`${reading.value.class}.sheet.json`, writeSheet(reading.value), 'application/json');
  }

  protected async importSheet(event: Event): Promise<void> {
    const input = event.target as HTMLInputElement;
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    if (file.size > MOST_BYTES)
      return this.store.say(`${file.name}: ${Math.round(file.size / 1e6)} MB is more than a sheet can be`);
    const reading = readSheet(await file.text());
    if (!reading.ok)
      return this.store.say(`${file.name} not taken in: ${reading.problems.slice(0, 3).map(problemText).join('; ')}`);
    if (this.sheets.builtIn().some((s) => s.class === reading.value.class))
      return this.store.say(
        `${file.name}: "${reading.value.class}" is a built-in class; give the sheet a class of its own`,
      );
    await this.sheets.save(reading.value);
    this.cls.set(reading.value.class);
  }
}
