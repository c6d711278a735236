import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { RailLook } from '@squallmark/core/analysis';
import type { Verdict } from '@squallmark/core/prove';
import { BehaviorSubject, distinctUntilChanged, map, switchMap, tap } from 'rxjs';
import { Keeping } from './keeping';
import { RigStore } from './rig-store';
import { RigVault, emptyDesk, type Desk, type Tick, type WakeSetup } from './rig-vault';

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
  /** Which list of waking, and for how many hands; not every step of the run. */
  readonly wakeSetup$ = this.deskSubject.pipe(
    map((desk) => desk.wake ?? USUAL_WAKE),
    distinctUntilChanged((a, b) => a.kind === b.kind && a.pairs === b.pairs),
  );
  /** Draw and temperature at which the supplies are looked at. */
  readonly look$ = this.deskSubject.pipe(
    map((desk) => desk.look ?? USUAL_RAIL_LOOK),
    distinctUntilChanged((a, b) => a.peak === b.peak && a.celsius === b.celsius),
  );
  readonly look = toSignal(this.look$, { requireSync: true });
  readonly wake = computed(() => this.desk().wake ?? USUAL_WAKE);
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

  setLook(look: Partial<RailLook>): void {
    this.change((desk) => ({ look: { ...(desk.look ?? USUAL_RAIL_LOOK), ...look } }));
  }

  /** Verdicts of one ledger. */
  verdicts(ledger: Ledger): Desk['verdicts'] {
    const { verdicts, proven } = this.desk();
    return ledger === 'simulated' ? verdicts : (proven?.[ledger] ?? NONE);
  }

  setVerdict(stepId: string, verdict: Verdict, ledger: Ledger = 'simulated'): void {
    const { revision } = this.store.rig();
    this.change((desk) => inLedger(desk, ledger, (verdicts) => ({ ...verdicts, [stepId]: { ...verdict, revision } })));
  }

  /** Verdicts of some steps are gone: they are asked once more. */
  forgetVerdicts(steps: readonly string[], ledger: Ledger = 'simulated'): void {
    this.change((desk) =>
      inLedger(desk, ledger, (verdicts) =>
        Object.fromEntries(Object.entries(verdicts).filter(([id]) => !steps.includes(id))),
      ),
    );
  }

  clearVerdicts(ledger: Ledger = 'simulated'): void {
    this.change((desk) => inLedger(desk, ledger, () => ({})));
  }

  tick(stepId: string, tick: Tick): void {
    this.change(({ ticks }) => ({ ticks: { ...ticks, [stepId]: tick } }));
  }

  untick(stepId: string): void {
    this.change(({ ticks }) => ({ ticks: Object.fromEntries(Object.entries(ticks).filter(([id]) => id !== stepId)) }));
  }

  setWake(setup: Partial<WakeSetup>): void {
    this.change(({ wake = USUAL_WAKE }) => ({ wake: { ...wake, ...setup } }));
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

/** Whose verdicts: of the simulated rig, of it moved by a real line, of the rig on the bench. */
export type Ledger = 'simulated' | keyof NonNullable<Desk['proven']>;

const NONE: Desk['verdicts'] = {};

function inLedger(desk: Desk, ledger: Ledger, change: (verdicts: Desk['verdicts']) => Desk['verdicts']): Partial<Desk> {
  if (ledger === 'simulated') return { verdicts: change(desk.verdicts) };
  return { proven: { ...desk.proven, [ledger]: change(desk.proven?.[ledger] ?? NONE) } };
}

/** As the core has it; written out here so that the first page needs nothing of it. */
const USUAL_RAIL_LOOK: RailLook = { peak: false, celsius: 20 };
const USUAL_WAKE: WakeSetup = { kind: 'field', pairs: 1, begun: null, open: false };

type Change = (desk: Desk) => Partial<Desk>;
