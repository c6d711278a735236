import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { RailSweep } from '@squallmark/core/rails';
import { Plot, plotAxis, plotTooltip, type PlotOption } from '../../kit/plot';
import { spreadEnds } from './spread-ends';

export interface RailLine {
  label: string;
  volts: number[];
  chosen: boolean;
  /** The chosen load with something changed. */
  beside?: boolean;
}

/** Volts at the loads as the pack empties, with the chosen load's allowed band and the needle of now. */
@Component({
  selector: 'sq-rail-chart',
  imports: [Plot],
  template: `<sq-plot [option]="option()" [label]="label()" />`,
  styles: ':host{display:block;width:100%;height:100%}',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RailChart {
  readonly charges = input.required<RailSweep['charges']>();
  readonly lines = input.required<readonly RailLine[]>();
  readonly band = input.required<readonly [number, number] | null>();
  readonly charge = input.required<number>();
  readonly label = input.required<string>();
  protected readonly option = computed((): PlotOption => {
    const [lines, charges, band, charge] = [this.lines(), this.charges(), this.band(), this.charge()];
    return ({ height }, token) => chartOption(lines, charges, band, charge, height, token);
  });
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
  height: number,
  token: (name: string) => string,
) {
  const [min, max] = lines.length ? span(lines, band) : [0, 1];
  const heightPx = height - TOP_PX - BOTTOM_PX;
  const ends = lines.map(({ volts }) => ((max - volts.at(-1)!) / (max - min)) * heightPx);
  const shifts = spreadEnds(ends, NAME_PX, heightPx).map((y, i) => y - ends[i]!);
  const axis = plotAxis(token);
  return {
    animation: false,
    textStyle: { fontFamily: token('ui') },
    grid: { left: 52, right: 132, top: TOP_PX, bottom: BOTTOM_PX },
    tooltip: { ...plotTooltip(token), valueFormatter: (v: unknown) => `${Number(v).toFixed(2)} V` },
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
        width: line.chosen ? 2.6 : line.beside ? 2 : 1.4,
        color: line.chosen ? token('harbour') : line.beside ? token('watch') : token('mute'),
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
        color: line.chosen ? token('harbour') : line.beside ? token('watch') : token('mute'),
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
