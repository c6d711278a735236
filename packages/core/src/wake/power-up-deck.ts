/** A power-up as a SPICE deck over time. */
import {
  contactLines,
  deckAcross,
  deckLines,
  deckOf,
  prepareCircuit,
  type Course,
  type DeckDrive,
  type RigNetwork,
} from '../rails/index.js';
import { FED_V } from '../rails/over-time.js';
import { powerUp, startPlan } from './power-up.js';
import type { WakeSchedule } from './schedule.js';

/** How long a deck switches something on, s. */
const FLANK_S = 1e-6;

/**
 * The same power-up as a SPICE deck over time. Supplies that fall below their floor draw like resistors there; that they reset and
 * come back is left out, as are limits that trip.
 */
export function powerUpDeck(title: string, network: RigNetwork, schedule: WakeSchedule, charge = 1): string {
  const plan = startPlan(network, schedule, charge);
  const { lines, timeS } = powerUp(network, schedule, charge);
  const prepared = prepareCircuit(plan.circuit);
  const endS = schedule.seconds + 1;
  const fedAt = (element: number): number => {
    const input = network.terminals.findIndex((t) => t.feeds.includes(element));
    const at = lines[input]?.volts.findIndex((v) => v > FED_V) ?? -1;
    return at < 0 ? endS : timeS[at]!;
  };
  const drive: DeckDrive = (e) => {
    const element = plan.circuit.elements[e]!;
    const deed = plan.deeds.find((d) => d.element === e);
    if (element.kind === 'converter') {
      const fromS = Math.max(deed?.atS ?? 0, fedAt(e));
      return course([0, 0], [fromS, 0], [fromS + element.startMs / 1000, element.setV], [endS + 1, element.setV]);
    }
    return deed && course([0, 0], [deed.atS, 0], [deed.atS + FLANK_S, deed.drive], [endS + 1, deed.drive]);
  };
  return deckOf(title, [
    ...contactLines(prepared, network.terminals),
    ...deckLines(prepared, drive),
    `.tran 0.0005 ${endS} uic`,
    ...network.terminals.map((t) => `.print tran ${deckAcross(prepared, t.element)}`),
  ]);
}

/** Points of a course in rising time; two at one time would be refused. */
const course = (...points: [number, number][]): Course =>
  points.filter(([t], i) => i === 0 || t > Math.max(...points.slice(0, i).map(([before]) => before)));
