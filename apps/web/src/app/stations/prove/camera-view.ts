import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { sceneOf } from './scenes';

const WIDTH = 520;
const HEIGHT = 292;
/** Pixels a degree moves the picture at 1×. */
const PX_PER_DEG = 5.2;

export interface ViewState {
  label: string;
  standard: string;
  panDeg: number;
  tiltDeg: number;
  zoom: number;
  /** Thermal pictures are shown in grey. */
  thermal: boolean;
  recording: string;
}

/** What the camera on air sees of an invented place; black when no picture arrives. */
@Component({
  selector: 'sq-camera-view',
  template: `<svg [attr.viewBox]="'0 0 ' + width + ' ' + height" role="img" [attr.aria-label]="label()">
    @if (view(); as v) {
      <defs>
        <linearGradient id="sky" x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stop-color="#9fb9c6" />
          <stop offset="1" stop-color="#dbe5e6" />
        </linearGradient>
      </defs>
      <rect [attr.width]="width" [attr.height]="height" fill="url(#sky)" [attr.filter]="filter()" />
      <g [attr.transform]="transform()" [attr.filter]="filter()">
        @for (layer of scene().ground; track $index) {
          <path [attr.d]="layer.d" [attr.fill]="layer.fill" />
        }
        @for (t of scene().things; track $index) {
          <ellipse
            [attr.cx]="t[0]"
            [attr.cy]="t[1]"
            [attr.rx]="t[2]"
            [attr.ry]="t[3]"
            [attr.fill]="v.thermal ? '#fff' : scene().thingFill"
          />
        }
      </g>
      <path
        [attr.d]="'M' + (width / 2 - 10) + ' ' + height / 2 + 'h20M' + width / 2 + ' ' + (height / 2 - 10) + 'v20'"
        stroke="#fffdf8"
        stroke-width="1.4"
      />
      <rect x="8" y="8" [attr.width]="(v.label.length + v.standard.length) * 6.6 + 24" height="20" fill="#16222ccc" />
      <text x="14" y="22" font-size="11.5" style="fill: #fffdf8">
        {{ v.label }}{{ v.standard ? ' · ' + v.standard : '' }}
      </text>
      @if (v.recording) {
        <circle [attr.cx]="width - 15" cy="17" r="5" fill="#b93a1d" />
        <text [attr.x]="width - 25" y="21" font-size="11.5" text-anchor="end" style="fill: #16222c">
          recording {{ v.recording }}
        </text>
      }
    } @else {
      <rect [attr.width]="width" [attr.height]="height" fill="#0b0f12" />
      <text [attr.x]="width / 2" [attr.y]="height / 2" text-anchor="middle" font-size="13" style="fill: #9aa7ae">
        no picture arrives
      </text>
    }
  </svg>`,
  styles: ':host{display:block} svg{width:100%;display:block;border-radius:var(--r)}',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CameraView {
  readonly view = input.required<ViewState | null>();
  /** Kind of the rig: it says where it works. */
  readonly kind = input('rotor');
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly scene = computed(() => sceneOf(this.kind()));
  protected readonly filter = computed(() => (this.view()?.thermal ? 'grayscale(1) contrast(1.3)' : null));
  protected readonly label = computed(() =>
    this.view() ? `Picture of the ${this.view()!.label}` : 'No picture arrives',
  );
  protected readonly transform = computed(() => {
    const v = this.view()!;
    const [cx, cy] = [WIDTH / 2, HEIGHT / 2];
    return `translate(${cx} ${cy}) scale(${v.zoom.toFixed(3)}) translate(${(-cx - v.panDeg * PX_PER_DEG).toFixed(1)} ${(-cy + v.tiltDeg * PX_PER_DEG).toFixed(1)})`;
  });
}
