import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

const WIDTH = 520;
const HEIGHT = 292;
/** Pixels a degree moves the picture at 1×. */
const PX_PER_DEG = 5.2;
const SEALS = [
  [120, 188],
  [138, 192],
  [154, 186],
  [300, 232],
  [318, 236],
  [350, 228],
  [371, 240],
  [402, 232],
  [610, 240],
  [640, 232],
  [-70, 210],
  [-46, 216],
] as const;

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

/** What the camera on air sees of an invented tidal bank; black when no picture arrives. */
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
        <rect x="-1600" y="112" width="3700" height="2400" fill="#6f8f95" />
        <path
          d="M-1600 158Q-700 138-20 150Q90 138 190 168T420 160L600 190Q1300 150 2100 180V2500H-1600Z"
          fill="#b9a987"
        />
        <path d="M-1600 220Q-500 178-20 196Q120 178 240 214T600 226Q1300 200 2100 236V2500H-1600Z" fill="#8f9c76" />
        @for (seal of seals; track $index) {
          <ellipse [attr.cx]="seal[0]" [attr.cy]="seal[1]" rx="7" ry="3" [attr.fill]="v.thermal ? '#fff' : '#4f4a44'" />
        }
      </g>
      <path
        [attr.d]="'M' + (width / 2 - 10) + ' ' + height / 2 + 'h20M' + width / 2 + ' ' + (height / 2 - 10) + 'v20'"
        stroke="#fffdf8"
        stroke-width="1.4"
      />
      <rect x="8" y="8" [attr.width]="v.label.length * 6.6 + 64" height="20" fill="#16222ccc" />
      <text x="14" y="22" font-size="11.5" style="fill: #fffdf8">{{ v.label }} · {{ v.standard }}</text>
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
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly seals = SEALS;
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
