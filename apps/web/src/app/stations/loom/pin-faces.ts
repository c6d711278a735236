import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { CableEnd, CableView } from '@squallmark/core/loom';
import { gaugeText } from '@squallmark/core/rails';
import { inlineText, type PinRef } from '@squallmark/core/rig';
import { valueIn } from '@squallmark/core/units';

const ROW = 21;
const TOP = 30;
const WIRE_COLOURS: Record<string, string> = {
  red: '#c8402c',
  black: '#4a4f55',
  yellow: '#c7a02a',
  green: '#3d7d5c',
  white: '#9aa4aa',
  blue: '#3b6ea5',
  grey: '#7d868c',
  coax: '#8a3a52',
  shield: '#a08a92',
};

interface Point {
  x: number;
  y: number;
}

interface Face extends CableEnd {
  x: number;
  flip: boolean;
  rows: { n: number; label: string; y: number; used: boolean; note: string }[];
}

/** Both plugs of a cable, pin by pin, with the wires between; a Y lead shows its later plugs below each other on the right. */
@Component({
  selector: 'sq-pin-faces',
  template: `<svg [attr.viewBox]="'0 0 900 ' + height()" role="img" [attr.aria-label]="summary()">
    @for (face of faces(); track face.part + face.port) {
      <text
        [attr.x]="face.x"
        [attr.y]="face.rows[0]!.y - 17"
        [attr.text-anchor]="face.flip ? 'end' : 'start'"
        font-size="12"
        font-weight="600"
        class="plug"
        (click)="part.emit(face.part)"
      >
        {{ face.partLabel }} · {{ face.portLabel }}
      </text>
      @for (row of face.rows; track row.n) {
        <rect
          [attr.x]="face.flip ? face.x - 26 : face.x"
          [attr.y]="row.y - 9"
          width="26"
          height="18"
          [attr.fill]="row.used ? 'var(--harbour-tint)' : 'var(--panel)'"
          [attr.stroke]="row.used ? 'var(--ink)' : 'var(--rule-strong)'"
        />
        <text
          [attr.x]="face.flip ? face.x - 13 : face.x + 13"
          [attr.y]="row.y + 4"
          text-anchor="middle"
          font-size="11"
          class="num"
        >
          {{ row.n }}
        </text>
        <text
          [attr.x]="face.flip ? face.x - 34 : face.x + 34"
          [attr.y]="row.y + 4"
          [attr.text-anchor]="face.flip ? 'end' : 'start'"
          font-size="12"
        >
          {{ row.label }}
          <tspan class="mut" font-size="11">{{ row.note ? ' ' + row.note : '' }}</tspan>
        </text>
      }
    }
    @for (wire of wires(); track $index) {
      <path [attr.d]="wire.d" fill="none" stroke="var(--ink)" stroke-width="4.6" />
      <path [attr.d]="wire.d" fill="none" [attr.stroke]="wire.colour" stroke-width="3" />
    }
    @for (wire of wires(); track $index) {
      <text [attr.x]="wire.x" [attr.y]="wire.y" [attr.text-anchor]="wire.anchor" font-size="10.5" class="mut said">
        {{ wire.text }}
      </text>
    }
  </svg>`,
  styles:
    ':host{display:block} svg{width:100%;display:block} .plug{cursor:pointer} .said{paint-order:stroke;stroke:var(--panel);stroke-width:3px}',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PinFaces {
  readonly cable = input.required<CableView>();
  /** A plug's part was asked for. */
  readonly part = output<string>();

  protected readonly faces = computed<Face[]>(() => {
    let y = TOP;
    return this.cable().ends.map((end, i) => {
      if (i === 1) y = TOP;
      const rows = end.pins.map((p, k) => ({
        n: p.n,
        label: p.label,
        y: y + k * ROW,
        used: p.used,
        note: p.used ? (p.way ?? '') : p.others.length ? `with ${p.others.join(', ')}` : 'left empty',
      }));
      if (i > 0) y += end.pins.length * ROW + 34;
      return { ...end, x: i === 0 ? 300 : 600, flip: i === 0, rows };
    });
  });

  protected readonly height = computed(() => Math.max(...this.faces().map((f) => f.rows.at(-1)!.y)) + 16);

  protected readonly wires = computed(() => {
    const written = new Set<number>();
    return this.cable().wires.map((wire) => {
      // a wire may be drawn from either plug; the first plug is on the left
      const [a, b] = [this.pinAt(wire.from), this.pinAt(wire.to)].sort((p, q) => p.x - q.x) as [Point, Point];
      const bend = a.x === b.x ? a.x - 120 : 450;
      // of two wires on one pin the second is written at its other end
      const isFirst = !written.has(a.y);
      written.add(a.y);
      return {
        d: `M${a.x} ${a.y}C${bend} ${a.y} ${bend} ${b.y} ${b.x} ${b.y}`,
        ...(isFirst ? { x: a.x + 8, y: a.y - 5, anchor: 'start' } : { x: b.x - 8, y: b.y - 5, anchor: 'end' }),
        colour: valueIn(WIRE_COLOURS, wire.colour) ?? 'var(--mute)',
        text: `${wire.colour} · ${gaugeText(wire.gaugeAwg)}${wire.inline ? ` · ${inlineText(wire.inline)}` : ''}`,
      };
    });
  });

  protected readonly summary = computed(
    () =>
      `Cable ${this.cable().id}: ${this.cable()
        .wires.map((w) => `${this.pinText(w.from)} to ${this.pinText(w.to)}, ${w.colour}`)
        .join('; ')}`,
  );

  private pinText(at: PinRef): string {
    const { partLabel, portLabel } = this.faceOf(at);
    return `${partLabel} ${portLabel} pin ${at.pin}`;
  }

  private pinAt(at: PinRef): Point {
    const face = this.faceOf(at);
    return { x: face.x, y: face.rows.find((r) => r.n === at.pin)!.y };
  }

  private faceOf(at: PinRef): Face {
    return this.faces().find((f) => f.part === at.part && f.port === at.port)!;
  }
}
