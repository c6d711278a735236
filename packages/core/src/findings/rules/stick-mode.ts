import {
  callsSticks,
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
 * A transmitter whose sticks fly otherwise than the stick mode it is set to, or than they are called where it has none: where the
 * throttle is then on a stick that springs back, a craft runs at half throttle with nobody at it. @source [practice]
 */
export const stickModeRule: Rule = ({ rig, chains }) => {
  const flown = groupBy(chains.filter(isFlownByStick), (c) => c.transmitter!.id);
  return [...flown.values()].flatMap((own) => {
    const part = own[0]!.transmitter!;
    return judged(part, sheetOf(rig, part.id), flownBy(own));
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

/** Which stick an axis has on this transmitter, in the mode it is set to or in another. */
type HomeIn = (axis: FlightAxis, mode?: string) => string | undefined;

function judged(part: Part, sheet: Sheet, flown: readonly Flown[]): RuleResult[] {
  const setting = stickModeSetting(sheet);
  const homeIn: HomeIn = (axis, mode) =>
    stickFor({ part: setting && mode ? withMode(part, setting, mode) : part, sheet }, axis)?.id;
  // without modes, and called by nothing, a stick says no more than which way it goes
  const isTold = setting !== undefined || callsSticks(sheet);
  const astray = flown.filter((f) => (isTold ? homeIn(f.axis) !== f.control.id : goesAcross(f)));
  const rests = isTold ? restsOf(astray, homeIn('throttle')) : NO_RESTS;
  const fits = setting ? fitting(setting, flown, homeIn) : [];
  const isOwnAffair = setting && !fits.length && !astray.some(goesAcross);
  if (!rests.springs && !rests.stays && (!astray.length || isOwnAffair)) return [];
  return [
    {
      rule: 'stick-mode',
      mark: rests.springs || rests.stays ? 'stop' : 'watch',
      station: 'channels',
      subjects: [part.id],
      figures: [
        { name: 'transmitter', value: part.id },
        ...(setting ? [{ name: 'mode' as const, value: stickMode({ part, sheet }) }] : []),
        { name: 'flown', value: listed(astray.map(({ axis, control }) => `${axis} is on the ${control.label}`)) },
        ...(rests.springs ? [{ name: 'springs' as const, value: rests.springs }] : []),
        ...(rests.stays ? [{ name: 'stays' as const, value: rests.stays }] : []),
        ...(fits.length ? [{ name: 'as in' as const, value: fits.join(' or '), source: '[practice]' }] : []),
      ],
      fixes: () => fits.map((is) => saidSo(part, setting!, is)),
    },
  ];
}

const withMode = (part: Part, { id }: Setting, mode: string): Part => ({
  ...part,
  settings: { ...part.settings, [id]: mode },
});

/** Rolls or turns by a stick pushed up and down, climbs or dives by one pushed sideways: two channels are exchanged. @source [practice] */
const goesAcross = ({ axis, control }: Flown): boolean =>
  stickGoes(control) === (axis === 'roll' || axis === 'yaw' ? 'y' : 'x');

const NO_RESTS = { springs: '', stays: '' };

/** Of the axes on another stick: the throttle's where that springs back, and what the one that stays where it is left moves instead. */
function restsOf(astray: readonly Flown[], low: string | undefined): typeof NO_RESTS {
  return {
    springs: astray.find((f) => f.axis === 'throttle')?.control.label ?? '',
    stays: astray.find((f) => f.control.id === low)?.axis ?? '',
  };
}

const fitting = ({ values }: Setting, flown: readonly Flown[], homeIn: HomeIn): string[] =>
  values.filter((mode) => flown.every(({ axis, control }) => homeIn(axis, mode) === control.id));

/** Says how the transmitter is; what flies by which channel and stick is left as it is. */
const saidSo = (part: Part, setting: Setting, mode: string): Fix => ({
  label: `It is in mode ${mode.slice(-1)}`,
  edits: [{ kind: 'set', part: part.id, setting: setting.id, value: mode }],
});
