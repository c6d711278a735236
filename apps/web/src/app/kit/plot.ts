import type { ElementRef } from '@angular/core';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { LineChart } from 'echarts/charts';
import {
  GridComponent,
  MarkAreaComponent,
  MarkLineComponent,
  MarkPointComponent,
  TooltipComponent,
} from 'echarts/components';
import { init, use, type EChartsCoreOption, type EChartsType } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { Theme } from '../state/theme';

use([
  LineChart,
  GridComponent,
  MarkAreaComponent,
  MarkLineComponent,
  MarkPointComponent,
  TooltipComponent,
  SVGRenderer,
]);

/** What a chart shows on a ground of some size, in colours of the theme by their token. */
export type PlotOption = (
  sizePx: { width: number; height: number },
  token: (name: string) => string,
) => EChartsCoreOption;

/** A chart that keeps to its place, its theme and what it shows. The label says what it would tell somebody who cannot see it. */
@Component({
  selector: 'sq-plot',
  template: `<div #host class="host" role="img" [attr.aria-label]="label()"></div>`,
  styles: ':host,.host{display:block;width:100%;height:100%}',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Plot {
  readonly option = input.required<PlotOption>();
  readonly label = input.required<string>();
  private readonly host = viewChild.required<ElementRef<HTMLElement>>('host');
  private readonly theme = inject(Theme);
  private chart: EChartsType | null = null;

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const host = this.host().nativeElement;
      this.chart = init(host, undefined, { renderer: 'svg' });
      const resize = new ResizeObserver(() => {
        this.chart?.resize();
        this.draw();
      });
      resize.observe(host);
      destroyed.onDestroy(() => {
        resize.disconnect();
        this.chart?.dispose();
      });
      this.draw();
    });
    effect(() => {
      this.theme.dark();
      this.draw();
    });
  }

  private draw(): void {
    const option = this.option();
    if (!this.chart) return;
    const host = this.host().nativeElement;
    const css = getComputedStyle(host);
    const token = (name: string): string => css.getPropertyValue(`--${name}`).trim();
    const size = { width: host.clientWidth, height: host.clientHeight };
    this.chart.setOption(option(size, token), { notMerge: true });
  }
}

/** How every axis and every tooltip looks. */
export const plotAxis = (token: (name: string) => string) => ({
  axisLabel: { color: token('mute'), fontFamily: token('num') },
  axisLine: { lineStyle: { color: token('rule') } },
  splitLine: { lineStyle: { color: token('hair') } },
});

export const plotTooltip = (token: (name: string) => string) => ({
  trigger: 'axis' as const,
  backgroundColor: token('panel'),
  borderColor: token('rule'),
  textStyle: { color: token('ink') },
});
