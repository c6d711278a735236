import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { leadLength, type CableView } from '@squallmark/core/loom';
import { findCable, inlineText, type Edit } from '@squallmark/core/rig';
import { RigStore } from '../../state/rig-store';
import { PinFaces } from './pin-faces';

const USUAL_AWG = [10, 12, 14, 16, 18, 20, 22, 24, 26, 28, 30];

/** One cable, pin to pin, with what can be changed about it. */
@Component({
  selector: 'sq-cable-card',
  imports: [MatButtonModule, PinFaces],
  template: `
    <section [attr.aria-label]="'Cable ' + cable().id">
      <div class="h">
        <span>{{ cable().id }} · {{ cable().kind }}{{ cable().marked ? ' · marked adapter' : '' }}</span>
        <span class="tools">
          @if (cable().kind === 'serial') {
            <button mat-stroked-button type="button" (click)="cross()">Cross pair</button>
          }
          <label class="s"><input type="checkbox" [checked]="locked()" (change)="lock($event)" /> locked</label>
          <label class="s"
            >gauge
            <select (change)="setGauge($event)">
              @for (g of gauges(); track g) {
                <option [value]="g" [selected]="g === cable().wires[0]!.gaugeAwg">{{ g }} AWG</option>
              }
            </select></label
          >
          <label class="s"
            >length
            <input type="number" min="1" max="20000" step="10" [value]="cable().lengthMm" (input)="setLength($event)" />
            mm</label
          >
          <button mat-stroked-button type="button" (click)="takeOff()">Take off</button>
        </span>
      </div>
      <p class="m s">{{ note() }}</p>
      <sq-pin-faces [cable]="cable()" (part)="choose.emit($event)" />
    </section>
  `,
  styles: `
    section {
      padding: 8px 14px 10px;
    }
    sq-pin-faces {
      max-height: 172px;
      overflow: auto;
    }
    .tools {
      display: flex;
      gap: 10px;
      align-items: center;
      flex-wrap: wrap;
      font-weight: 400;
    }
    input[type='number'] {
      width: 76px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CableCard {
  private readonly store = inject(RigStore);
  readonly cable = input.required<CableView>();
  readonly choose = output<string>();
  /** The usual ones, and the one it has where that is another. */
  protected readonly gauges = computed(() => {
    const own = this.cable().wires[0]!.gaugeAwg;
    return [...new Set([...USUAL_AWG, own])].sort((a, b) => a - b);
  });

  protected readonly locked = computed(() => findCable(this.store.rig(), this.cable().id)?.locked ?? false);
  protected readonly note = computed(() => {
    const { ends, wires } = this.cable();
    const inline = [...new Set(wires.flatMap((w) => (w.inline ? [inlineText(w.inline)] : [])))];
    return [ends.map((e) => `${e.family} ${e.pins.length}`).join(' → '), ...inline, this.lengthNote()]
      .filter(Boolean)
      .join(' · ');
  });

  private lengthNote(): string {
    const [first, second] = this.cable().ends;
    if (!first || !second) return '';
    const need = leadLength(this.store.rig(), first.part, second.part);
    if (!need.placed) return 'no place given, length as you say';
    return `needs ${need.needMm} mm${need.slackMm ? `, ${need.slackMm} of it slack for ${need.joints.map((j) => j.joint).join(' and ')}` : ''}`;
  }

  protected cross(): void {
    this.store.do([{ kind: 'crossPair', cable: this.cable().id }]);
  }

  protected lock(event: Event): void {
    this.store.do([{ kind: 'lock', cable: this.cable().id, locked: (event.target as HTMLInputElement).checked }]);
  }

  protected takeOff(): void {
    this.store.do([{ kind: 'removeCable', cable: this.cable().id }]);
  }

  protected setGauge(event: Event): void {
    const gaugeAwg = Number((event.target as HTMLSelectElement).value);
    this.setWires((wire) => ({ kind: 'setWire', cable: this.cable().id, wire, gaugeAwg }));
  }

  protected setLength(event: Event): void {
    const lengthMm = Number((event.target as HTMLInputElement).value);
    if (!(lengthMm >= 1 && lengthMm <= 20000)) {
      this.store.say('A wire is 1 to 20 000 mm long');
      return;
    }
    this.setWires((wire) => ({ kind: 'setWire', cable: this.cable().id, wire, lengthMm }), `length-${this.cable().id}`);
  }

  private setWires(edit: (wire: number) => Edit, mergeKey?: string): void {
    this.store.do(
      this.cable().wires.map((_, i) => edit(i)),
      mergeKey,
    );
  }
}
