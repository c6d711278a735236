import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { learntControls, movedPart, type PadMap, type PadState } from '@squallmark/core/sources';
import { RigStore } from '../../state/rig-store';
import { ProofSource } from './proof-source';

/** Learns once which axis or button of a game controller is which control: move them one after the other. */
@Component({
  selector: 'sq-learn-pad',
  imports: [MatButtonModule, MatDialogModule],
  template: `<h1 mat-dialog-title>Which is which</h1>
    <mat-dialog-content>
      <p class="m s">{{ source.pad()?.id ?? 'No game controller was touched yet: move a stick of it.' }}</p>
      <p role="status" class="ask">
        @if (asked(); as control) {
          Move <b>{{ control.label }}</b> up or to the right, as far as it goes, then let it back.
        } @else {
          All controls were asked for.
        }
      </p>
      <ol class="s" tabindex="0" aria-label="Controls">
        @for (c of controls(); track c.id) {
          <li [class.now]="c.id === asked()?.id">
            <span>{{ c.label }}</span><span class="n m">{{ told(c.id) }}</span>
          </li>
        }
      </ol>
    </mat-dialog-content>
    <mat-dialog-actions>
      <button mat-stroked-button type="button" [disabled]="!asked()" (click)="skip()">It has none</button>
      <button mat-stroked-button type="button" (click)="again()">Begin again</button>
      <button mat-flat-button type="button" (click)="done()">Done</button>
    </mat-dialog-actions>`,
  styles: `
    ol {
      list-style: none;
      margin: 0;
      padding: 0;
      max-height: 300px;
      overflow: auto;
    }
    li {
      display: flex;
      justify-content: space-between;
      padding: 4px 6px;
      border-top: 1px solid var(--hair);
    }
    .now {
      background: var(--harbour-tint);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LearnPad {
  private readonly dialog = inject<MatDialogRef<LearnPad>>(MatDialogRef);
  protected readonly source = inject(ProofSource);
  private readonly store = inject(RigStore);
  protected readonly controls = computed(() => learntControls(this.store.rig()));
  private readonly at = signal(0);
  private readonly map = signal<PadMap>({});
  protected readonly asked = computed(() => this.controls()[this.at()] ?? null);
  /** Where everything stood when this control was asked for. */
  private before: PadState | null = null;

  constructor() {
    effect(() => {
      const pad = this.source.pad();
      if (pad) untracked(() => this.look(pad));
    });
  }

  protected told(control: string): string {
    const part = this.map()[control];
    if (!part) return '';
    return 'axis' in part
      ? `axis ${part.axis + 1}${part.sign < 0 ? ', turned round' : ''}`
      : `button ${part.button + 1}`;
  }

  protected skip(): void {
    this.next();
  }

  protected again(): void {
    this.map.set({});
    this.at.set(0);
    this.before = null;
  }

  protected done(): void {
    if (Object.keys(this.map()).length) this.source.learn(this.map());
    this.dialog.close();
  }

  private look(pad: PadState): void {
    const control = this.asked();
    if (!control) return;
    this.before ??= pad;
    const moved = movedPart(this.before, pad);
    const isFree = moved && !Object.values(this.map()).some((p) => JSON.stringify(p) === JSON.stringify(moved));
    if (!isFree) return;
    this.map.update((map) => ({ ...map, [control.id]: moved }));
    this.next();
  }

  private next(): void {
    this.at.update((n) => n + 1);
    this.before = null;
  }
}
