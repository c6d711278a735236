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
import type { RailSweep } from '@squallmark/core/rails';
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkAreaComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { init, use, type EChartsType } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { spreadEnds } from './spread-ends';
import { Theme } from '../../state/theme';

use([LineChart, GridComponent, MarkAreaComponent, MarkLineComponent, TooltipComponent, SVGRenderer]);

export interface RailLine {
  label: string;
  volts: number[];
  chosen: boolean;
}

/** Volts at the loads as the pack empties, with the chosen load's allowed band and the needle of now. */
@Component({
  selector: 'sq-rail-chart',
  template: `<div #host class="host" role="img" [attr.aria-label]="label()"></div>`,
  styles: ':host,.host{display:block;width:100%;height:100%}',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RailChart {
  readonly charges = input.required<RailSweep['charges']>();
  readonly lines = input.required<readonly RailLine[]>();
  readonly band = input.required<readonly [number, number] | null>();
  readonly charge = input.required<number>();
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
    const [lines, charges, band, charge] = [this.lines(), this.charges(), this.band(), this.charge()];
    this.chart?.setOption(chartOption(lines, charges, band, charge, this.host().nativeElement), { notMerge: true });
  }
}

/** Room above and below the plot, and for a name at the end of a line, px. */
const TOP_PX = 14;
const BOTTOM_PX = 26;
const NAME_PX = 15;

/** Room above and below the lines and the band they are held against. */
function span(lines: readonly RailLine[], band: readonly [number, number] | null): [number, number] {
  const all = lines.flatMap((l) => l.volts);
  const lowest = Math.min(...all);
  const highest = Math.max(...all);
  const chosen = lines.find((l) => l.chosen)?.volts ?? all;
  const outside = band !== null && (Math.min(...chosen) < band[0] || Math.max(...chosen) > band[1]);
  const near = (band ?? []).filter((v) => outside || (v > lowest - 2 && v < highest + 2));
  const low = Math.min(lowest, ...near);
  const high = Math.max(highest, ...near);
  const room = Math.max(0.05, (high - low) * 0.12);
  return [Math.max(0, low - room), high + room];
}

function chartOption(
  lines: readonly RailLine[],
  charges: number[],
  band: readonly [number, number] | null,
  charge: number,
  host: HTMLElement,
) {
  const css = getComputedStyle(host);
  const token = (name: string): string => css.getPropertyValue(`--${name}`).trim();
  const [min, max] = lines.length ? span(lines, band) : [0, 1];
  const heightPx = host.clientHeight - TOP_PX - BOTTOM_PX;
  const ends = lines.map(({ volts }) => ((max - volts.at(-1)!) / (max - min)) * heightPx);
  const shifts = spreadEnds(ends, NAME_PX, heightPx).map((y, i) => y - ends[i]!);
  const axis = {
    axisLabel: { color: token('mute'), fontFamily: token('num') },
    axisLine: { lineStyle: { color: token('rule') } },
    splitLine: { lineStyle: { color: token('hair') } },
  };
  return {
    animation: false,
    textStyle: { fontFamily: token('ui') },
    grid: { left: 52, right: 132, top: TOP_PX, bottom: BOTTOM_PX },
    tooltip: {
      trigger: 'axis',
      valueFormatter: (v: unknown) => `${Number(v).toFixed(2)} V`,
      backgroundColor: token('panel'),
      borderColor: token('rule'),
      textStyle: { color: token('ink') },
    },
    xAxis: {
      type: 'value',
      inverse: true,
      min: 0,
      max: 100,
      interval: 25,
      ...axis,
      axisLabel: { ...axis.axisLabel, formatter: '{value} %' },
    },
    yAxis: {
      type: 'value',
      min,
      max,
      splitNumber: 4,
      ...axis,
      axisLabel: {
        ...axis.axisLabel,
        showMinLabel: false,
        showMaxLabel: false,
        formatter: (v: number) => v.toFixed(2),
      },
    },
    series: lines.map((line, i) => ({
      name: line.label,
      type: 'line',
      symbol: 'none',
      data: charges.map((c, k) => [c * 100, line.volts[k]]),
      lineStyle: {
        width: line.chosen ? 2.6 : 1.4,
        color: line.chosen ? token('harbour') : token('mute'),
        type: line.chosen
          ? 'solid'
          : [
              [6, 3],
              [2, 3],
              [10, 4],
              [4, 2],
            ][i % 4],
      },
      endLabel: {
        show: true,
        formatter: '{a}',
        align: 'left',
        offset: [14, shifts[i]!],
        color: line.chosen ? token('harbour') : token('mute'),
        fontSize: 12,
      },
      ...(line.chosen
        ? {
            markArea: band
              ? {
                  silent: true,
                  itemStyle: { color: token('clear-tint'), opacity: 0.75 },
                  data: [[{ yAxis: band[0] }, { yAxis: band[1] }]],
                }
              : undefined,
            markLine: {
              silent: true,
              symbol: 'none',
              label: { show: false },
              lineStyle: { color: token('stop'), width: 1.6, type: 'solid' },
              data: [{ xAxis: charge * 100 }],
            },
          }
        : {}),
    })),
  };
}
