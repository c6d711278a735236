import type { PartFunction } from '../parts/index.js';
import { pctToPulse, pulseToPct } from '../units/index.js';
import { pulseForValue, rangeDemand, type FunctionSetup } from './demand.js';

/** The three ways an end point may be typed. */
export type EndUnit = 'µs' | '%' | 'own';

/** An end point in a unit; `own` is the function's own (degrees, per cent, times). */
export function endPointIn(unit: EndUnit, pulseUs: number, fn: PartFunction | undefined, setup: FunctionSetup): number {
  if (unit === '%') return pulseToPct(pulseUs);
  return unit === 'own' && fn?.range ? rangeDemand(fn, pulseUs, setup) : pulseUs;
}

/** Back to whole µs from a figure typed in a unit. */
export function endPointFrom(
  unit: EndUnit,
  figure: number,
  fn: PartFunction | undefined,
  setup: FunctionSetup,
): number {
  if (unit === '%') return Math.round(pctToPulse(figure));
  return Math.round(unit === 'own' && fn?.range ? pulseForValue(fn, figure, setup) : figure);
}
