import {
  isAxis,
  isFlightChain,
  stickFor,
  stickGoes,
  stickMode,
  stickModeSetting,
  type Chain,
  type FlightAxis,
} from '../../channels/index.js';
import type { Control, Setting, Sheet } from '../../parts/index.js';
import { sheetOf, type Part } from '../../rig/index.js';
import { groupBy, listed } from '../../units/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';

/** An axis that a stick flies. */
interface Flown {
  axis: FlightAxis;
  control: Control;
}

/**
 * A transmitter whose sticks fly otherwise than the stick mode it is set to: where the throttle is then on a stick that springs
 * back, a craft runs at half throttle with nobody at it. @source [practice]
 */
export const stickModeRule: Rule = ({ rig, chains }) => {
  const flown = groupBy(chains.filter(isFlownByStick), (c) => c.transmitter!.id);
  return [...flown.values()].flatMap((own) => {
    const part = own[0]!.transmitter!;
    const sheet = sheetOf(rig, part.id);
    return !stickModeSetting(sheet) ? [] : judged(part, sheet, flownBy(own));
  });
};

const isFlownByStick = (chain: Chain): boolean =>
  isFlightChain(chain) && isAxis(chain.fn.what) && chain.transmitter !== null && chain.control?.kind === 'stick';

/** Each axis once, however many controllers listen to it. */
const flownBy = (chains: readonly Chain[]): Flown[] => [
  ...new Map(
    chains.map(({ fn, control }) => [`${fn.what} ${control!.id}`, { axis: fn.what as FlightAxis, control: control! }]),
  ).values(),
];

/** Which stick an axis has in a mode, on this transmitter. */
type HomeIn = (mode: string, axis: FlightAxis) => string | undefined;

function judged(part: Part, sheet: Sheet, flown: readonly Flown[]): RuleResult[] {
  const setting = stickModeSetting(sheet)!;
  const homeIn: HomeIn = (mode, axis) =>
    stickFor({ part: { ...part, settings: { ...part.settings, [setting.id]: mode } }, sheet }, axis)?.id;
  const mode = stickMode({ part, sheet });
  const astray = flown.filter(({ axis, control }) => homeIn(mode, axis) !== control.id);
  const rests = restsOf(astray, homeIn(mode, 'throttle'));
  const fits = fitting(setting, flown, homeIn);
  const isOwnAffair = !fits.length && !astray.some(goesAcross);
  if (!rests.springs && !rests.stays && (!astray.length || isOwnAffair)) return [];
  return [
    {
      rule: 'stick-mode',
      mark: rests.springs || rests.stays ? 'stop' : 'watch',
      station: 'channels',
      subjects: [part.id],
      figures: [
        { name: 'transmitter', value: part.id },
        { name: 'mode', value: mode },
        { name: 'flown', value: listed(astray.map(({ axis, control }) => `${axis} is on the ${control.label}`)) },
        ...(rests.springs ? [{ name: 'springs' as const, value: rests.springs }] : []),
        ...(rests.stays ? [{ name: 'stays' as const, value: rests.stays }] : []),
        ...(fits.length ? [{ name: 'as in' as const, value: fits.join(' or '), source: '[practice]' }] : []),
      ],
      fixes: () => fits.map((is) => saidSo(part, setting, is)),
    },
  ];
}

/** Rolls or turns by a stick pushed up and down, climbs or dives by one pushed sideways: two channels are exchanged. @source [practice] */
const goesAcross = ({ axis, control }: Flown): boolean =>
  stickGoes(control) === (axis === 'roll' || axis === 'yaw' ? 'y' : 'x');

/** Of the axes on another stick: the throttle's where that springs back, and what the one that stays where it is left moves instead. */
function restsOf(astray: readonly Flown[], low: string | undefined): { springs: string; stays: string } {
  return {
    springs: astray.find((f) => f.axis === 'throttle')?.control.label ?? '',
    stays: astray.find((f) => f.control.id === low)?.axis ?? '',
  };
}

const fitting = ({ values }: Setting, flown: readonly Flown[], homeIn: HomeIn): string[] =>
  values.filter((mode) => flown.every(({ axis, control }) => homeIn(mode, axis) === control.id));

/** Says how the transmitter is; what flies by which channel and stick is left as it is. */
const saidSo = (part: Part, setting: Setting, mode: string): Fix => ({
  label: `It is in mode ${mode.slice(-1)}`,
  edits: [{ kind: 'set', part: part.id, setting: setting.id, value: mode }],
});
