import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { aboutSession, SESSION, sessionText, type PackUse, type Session } from '@squallmark/core/log';
import { sessionSchema } from '@squallmark/core/log-schemas';
import { sheetOf } from '@squallmark/core/rig';
import { FigureField } from '../../kit/fields/figure';
import { WordsField } from '../../kit/fields/words';
import { RoomIcon } from '../../kit/room-icon';
import { RigStore } from '../../state/rig-store';
import { RigVault } from '../../state/rig-vault';

/** A session as it is being filled in: packs may have no name yet. */
type Draft = Omit<Session, 'packs'> & { packs: readonly PackUse[] };

/** A day with the rig for the log: how long, what weather, who, which packs. What is left open is not noted. */
@Component({
  selector: 'sq-session',
  imports: [FigureField, RoomIcon, MatButtonModule, MatDialogModule, WordsField],
  templateUrl: './session.html',
  styleUrl: './session.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SessionRoom {
  private readonly store = inject(RigStore);
  private readonly vault = inject(RigVault);
  private readonly dialog = inject<MatDialogRef<SessionRoom>>(MatDialogRef);
  protected readonly bounds = SESSION;
  protected readonly draft = signal<Draft>({ packs: this.ownPacks() });
  /** In one line, as it would stand in the log; empty while nothing is said. */
  protected readonly text = computed(() => sessionText(this.whole()));
  private readonly whole = computed((): Session => {
    const { packs, ...rest } = this.draft();
    const said = Object.fromEntries(
      Object.entries(rest).filter(([, v]) => v !== undefined && (typeof v !== 'string' || v.trim() !== '')),
    );
    return { ...said, packs: packs.filter((p) => p.name.trim() && isUsed(p)) };
  });

  constructor() {
    void this.likeLast();
  }

  protected set<K extends keyof Draft>(key: K, value: Draft[K] | null): void {
    this.draft.update((d) => ({ ...d, [key]: value ?? undefined }));
  }

  protected setPack(at: number, change: Partial<Record<keyof PackUse, string | number | null>>): void {
    const put = Object.fromEntries(Object.entries(change).map(([k, v]) => [k, v ?? undefined]));
    this.draft.update((d) => ({ ...d, packs: d.packs.with(at, { ...d.packs[at]!, ...put }) }));
  }

  protected anotherPack(): void {
    this.draft.update((d) => ({ ...d, packs: [...d.packs, { name: '' }] }));
  }

  protected dropPack(at: number): void {
    this.draft.update((d) => ({ ...d, packs: d.packs.toSpliced(at, 1) }));
  }

  protected keep(event: Event): void {
    event.preventDefault();
    const session = sessionSchema.safeParse(this.whole());
    if (!session.success || !this.text()) {
      this.store.say('Nothing is said of the session yet');
      return;
    }
    const about = aboutSession(session.data);
    this.store.note('session', sessionText(session.data), { session: session.data, about });
    this.dialog.close();
  }

  /** Whoever flew last, with the packs of last time, is likely to be there again. */
  private async likeLast(): Promise<void> {
    const untouched = this.draft().packs;
    const lines = await this.vault.entries(this.store.rig().id).catch(() => []);
    const last = lines.findLast((l) => l.session)?.session;
    if (!last) return;
    const { pilot, operator, packs } = last;
    const named = packs.length ? packs.map(({ name }) => ({ name })) : this.ownPacks();
    // what was typed meanwhile stays
    this.draft.update((d) => ({ pilot, operator, ...d, packs: d.packs === untouched ? named : d.packs }));
  }

  private ownPacks(): PackUse[] {
    const rig = this.store.rig();
    const packs = rig.parts.filter((p) => sheetOf(rig, p.id).sources.some((s) => s.pack));
    return packs.map((p) => ({ name: p.label }));
  }
}

/** A pack that is only named was not taken out of its bag. */
const isUsed = ({ beforeV, afterV }: PackUse): boolean => beforeV !== undefined || afterV !== undefined;
