import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { RIG_KINDS } from '@squallmark/core/rig';
import { problemText, type Problem } from '@squallmark/core/units';
import { format, parseISO } from 'date-fns';
import { Exports } from '../../kit/exports';
import { Choice, optionsOf } from '../../kit/fields/choice';
import { PickFile } from '../../kit/fields/pick-file';
import { WordsField } from '../../kit/fields/words';
import { RoomIcon } from '../../kit/room-icon';
import { CellOf, type Column } from '../../kit/table/cell';
import { Table } from '../../kit/table/table';
import type { Whose } from '@squallmark/core/rig';
import { Bundles } from '../../state/bundles';
import { Keeping } from '../../state/keeping';
import { DEMOS, RigStore } from '../../state/rig-store';
import { RigVault, type StoredRig } from '../../state/rig-vault';
import type { FoundBundle } from '../../workers/bundle.worker';
import { MeetingOfTwo } from './meeting-of-two';

const MOST_BYTES = 20_000_000;

/** Rigs kept in this browser, files in and files out. */
@Component({
  selector: 'sq-files-room',
  imports: [
    CellOf,
    Choice,
    MatDialogModule,
    MatButtonModule,
    MatProgressBar,
    MeetingOfTwo,
    RoomIcon,
    PickFile,
    Table,
    WordsField,
  ],
  templateUrl: './files.html',
  styleUrl: './files.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FilesRoom {
  protected readonly store = inject(RigStore);
  protected readonly exports = inject(Exports);
  protected readonly keeping = inject(Keeping);
  private readonly vault = inject(RigVault);
  private readonly snack = inject(MatSnackBar);
  private readonly dialog = inject<MatDialogRef<FilesRoom>>(MatDialogRef);
  protected readonly rigs = signal<StoredRig[]>([]);
  protected readonly problems = signal<string[]>([]);
  protected readonly bundles = inject(Bundles);
  /** A ZIP that was opened and not yet taken in. */
  protected readonly found = signal<{ look: FoundBundle; name: string } | null>(null);
  protected readonly demos = DEMOS;
  protected readonly kinds = optionsOf(RIG_KINDS);
  protected readonly kind = signal(RIG_KINDS[0]!);
  protected readonly columns: Column<StoredRig>[] = [
    { id: 'name', head: 'Rig', sort: (r) => r.name },
    { id: 'revision', head: 'Revision', figure: true, text: (r) => r.revision, sort: (r) => r.revision },
    { id: 'saved', head: 'Saved', small: true, text: (r) => this.when(r.savedAt), sort: (r) => r.savedAt },
    { id: 'acts', head: 'Actions', quiet: true },
  ];
  protected readonly idOf = ({ id }: StoredRig): string => id;
  protected readonly isOpen = ({ id }: StoredRig): boolean => id === this.store.rig().id;

  constructor() {
    void this.refresh();
  }

  protected when(savedAt: string): string {
    return format(parseISO(savedAt), 'd MMM yyyy HH:mm');
  }

  protected async open(id: string): Promise<void> {
    await this.store.open(id);
    this.dialog.close();
  }

  protected async begin(name: WordsField): Promise<void> {
    if (!name.read()) {
      name.focus();
      return;
    }
    await this.store.create(name.read(), this.kind());
    this.dialog.close();
  }

  protected async openDemo(file: (typeof DEMOS)[number]['file']): Promise<void> {
    try {
      await this.store.openDemo(file);
      this.dialog.close();
    } catch (error) {
      this.problems.set([error instanceof Error ? error.message : String(error)]);
    }
  }

  protected async duplicate(id: string): Promise<void> {
    await this.store.duplicate(id);
    await this.refresh();
  }

  protected async remove(rig: StoredRig): Promise<void> {
    const removed = await this.store.remove(rig.id);
    await this.refresh();
    if (!removed) return;
    this.snack
      .open(`${rig.name} deleted`, 'Undo', { duration: 12000 })
      .onAction()
      .subscribe(() => void this.store.restore(removed).then(() => this.refresh()));
  }

  protected async drop(event: DragEvent): Promise<void> {
    event.preventDefault();
    const file = event.dataTransfer?.files[0];
    if (file) await this.readFile(file);
  }

  protected async readFile(file: File): Promise<void> {
    if (file.size > MOST_BYTES) {
      this.problems.set([`${file.name}: ${Math.round(file.size / 1e6)} MB is more than a rig file can be`]);
      return;
    }
    this.problems.set([]);
    this.found.set(null);
    try {
      await (/\.zip$/i.test(file.name) ? this.lookInto(file) : this.bringIn(file));
    } catch (error) {
      this.problems.set([`${file.name}: ${error instanceof Error ? error.message : String(error)}`]);
    }
  }

  private async bringIn(file: File): Promise<void> {
    const read = await this.bundles.read(file);
    if (!read) return;
    this.tell(read.problems, file);
    if (!read.rig) return;
    await this.store.takeIn(read.rig, [], file.name);
    this.dialog.close();
  }

  /** Shows what a ZIP would change before it does. */
  private async lookInto(file: File): Promise<void> {
    const looked = await this.bundles.look(file);
    if (!looked) return;
    this.found.set(looked.found && { look: looked.found, name: file.name });
    this.tell(looked.problems, file);
  }

  private tell(problems: readonly Problem[], file: File): void {
    this.problems.set(problems.map((p) => problemText({ ...p, where: `${file.name}, ${p.where}` })));
  }

  /** Brings it into the rig that is here. */
  protected async together(whose: Whose[]): Promise<void> {
    const { look, name } = this.found()!;
    const problems = await this.bundles.together(look, whose, name);
    if (problems.length) this.problems.set(problems.map((p) => `${name}: cannot stand together so: ${p}`));
    else this.dialog.close();
  }

  protected async takeIn(): Promise<void> {
    const { look, name } = this.found()!;
    await this.bundles.take(look, name);
    this.dialog.close();
  }

  private async refresh(): Promise<void> {
    this.rigs.set(await this.vault.list());
  }
}
