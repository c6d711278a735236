import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type * as Files from '@squallmark/core/files';
import type { SheetEffect } from '@squallmark/core/analysis';
import { findSheets, type Sheet } from '@squallmark/core/parts';
import { valueIn, problemText, readFailed, type Reading } from '@squallmark/core/units';
import { optionsOf } from '../../kit/fields/choice';
import { LongWordsField } from '../../kit/fields/long-words';
import { PickFile } from '../../kit/fields/pick-file';
import { Picker } from '../../kit/fields/picker';
import { Toggle } from '../../kit/fields/toggle';
import { WordsField } from '../../kit/fields/words';
import { FindingsDock } from '../../kit/findings-dock';
import { saveFile } from '../../kit/save-file';
import type { Column } from '../../kit/table/cell';
import { Table } from '../../kit/table/table';
import { Keys } from '../../state/keys';
import { RigStore } from '../../state/rig-store';
import { Sheets } from '../../state/sheets';
import { Weaver } from '../../state/weaver';
import { FormTools } from './form-tools';
import { SheetField } from './sheet-field';
import { forget, recall, remember } from '../../state/small-notes';

const draftKey = (cls: string): string => `squallmark-sheet-draft-${cls}`;

type Moved = SheetEffect['figures'][number];

const MOST_BYTES = 2_000_000;

/** Part sheets: the built-in ones to read and copy, own ones to write, with what each change does to the open rig. */
@Component({
  selector: 'sq-shelf-room',
  imports: [FindingsDock, LongWordsField, MatButtonModule, PickFile, Picker, SheetField, Table, Toggle, WordsField],
  providers: [FormTools],
  templateUrl: './shelf.html',
  styleUrl: './shelf.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShelfRoom {
  private readonly store = inject(RigStore);
  private readonly weaver = inject(Weaver);
  protected readonly sheets = inject(Sheets);
  private readonly tools = inject(FormTools);

  protected readonly query = signal('');
  protected readonly found = computed(() => findSheets(this.sheets.all(), this.query()));
  protected readonly cls = signal<string | null>(null);
  protected readonly chosen = computed(
    () => this.sheets.all().find((s) => s.class === this.cls()) ?? this.found()[0] ?? null,
  );
  protected readonly isOwn = computed(() => this.sheets.own().some((s) => s.class === this.chosen()?.class));
  protected readonly text = signal('');
  /** The reader of sheets brings the schema library along, so it is fetched when the room opens. */
  private readonly files = signal<typeof Files | null>(null);
  protected readonly reading = computed<Reading<Sheet>>(() => this.files()?.readSheet(this.text()) ?? readFailed());
  protected readonly problems = computed(() => {
    const reading = this.reading();
    return reading.ok ? [] : reading.problems.map(problemText);
  });
  protected readonly form = computed(() => this.files()?.sheetForm() ?? null);
  /** The sheet as typed, sound or not; null while the text is no JSON. */
  protected readonly draft = computed(() => draftOf(this.text()));
  protected readonly looks = optionsOf<'form' | 'text'>(['form', 'text']);
  protected readonly look = signal<'form' | 'text'>('form');
  protected readonly standIns = computed(() => {
    const { sheets } = this.store.rig();
    const { class: cls, role } = this.chosen() ?? { class: '', role: null };
    const own = valueIn(sheets, cls);
    return own ? [own] : Object.values(sheets).filter((s) => s.role === role);
  });
  protected readonly standInOptions = computed(() => this.standIns().map((s) => ({ value: s.class, label: s.name })));
  protected readonly columns: Column<Moved>[] = [
    { id: 'name', head: 'Figure', text: (f) => f.name },
    { id: 'before', head: 'Before', figure: true, text: (f) => f.before },
    { id: 'after', head: 'After', figure: true, text: (f) => (f.before === f.after ? 'same' : f.after) },
  ];
  protected readonly moved = (f: Moved): boolean => f.before !== f.after;
  protected readonly standInAsked = signal<string | null>(null);
  protected readonly standIn = computed(() => {
    const list = this.standIns();
    const cls = this.chosen()?.class ?? '';
    const asked = list.find((s) => s.class === this.standInAsked());
    return asked ?? list.find((s) => cls.includes(s.class)) ?? list[0] ?? null;
  });
  protected readonly changed = computed(
    () => this.chosen() !== null && this.text() !== this.files()?.writeSheet(this.chosen()!),
  );
  /** What the sheet as typed would change in the open rig; null where the rig has no such part or the sheet is not sound. */
  protected readonly effect = signal<SheetEffect | null>(null);

  constructor() {
    void this.sheets.load();
    effect(() => {
      const sheet = this.chosen();
      const files = this.files();
      if (sheet && files) this.text.set(recall(draftKey(sheet.class)) ?? files.writeSheet(sheet));
    });
    void import('@squallmark/core/files').then((files) => {
      this.tools.bring(files);
      this.files.set(files);
    });
    effect(() => void this.weigh(this.reading(), this.standIn()));
    inject(Keys).use([{ key: 'c', text: 'copy as own', run: () => void this.copy() }]);
  }

  private async weigh(reading: Reading<Sheet>, standIn: Sheet | null): Promise<void> {
    if (!reading.ok || !standIn) {
      this.effect.set(null);
      return;
    }
    try {
      const effect = await this.weaver.effect([this.store.rig(), { ...reading.value, class: standIn.class }]);
      if (effect) this.effect.set(effect);
    } catch (error) {
      this.store.say(`Its effect is not known: ${error instanceof Error ? error.message : String(error)}`);
    }
  }

  /** The rig takes the sheet as typed, in the place of the class it stands in for. Can be undone. */
  protected putIn(): void {
    const reading = this.reading();
    const standIn = this.standIn();
    if (!reading.ok || !standIn) return;
    const sheet = { ...reading.value, class: standIn.class, revision: standIn.revision + 1 };
    this.store.do([{ kind: 'resheet', sheet }]);
  }

  /** What is typed is kept at once, saved or not: it survives a tab that is killed. */
  protected write(text: string): void {
    const cls = this.chosen()?.class;
    if (cls !== undefined) remember(draftKey(cls), text);
    this.text.set(text);
  }

  /** The form has changed something: the text follows. */
  protected put(sheet: unknown): void {
    this.write(`${JSON.stringify(sheet, null, 2)}\n`);
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
    if (sheet.class !== chosen.class && this.sheets.all().some((s) => s.class === sheet.class)) {
      this.store.say(`There is a class "${sheet.class}" already; nothing was saved`);
      return;
    }
    forget(draftKey(chosen.class));
    await this.sheets.save(sheet);
    this.cls.set(sheet.class);
  }

  protected async remove(): Promise<void> {
    const chosen = this.chosen();
    if (!chosen) return;
    forget(draftKey(chosen.class));
    await this.sheets.remove(chosen.class);
    this.cls.set(null);
  }

  protected revert(): void {
    const sheet = this.chosen();
    const files = this.files();
    if (!sheet || !files) return;
    forget(draftKey(sheet.class));
    this.text.set(files.writeSheet(sheet));
  }

  protected exportSheet(): void {
    const reading = this.reading();
    const files = this.files();
    if (reading.ok && files)
      saveFile(`${reading.value.class}.sheet.json`, files.writeSheet(reading.value), 'application/json');
  }

  protected async importSheet(file: File): Promise<void> {
    if (file.size > MOST_BYTES) {
      this.store.say(`${file.name}: ${Math.round(file.size / 1e6)} MB is more than a sheet can be`);
      return;
    }
    const { readSheet } = await import('@squallmark/core/files');
    const reading = readSheet(await file.text());
    if (!reading.ok) {
      this.store.say(`${file.name} not taken in: ${reading.problems.slice(0, 3).map(problemText).join('; ')}`);
      return;
    }
    if (this.sheets.builtIn().some((s) => s.class === reading.value.class)) {
      this.store.say(`${file.name}: "${reading.value.class}" is a built-in class; give the sheet a class of its own`);
      return;
    }
    await this.sheets.save(reading.value);
    this.cls.set(reading.value.class);
  }
}

function draftOf(text: string): object | null {
  try {
    const draft: unknown = JSON.parse(text);
    return typeof draft === 'object' && draft !== null && !Array.isArray(draft) ? draft : null;
  } catch {
    return null;
  }
}
