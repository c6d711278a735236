import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { Router } from '@angular/router';
import type { Difference, Rig } from '@squallmark/core/rig';
import { count } from '@squallmark/core/units';
import { format, formatRFC3339, parseISO } from 'date-fns';
import { Choice, type Option } from '../../kit/fields/choice';
import { WordsField } from '../../kit/fields/words';
import { RoomIcon } from '../../kit/room-icon';
import { latestOnly } from '../../state/latest';
import { Beside } from '../../state/beside';
import { Bundles } from '../../state/bundles';
import { RigStore } from '../../state/rig-store';
import { RigVault, type Snapshot } from '../../state/rig-vault';

/** The rig as it stands now, among the kept states. */
const NOW = 0;

/** States of this rig that were kept as built, and two of them side by side in the words of the bench. */
@Component({
  selector: 'sq-as-built',
  imports: [Choice, RoomIcon, MatButtonModule, MatDialogModule, WordsField],
  templateUrl: './as-built.html',
  styleUrl: './as-built.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AsBuiltRoom {
  private readonly store = inject(RigStore);
  private readonly vault = inject(RigVault);
  private readonly bundles = inject(Bundles);
  private readonly beside = inject(Beside);
  private readonly router = inject(Router);
  private readonly dialog = inject<MatDialogRef<AsBuiltRoom>>(MatDialogRef);
  private readonly name = viewChild.required<WordsField>('name');
  protected readonly kept = signal<readonly Snapshot[]>([]);
  protected readonly before = signal<number | null>(null);
  protected readonly after = signal(NOW);
  protected readonly found = signal<readonly Difference[] | null>(null);
  protected readonly states = computed((): Option<number>[] => [
    { value: NOW, label: `now, revision ${this.store.rig().revision}` },
    ...this.kept()
      .toReversed()
      .map((s) => ({ value: s.id, label: `${s.name}, revision ${s.rig.revision}` })),
  ]);
  protected readonly says = computed(() => {
    const found = this.found();
    return found === null ? '' : found.length ? count(found.length, 'difference') : 'Nothing is otherwise.';
  });
  private readonly compare = latestOnly(([a, b]: [Rig, Rig]) => this.bundles.compare(a, b));

  constructor() {
    void this.refresh();
    effect(() => {
      const [a, b] = [this.rigAt(this.before()), this.rigAt(this.after())];
      untracked(() => void this.lay(a, b));
    });
  }

  /** The drawing shows the rig as it is now. */
  protected readonly canDraw = computed(
    () => this.after() === NOW && this.before() !== NOW && (this.found()?.length ?? 0) > 0,
  );

  protected when({ at }: Snapshot): string {
    return format(parseISO(at), 'd MMM yyyy HH:mm');
  }

  protected async keep(event: Event): Promise<void> {
    event.preventDefault();
    const name = this.name().read();
    if (!name) {
      this.name().focus();
      return;
    }
    const rig = this.store.rig();
    try {
      await this.vault.addSnapshot({ rigId: rig.id, name, at: formatRFC3339(new Date()), rig });
      this.store.note('note', `Kept as built: ${name}`);
      this.name().clear();
    } catch (error) {
      this.store.say(`Not kept: ${error instanceof Error ? error.message : String(error)}`);
    }
    await this.refresh();
  }

  protected async drop({ id, name }: Snapshot): Promise<void> {
    await this.vault.removeSnapshot(id);
    this.store.note('note', `Kept state dropped: ${name}`);
    if (this.after() === id) this.after.set(NOW);
    await this.refresh();
  }

  /** What is otherwise since then, where it is drawn. */
  protected onDrawing(): void {
    const then = this.kept().find((s) => s.id === this.before());
    if (!then) return;
    this.beside.lay(then.name, then.rig);
    this.dialog.close();
    void this.router.navigate(['/loom']);
  }

  private async refresh(): Promise<void> {
    this.kept.set(await this.vault.snapshots(this.store.rig().id).catch(() => []));
    if (!this.kept().some((s) => s.id === this.before())) this.before.set(this.kept().at(-1)?.id ?? null);
  }

  private rigAt(id: number | null): Rig | null {
    if (id === NOW) return this.store.rig();
    return this.kept().find((s) => s.id === id)?.rig ?? null;
  }

  private async lay(a: Rig | null, b: Rig | null): Promise<void> {
    this.found.set(null);
    const found = a && b ? await this.compare([a, b]) : null;
    if (found) this.found.set(found);
  }
}
