import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { leadLength, type CableView } from '@squallmark/core/loom';
import { gaugeText } from '@squallmark/core/rails';
import { findCable, inlineText, type Edit } from '@squallmark/core/rig';
import { AboutFigure } from '../../kit/about/about';
import { Choice } from '../../kit/fields/choice';
import { FigureField } from '../../kit/fields/figure';
import { Tick } from '../../kit/fields/tick';
import { RigStore } from '../../state/rig-store';
import { InWire } from './in-wire';
import { PinFaces } from './pin-faces';

const USUAL_AWG = [10, 12, 14, 16, 18, 20, 22, 24, 26, 28, 30];

/** One cable, pin to pin, with what can be changed about it. */
@Component({
  selector: 'sq-cable-card',
  imports: [AboutFigure, Choice, FigureField, InWire, MatButtonModule, PinFaces, Tick],
  template: `
    <section [attr.aria-label]="'Cable ' + cable().id">
      <div class="h">
        <span>{{ cable().id }} · {{ cable().kind }}{{ cable().marked ? ' · marked adapter' : '' }}</span>
        <span class="tools">
          @if (cable().kind === 'serial') {
            <button mat-stroked-button type="button" (click)="cross()">Cross pair</button>
          }
          <sq-tick [on]="locked()" (turned)="lock($event)">locked</sq-tick>
          <sq-choice
            label="gauge"
            [options]="gauges()"
            [value]="cable().wires[0]!.gaugeAwg"
            (chosen)="setGauge($event)"
          />
          <sq-figure
            label="length"
            unit="mm"
            [least]="1"
            [most]="200000"
            [step]="10"
            [value]="cable().lengthMm"
            live
            (changed)="setLength($event!)"
          />
          <button mat-stroked-button type="button" [attr.aria-expanded]="inWire()" (click)="inWire.set(!inWire())">
            In the wire
          </button>
          <button mat-stroked-button type="button" (click)="takeOff()">Take off</button>
        </span>
      </div>
      @if (inWire()) {
        <sq-in-wire [cable]="cable()" />
      }
      <p class="m s">
        {{ note() }}
        @if (need(); as need) {
          · <sq-about [of]="aboutLength">needs {{ need.needMm }} mm</sq-about>{{ need.slack }}
        } @else {
          · no place given, length as you say
        }
      </p>
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
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CableCard {
  private readonly store = inject(RigStore);
  readonly cable = input.required<CableView>();
  readonly choose = output<string>();
  /** What sits in a wire is being changed. */
  protected readonly inWire = signal(false);
  /** The usual ones, and the one it has where that is another. */
  protected readonly gauges = computed(() => {
    const own = this.cable().wires[0]!.gaugeAwg;
    return [...new Set([...USUAL_AWG, own])]
      .sort((a, b) => a - b)
      .map((awg) => ({ value: awg, label: gaugeText(awg) }));
  });

  protected readonly locked = computed(() => findCable(this.store.rig(), this.cable().id)?.locked ?? false);
  protected readonly note = computed(() => {
    const { ends, wires } = this.cable();
    const inline = [...new Set(wires.flatMap((w) => (w.inline ? [inlineText(w.inline)] : [])))];
    return [ends.map((e) => `${e.family} ${e.pins.length}`).join(' → '), ...inline].join(' · ');
  });
  private readonly pair = computed(() => {
    const [first, second] = this.cable().ends;
    return first && second ? ([this.store.rig(), first.part, second.part] as const) : null;
  });
  /** How long it must be; null where its parts have no place. */
  protected readonly need = computed(() => {
    const pair = this.pair();
    const need = pair && leadLength(...pair);
    if (!need?.placed) return null;
    const joints = need.joints.map((j) => j.joint).join(' and ');
    return { needMm: need.needMm, slack: need.slackMm ? `, ${need.slackMm} of it slack for ${joints}` : '' };
  });
  protected readonly aboutLength = async () => {
    const pair = this.pair();
    return pair && (await import('@squallmark/core/about')).aboutLead(...pair);
  };

  protected cross(): void {
    this.store.do([{ kind: 'crossPair', cable: this.cable().id }]);
  }

  protected lock(locked: boolean): void {
    this.store.do([{ kind: 'lock', cable: this.cable().id, locked }]);
  }

  protected takeOff(): void {
    this.store.do([{ kind: 'removeCable', cable: this.cable().id }]);
  }

  protected setGauge(gaugeAwg: number): void {
    this.setWires((wire) => ({ kind: 'setWire', cable: this.cable().id, wire, gaugeAwg }));
  }

  protected setLength(lengthMm: number): void {
    this.setWires((wire) => ({ kind: 'setWire', cable: this.cable().id, wire, lengthMm }), `length-${this.cable().id}`);
  }

  private setWires(edit: (wire: number) => Edit, mergeKey?: string): void {
    this.store.do(
      this.cable().wires.map((_, i) => edit(i)),
      mergeKey,
    );
  }
}
