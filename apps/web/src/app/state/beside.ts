import { computed, inject, Injectable, signal } from '@angular/core';
import { aboutChange } from '@squallmark/core/log';
import type { Rig } from '@squallmark/core/rig';
import { RigStore } from './rig-store';

/** An earlier state of the open rig that is laid beside it: what is otherwise since is marked where it is drawn. */
@Injectable({ providedIn: 'root' })
export class Beside {
  private readonly store = inject(RigStore);
  private readonly laid = signal<{ name: string; rig: Rig } | null>(null);
  /** Nothing while another rig is open. */
  readonly state = computed(() => {
    const laid = this.laid();
    return laid?.rig.id === this.store.rig().id ? laid : null;
  });
  /** Ids of the parts and leads that are otherwise. */
  readonly otherwise = computed((): ReadonlySet<string> => {
    const state = this.state();
    const about = state ? aboutChange(state.rig, this.store.rig()) : [];
    return new Set(about.map((subject) => subject.slice(subject.indexOf(' ') + 1)));
  });

  lay(name: string, rig: Rig): void {
    this.laid.set({ name, rig });
  }

  takeAway(): void {
    this.laid.set(null);
  }
}
