import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { DrawnLine, DrawnPower } from '@squallmark/core/wake-studies';
import { Plot, plotAxis, plotTooltip, type PlotOption } from '../../kit/plot';
import { TIME_AXIS } from './timeline';

/** Volts of one supply and amps of the packs over the power-up, on the time axis of the timeline above. */
@Component({
  selector: 'sq-power-chart',
  imports: [Plot],
  template: `<sq-plot [option]="option()" [label]="label()" />`,
  styles: ':host{display:block;width:100%;height:100%}',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PowerChart {
  readonly power = input.required<DrawnPower>();
  readonly line = input.required<DrawnLine>();
  readonly seconds = input.required<number>();
  readonly label = input.required<string>();
  protected readonly option = computed((): PlotOption => {
    const [power, line, seconds] = [this.power(), this.line(), this.seconds()];
    return ({ width }, token) => chartOption(power, line, seconds, width, token);
  });
}

/** Below this share of its floor a supply is off, and its line begins only above. */
const OFF = 0.5;

/** Volts that matter: from under the floor, or under the deepest dip, to over the highest. */
function span({ points, allowed, lowest }: DrawnLine): [number, number] {
  const highest = Math.max(...points.map(([, v]) => v));
  const floorV = allowed?.[0] ?? 0;
  const least = Math.min(lowest?.volts ?? highest, highest);
  // a floor that lies far below would press the line flat against the top
  const low = highest - floorV < 4 * Math.max(0.5, highest - least) ? Math.min(least, floorV) : least;
  const room = Math.max(0.05, (highest - low) * 0.2);
  return [Math.max(0, low - room), highest + room];
}

function chartOption(
  { packA }: DrawnPower,
  line: DrawnLine,
  seconds: number,
  width: number,
  token: (name: string) => string,
) {
  const [min, max] = span(line);
  const offV = OFF * (line.allowed?.[0] ?? max);
  const axis = plotAxis(token);
  const { lowest, allowed } = line;
  return {
    animation: false,
    textStyle: { fontFamily: token('ui') },
    grid: { left: width * TIME_AXIS.left, right: width * TIME_AXIS.right, top: 12, bottom: 22 },
    tooltip: { ...plotTooltip(token), valueFormatter: (v: unknown) => (v === null ? 'off' : Number(v).toFixed(2)) },
    xAxis: {
      type: 'value',
      min: 0,
      max: seconds,
      ...axis,
      axisLabel: { ...axis.axisLabel, formatter: '{value} s', showMaxLabel: false },
    },
    yAxis: [
      {
        ...{ type: 'value', min, max, splitNumber: 3 },
        ...axis,
        axisLabel: {
          ...axis.axisLabel,
          ...{ showMinLabel: false, showMaxLabel: false, formatter: (v: number) => `${v.toFixed(2)} V` },
        },
      },
      // amps keep to the lower part, volts have the upper
      { type: 'value', min: 0, max: Math.max(0.1, ...packA.map(([, a]) => a)) * 2.2, show: false },
    ],
    series: [
      {
        name: 'packs, A',
        ...{ type: 'line', symbol: 'none', yAxisIndex: 1 },
        data: packA,
        lineStyle: { width: 1.3, color: token('mute'), type: [3, 3] },
        endLabel: {
          ...{ show: true, formatter: 'packs, A', align: 'right', offset: [-8, -9] },
          ...{ color: token('mute'), fontSize: 12 },
        },
      },
      {
        name: 'volts, V',
        ...{ type: 'line', symbol: 'none' },
        data: line.points.map(([t, v]) => [t, v > offV ? v : null]),
        lineStyle: { width: 2.2, color: token('harbour') },
        markArea: allowed && {
          silent: true,
          itemStyle: { color: token('stop-tint') },
          data: [[{ yAxis: 0 }, { yAxis: allowed[0] }]],
        },
        markPoint: lowest && {
          silent: true,
          symbol: 'circle',
          symbolSize: 9,
          itemStyle: { color: token('panel'), borderColor: token('stop'), borderWidth: 2 },
          label: {
            ...{ show: true, position: 'bottom', offset: [lowest.atS > 0.8 * seconds ? -28 : 28, 0] },
            ...{ formatter: `${lowest.volts.toFixed(2)} V`, color: token('ink'), fontFamily: token('num') },
          },
          data: [{ coord: [lowest.atS, lowest.volts] }],
        },
      },
    ],
  };
}
