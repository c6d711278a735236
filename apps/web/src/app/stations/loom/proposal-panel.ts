import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { orderOfHands } from '@squallmark/core/loom';
import type { Choice, Proposal } from '@squallmark/core/propose';
import { applyEdits, labelOf, type Rig } from '@squallmark/core/rig';
import { count, num } from '@squallmark/core/units';
import { Mark } from '../../kit/mark';
import { CellOf, type Column } from '../../kit/table/cell';
import { Table } from '../../kit/table/table';
import { RigStore } from '../../state/rig-store';
import { Weaver } from '../../state/weaver';

/** A clash of more demands than this tells nobody what to give up. */
const MOST_SHOWN = 8;

/** A proposal for the whole wiring: what it chose and why, what stays open, the order of hands; taken over or left. */
@Component({
  selector: 'sq-proposal-panel',
  imports: [CellOf, MatButtonModule, MatProgressBarModule, Mark, Table],
  templateUrl: './proposal-panel.html',
  styleUrl: './proposal-panel.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProposalPanel {
  private readonly store = inject(RigStore);
  protected readonly weaver = inject(Weaver);
  readonly done = output();

  private readonly found = signal<{ proposal: Proposal; rig: Rig } | null>(null);
  protected readonly stopped = signal(false);
  protected readonly proposal = computed(() => this.found()?.proposal ?? null);
  /** The rig has changed since: the proposal no longer belongs to it. */
  protected readonly stale = computed(() => this.found() !== null && this.found()!.rig !== this.store.rig());
  protected readonly idle = computed(() => {
    const found = this.found();
    return (found?.proposal.idle ?? []).map((i) => ({ ...i, label: labelOf(found!.rig, i.part) }));
  });
  /** Modes that the wishes stand on. */
  protected readonly wishedToo = computed(() => {
    const found = this.found();
    return (found?.proposal.edits ?? []).flatMap((e) =>
      e.kind === 'addWish' ? [{ label: e.wish.label, part: labelOf(found!.rig, e.wish.part ?? '') }] : [],
    );
  });
  protected readonly points = num;
  protected readonly columns: Column<Choice>[] = [
    { id: 'cable', head: 'Cable', text: (c) => c.cable ?? '' },
    { id: 'why', head: 'Why', width: '100%' },
  ];
  protected readonly leads = computed(() => (this.proposal()?.choices ?? []).filter((c) => c.cable !== null));
  protected readonly clashes = computed(() =>
    (this.proposal()?.clashes ?? []).filter((c) => c.demands.length > 1 && c.demands.length <= MOST_SHOWN),
  );
  protected readonly hands = computed(() => {
    const found = this.found();
    if (!found?.proposal.edits.length) return [];
    return orderOfHands(found.rig, applyEdits(found.rig, found.proposal.edits).rig, found.proposal.edits);
  });
  protected readonly verdict = computed(() => {
    const p = this.proposal();
    if (!p) return '';
    const short = `at most ${num(p.points - p.bound)} points from the best`;
    const best = p.proven ? 'nothing is cheaper' : this.weaver.proving() ? `so far, proving … ${short}` : short;
    const open = p.unmet.length ? `, ${p.unmet.length} left open` : '';
    return `${count(this.leads().length, 'lead')} · ${num(p.points)} points${open} · ${best}`;
  });

  constructor() {
    void this.run();
  }

  protected async run(): Promise<void> {
    const rig = this.store.rig();
    this.stopped.set(false);
    this.found.set(null);
    const proposal = await this.weaver.propose(rig);
    if (!proposal) {
      this.stopped.set(true);
      return;
    }
    this.found.set({ proposal, rig });
    if (proposal.proven) return;
    const proven = await this.weaver.prove(rig);
    if (proven && this.found()?.rig === rig) this.found.set({ proposal: proven, rig });
  }

  protected takeOver(): void {
    const proposal = this.proposal();
    if (!proposal || this.stale()) return;
    const hands = this.hands();
    if (proposal.edits.length && !this.store.do(proposal.edits)) return;
    if (hands.length)
      this.store.note('note', `Order of hands: ${hands.map((h, i) => `${i + 1}. ${h.text}`).join(' · ')}`);
    this.done.emit();
  }
}
