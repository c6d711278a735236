import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Verdict } from '@squallmark/core/prove';
import { BehaviorSubject, distinctUntilChanged, map, switchMap, tap } from 'rxjs';
import { Keeping } from './keeping';
import { RigStore } from './rig-store';
import { RigVault, emptyDesk, type Desk } from './rig-vault';

/** What lies open beside the open rig: charge, ticks, verdicts. Kept per rig, saved with every change. */
@Injectable({ providedIn: 'root' })
export class DeskStore {
  private readonly vault = inject(RigVault);
  private readonly store = inject(RigStore);
  private readonly keeping = inject(Keeping);
  private readonly deskSubject = new BehaviorSubject<Desk>(emptyDesk('none'));

  readonly charge$ = this.deskSubject.pipe(
    map((desk) => desk.charge),
    distinctUntilChanged(),
  );
  readonly desk = toSignal(this.deskSubject, { requireSync: true });
  /** Changes with the charge only, not with every tick and verdict. */
  readonly charge = computed(() => this.desk().charge);

  /** Changes made while a rig's desk is still being read; null when it has been. */
  private pending: Change[] | null = [];

  constructor() {
    this.store.rig$
      .pipe(
        map((rig) => rig.id),
        distinctUntilChanged(),
        tap((id) => this.clear(id)),
        // where nothing can be read the desk is bare, and what is put on it stays for this page
        switchMap((id) => this.vault.desk(id).catch(() => emptyDesk(id))),
      )
      .subscribe((desk) => this.showDesk(desk));
  }

  setCharge(charge: number): void {
    this.change(() => ({ charge }));
  }

  setVerdict(stepId: string, verdict: Verdict): void {
    const { revision } = this.store.rig();
    this.change(({ verdicts }) => ({ verdicts: { ...verdicts, [stepId]: { ...verdict, revision } } }));
  }

  clearVerdicts(): void {
    this.change(() => ({ verdicts: {} }));
  }

  tick(stepId: string, at: string, reading?: string): void {
    this.change(({ ticks }) => ({ ticks: { ...ticks, [stepId]: { at, ...(reading ? { reading } : {}) } } }));
  }

  clearTicks(): void {
    this.change(() => ({ ticks: {} }));
  }

  private clear(rigId: string): void {
    this.pending = [];
    this.deskSubject.next(emptyDesk(rigId));
  }

  private showDesk(desk: Desk): void {
    const waited = this.pending ?? [];
    this.pending = null;
    this.deskSubject.next(desk);
    waited.forEach((change) => this.change(change));
  }

  private change(change: Change): void {
    const desk = { ...this.deskSubject.value, ...change(this.deskSubject.value) };
    this.deskSubject.next(desk);
    if (this.pending) this.pending.push(change);
    else this.vault.saveDesk(desk).catch((error: unknown) => this.keeping.failed(error));
  }
}

type Change = (desk: Desk) => Partial<Desk>;
