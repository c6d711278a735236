import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import type { CableView } from '@squallmark/core/loom';
import { findPin, inlineText, labelOf, type Inline, type PinRef, type Wire } from '@squallmark/core/rig';
import { Choice, optionsOf, type Option } from '../../kit/fields/choice';
import { FigureField } from '../../kit/fields/figure';
import { RigStore } from '../../state/rig-store';

type Kind = Inline['kind'] | 'nothing';
type Speed = 'usual' | 'fast' | 'slow';

const KINDS: readonly Option<Kind>[] = [
  { value: 'nothing', label: 'nothing' },
  { value: 'fuse', label: 'fuse' },
  { value: 'switch', label: 'switch' },
  { value: 'diode', label: 'diode' },
  { value: 'resistor', label: 'resistor' },
  { value: 'inverter', label: 'inverter' },
];
const SPEEDS: readonly Option<Speed>[] = [
  { value: 'usual', label: 'usual blade' },
  { value: 'fast', label: 'fast' },
  { value: 'slow', label: 'slow' },
];
const STANDS: readonly Option<boolean>[] = [
  { value: true, label: 'on' },
  { value: false, label: 'off' },
];
/** What each begins as. */
const FIRST: Readonly<Record<Inline['kind'], Inline>> = {
  fuse: { kind: 'fuse', amps: 5 },
  switch: { kind: 'switch', closed: true },
  diode: { kind: 'diode' },
  resistor: { kind: 'resistor', ohm: 1000 },
  inverter: { kind: 'inverter' },
};

/** What sits in one wire of a cable: a fuse with its rating and speed, a switch, a diode, a resistor, an inverter. */
@Component({
  selector: 'sq-in-wire',
  imports: [Choice, FigureField],
  template: `
    <sq-choice label="wire" [options]="wires()" [value]="wire()" (chosen)="wire.set($event)" />
    <sq-choice label="holds" [options]="kinds" [value]="kind()" (chosen)="setKind($event)" />
    @switch (inline()?.kind) {
      @case ('fuse') {
        <sq-figure
          label="rating"
          unit="A"
          [least]="0.001"
          [most]="500"
          [step]="1"
          [value]="amps()"
          (changed)="set({ kind: 'fuse', amps: $event!, ...speedOf(speed()) })"
        />
        <sq-choice
          label="speed"
          [options]="speeds"
          [value]="speed()"
          (chosen)="set({ kind: 'fuse', amps: amps(), ...speedOf($event) })"
        />
      }
      @case ('resistor') {
        <sq-figure
          label="resistance"
          unit="Ω"
          [least]="0.001"
          [most]="10000000"
          [step]="100"
          [value]="ohm()"
          (changed)="set({ kind: 'resistor', ohm: $event! })"
        />
      }
      @case ('diode') {
        <sq-choice label="lets through" [options]="ways()" [value]="way()" (chosen)="turn($event)" />
      }
      @case ('inverter') {
        <sq-choice label="turns over" [options]="ways()" [value]="way()" (chosen)="turn($event)" />
      }
      @case ('switch') {
        <sq-choice
          label="stands"
          [options]="stands"
          [value]="closed()"
          (chosen)="set({ kind: 'switch', closed: $event })"
        />
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
      align-items: center;
      margin: 6px 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class InWire {
  private readonly store = inject(RigStore);
  readonly cable = input.required<CableView>();
  /** Which wire: the first that carries supply, until another is chosen. */
  protected readonly wire = linkedSignal({
    source: () => this.cable().id,
    computation: () =>
      Math.max(
        0,
        this.cable().wires.findIndex((w) => this.lineOf(w.from) === 'supply'),
      ),
  });
  protected readonly kinds = KINDS;
  protected readonly speeds = SPEEDS;
  protected readonly stands = STANDS;
  protected readonly wires = computed(() =>
    this.cable().wires.map((w, value): Option<number> => ({
      value,
      label: [`${w.colour}, ${this.end(w.from)} → ${this.end(w.to)}`, ...(w.inline ? [inlineText(w.inline)] : [])].join(
        ' · ',
      ),
    })),
  );
  /** Which way it goes through what goes one way only: as the wire is drawn, or turned round. */
  protected readonly way = computed(() => this.wayOf((w) => [w.from, w.to]));
  protected readonly ways = computed(() => optionsOf([this.way(), this.wayOf((w) => [w.to, w.from])].sort()));
  protected readonly inline = computed(() => this.cable().wires[this.wire()]?.inline);
  protected readonly kind = computed((): Kind => this.inline()?.kind ?? 'nothing');
  protected readonly amps = computed(() => {
    const inline = this.inline();
    return inline?.kind === 'fuse' ? inline.amps : 0;
  });
  protected readonly speed = computed((): Speed => {
    const inline = this.inline();
    return (inline?.kind === 'fuse' ? inline.speed : undefined) ?? 'usual';
  });
  protected readonly ohm = computed(() => {
    const inline = this.inline();
    return inline?.kind === 'resistor' ? inline.ohm : 0;
  });
  protected readonly closed = computed(() => {
    const inline = this.inline();
    return inline?.kind === 'switch' && inline.closed;
  });

  protected readonly speedOf = (speed: Speed): { speed?: 'fast' | 'slow' } => (speed === 'usual' ? {} : { speed });

  protected setKind(kind: Kind): void {
    this.set(kind === 'nothing' ? null : FIRST[kind]);
  }

  protected set(inline: Inline | null): void {
    this.store.do([{ kind: 'setWire', cable: this.cable().id, wire: this.wire(), inline }]);
  }

  protected turn(way: string): void {
    const { from, to } = this.cable().wires[this.wire()]!;
    const at = { kind: 'moveEnd' as const, cable: this.cable().id, wire: this.wire() };
    if (way !== this.way())
      this.store.do([
        { ...at, end: 'from', pin: to },
        { ...at, end: 'to', pin: from },
      ]);
  }

  private wayOf(ends: (wire: Wire) => [PinRef, PinRef]): string {
    const own = this.cable().wires[this.wire()];
    return own
      ? ends(own)
          .map((at) => this.end(at))
          .join(' → ')
      : '';
  }

  private lineOf(at: PinRef): string | undefined {
    return findPin(this.store.rig(), at)?.pin.line;
  }

  private end(at: PinRef): string {
    const rig = this.store.rig();
    return `${labelOf(rig, at.part)} ${findPin(rig, at)?.pin.label ?? at.pin}`;
  }
}
