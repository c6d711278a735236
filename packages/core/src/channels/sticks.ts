import { goesBothWays, type Control, type PartFunction, type Setting, type Sheet } from '../parts/index.js';
import { settingOf, type Part } from '../rig/index.js';
import { PULSE, valueIn } from '../units/index.js';

/** What a stick axis flies. */
export type FlightAxis = 'throttle' | 'yaw' | 'pitch' | 'roll';

/** Which of two sticks, and which way of it. */
export type StickWay = `${'left' | 'right'}-${'x' | 'y'}`;

/**
 * Which stick flies what in the four modes.
 * @source [practice] mode 2 has throttle and yaw on the left; 1 swaps throttle and pitch, 3 both hands, 4 yaw and roll
 */
const STICK_MODES: Record<string, Record<FlightAxis, StickWay>> = {
  '1': { throttle: 'right-y', yaw: 'left-x', pitch: 'left-y', roll: 'right-x' },
  '2': { throttle: 'left-y', yaw: 'left-x', pitch: 'right-y', roll: 'right-x' },
  '3': { throttle: 'right-y', yaw: 'right-x', pitch: 'left-y', roll: 'left-x' },
  '4': { throttle: 'left-y', yaw: 'right-x', pitch: 'right-y', roll: 'left-x' },
};

export const FLIGHT_AXES: readonly FlightAxis[] = ['roll', 'pitch', 'throttle', 'yaw'];

/** A transmitter with the sheet that tells its sticks. */
export type TransmitterWithSheet = { part: Part; sheet: Sheet };

/** Sticks nearer than this on the face are ways of one, share of its width. */
const ONE_STICK = 0.1;
/** How a sheet may call the two ways of a stick: at the end of its id, or in words. */
const CALLED = {
  x: /[^o]x$|\bx\b|↔|sideways|horizontal|left.{1,5}right|yaw|rudder|\brud\b|roll|aileron|\bail\b|\bwheel\b|steer/i,
  y: /[^o]y$|\by\b|↕|upright|vertical|up.{1,5}down|throttle|collective|\bthr\b|pitch|elevator|\bele\b|trigger/i,
};

/** The stick that sits on one side of the face and goes one way; undefined on a face with one stick. */
const stickAt = (sheet: Sheet, way: StickWay): Control | undefined => waysOf(sheet).get(way);

type Ways = ReadonlyMap<StickWay, Control>;
const WAYS = new WeakMap<Sheet, Ways>();

/** The ways of two sticks, by where they sit on the face and what they are called; none where there are not two. */
function waysOf(sheet: Sheet): Ways {
  let ways = WAYS.get(sheet);
  if (!ways) WAYS.set(sheet, (ways = placed(sheet.controls.filter((c) => c.kind === 'stick'))));
  return ways;
}

function placed(sticks: readonly Control[]): Ways {
  const across = sticks.map((c) => c.x);
  const [least, most] = [Math.min(...across), Math.max(...across)];
  if (!(most - least > ONE_STICK)) return new Map();
  const isLeft = (c: Control): boolean => c.x < (least + most) / 2;
  const left = sticks.filter(isLeft);
  const right = sticks.filter((c) => !isLeft(c));
  return new Map([...twoWays('left', left), ...twoWays('right', right)]);
}

/** Which way a stick goes, as it is called: sideways, or up and down; null where its names leave that open. */
export function stickGoes({ id, label }: Pick<Control, 'id' | 'label'>): 'x' | 'y' | null {
  const isX = CALLED.x.test(id) || CALLED.x.test(label);
  const isY = CALLED.y.test(id) || CALLED.y.test(label);
  if (isX === isY) return null;
  return isX ? 'x' : 'y';
}

/** One stick's ways as they are called; where names leave it open, sideways is told first. */
function twoWays(side: 'left' | 'right', ways: readonly Control[]): [StickWay, Control][] {
  const x = ways.find((c) => stickGoes(c) === 'x') ?? ways.find((c) => stickGoes(c) === null);
  const y = ways.find((c) => c !== x);
  return [
    ...(x ? [[`${side}-x`, x] as [StickWay, Control]] : []),
    ...(y ? [[`${side}-y`, y] as [StickWay, Control]] : []),
  ];
}

/** The setting of a transmitter's menu that says its stick mode. */
export const stickModeSetting = ({ settings }: Sheet): Setting | undefined => {
  const modes = settings.filter((s) => s.values.length > 1 && s.values.every((v) => /^\D*[1-4]$/.test(v)));
  return modes.find((s) => /stick/i.test(`${s.id} ${s.label}`)) ?? modes.find((s) => /^mode$/i.test(s.id));
};

/** Stick mode a transmitter is set to, 1…4; 2 when its sheet knows none. */
export function stickMode({ part, sheet }: TransmitterWithSheet): string {
  const setting = stickModeSetting(sheet);
  return (setting && settingOf(sheet, part, setting.id))?.slice(-1) ?? '2';
}

/** How a sheet may call a stick by what it flies. */
const FLIES: Readonly<Record<FlightAxis, RegExp>> = {
  throttle: /throttle|collective|\bthr\b/i,
  yaw: /yaw|rudder|\brud\b/i,
  pitch: /pitch|elevator|\bele\b/i,
  roll: /roll|aileron|\bail\b/i,
};

type Named = Readonly<Partial<Record<FlightAxis, Control>>>;
const NAMED = new WeakMap<Sheet, Named>();

/** Sticks that are all called by what they fly, on a transmitter without modes to choose: so they are, wherever they sit. */
function namedAxes(sheet: Sheet): Named {
  let named = NAMED.get(sheet);
  if (!named) {
    const sticks = sheet.controls.filter((c) => c.kind === 'stick');
    const called = FLIGHT_AXES.map((axis) => sticks.filter((c) => FLIES[axis].test(c.label)));
    const isClear = called.every((c) => c.length === 1) && new Set(called.flat()).size === FLIGHT_AXES.length;
    named =
      isClear && !stickModeSetting(sheet) ? Object.fromEntries(FLIGHT_AXES.map((a, i) => [a, called[i]![0]])) : {};
    NAMED.set(sheet, named);
  }
  return named;
}

/** Whether its sticks are told apart by what they are called. */
export const callsSticks = (sheet: Sheet): boolean => FLIGHT_AXES.some((axis) => namedAxes(sheet)[axis]);

/** The stick that flies an axis on this transmitter; undefined when it has no such stick. */
export const stickFor = (transmitter: TransmitterWithSheet, axis: FlightAxis): Control | undefined =>
  namedAxes(transmitter.sheet)[axis] ??
  stickAt(transmitter.sheet, (valueIn(STICK_MODES, stickMode(transmitter)) ?? STICK_MODES['2']!)[axis]);

/** A throttle stays where it is left: its stick does not spring. A trigger, which goes no other way, does; so does what is said to. */
export function isThrottle(transmitter: TransmitterWithSheet, control: string): boolean {
  const stick = stickFor(transmitter, 'throttle');
  return stick?.id === control && !stick.sprung && !isTrigger(transmitter.sheet, control);
}

/** Goes one way only, as the trigger and the wheel of a set for what drives or floats. A lever that is called a throttle is one. */
function isTrigger(sheet: Sheet, control: string): boolean {
  const [at, stick] = [...waysOf(sheet)].find(([, c]) => c.id === control) ?? [];
  if (!at || !stick || FLIES.throttle.test(stick.label)) return false;
  const side = at.startsWith('left') ? 'left' : 'right';
  return !(['x', 'y'] as const).every((way) => waysOf(sheet).has(`${side}-${way}`));
}

/** The stick of an axis on a transmitter for what drives or floats, where it has one that goes as the axis does. */
export function steeringStick(transmitter: TransmitterWithSheet, axis: FlightAxis): Control | undefined {
  const stick = stickFor(transmitter, axis);
  const goes = axis === 'yaw' || axis === 'roll' ? 'x' : 'y';
  return stick && stickGoes(stick) === goes ? stick : undefined;
}

type Moved = Pick<PartFunction, 'takes' | 'range' | 'windows'> & Partial<Pick<PartFunction, 'what'>>;

/**
 * Where a control stands when nobody touches it: what springs back in the middle where it has one, a throttle low, buttons up.
 * @param moves what it moves, where that is known
 */
export function idleAt(transmitter: TransmitterWithSheet, control: Control, moves: readonly Moved[] = []): number {
  if (isThrottle(transmitter, control.id)) return -1;
  if (control.kind === 'stick' || control.kind === 'knob') return 0;
  if (control.kind === 'switch3' && pressesBothWays(moves)) return 0;
  // what springs back goes to its middle where that is felt, or what it moves has two ways; a pedal or a trigger else to its end
  const staysBetween = (control.kind === 'slider' || control.kind === 'switch3') && !control.sprung;
  // is left where the drive stands
  if (staysBetween && moves.some((m) => m.what === 'drive' && goesBothWays(m))) return 0;
  const hasMiddle = control.kind === 'switch3' || (control.felt ?? moves.some(goesBothWays));
  return control.sprung && hasMiddle ? 0 : -1;
}

/** Something is pressed at either end and nothing between: a photo down, a film up. Such a switch is left in its middle. @source [practice] */
function pressesBothWays(moves: readonly Pick<PartFunction, 'takes' | 'windows'>[]): boolean {
  const pressed = moves.filter((m) => m.takes === 'pulse' || m.takes === 'momentary').flatMap((m) => m.windows ?? []);
  const isAt = (us: number): boolean => pressed.some((w) => w.fromUs <= us && us < w.toUs);
  return isAt(PULSE.lowUs) && isAt(PULSE.highUs) && !isAt(PULSE.centreUs);
}

/** A stick as the hand finds it: its two ways, and what it flies in the mode that is set. */
export interface StickFace {
  id: string;
  /** What it is called before the word "stick". */
  label: string;
  x: string | null;
  y: string | null;
  /** Nothing on a console that flies nothing. */
  flies: FlightAxis[];
  /** Up and down it stays where it is left: that is the throttle. */
  staysUp: boolean;
}

/** The sticks of a transmitter from left to right, each once. */
export function sticksOf(transmitter: TransmitterWithSheet): StickFace[] {
  const { sheet } = transmitter;
  const sticks = sheet.controls.filter((c) => c.kind === 'stick');
  const two = (['left', 'right'] as const).map(
    (side) => [stickAt(sheet, `${side}-x`), stickAt(sheet, `${side}-y`)] as const,
  );
  const faces = waysOf(sheet).size ? two : oneStick(sticks);
  const throttle = stickFor(transmitter, 'throttle')?.id;
  return faces.map(([x, y]): StickFace => {
    const ids = [x?.id, y?.id];
    const flies = FLIGHT_AXES.filter((axis) => ids.includes(stickFor(transmitter, axis)?.id ?? ''));
    const label = (x ?? y)!.label.replace(/\s*stick.*$/, '');
    return {
      ...{ id: (x ?? y)!.id.replace(/-[xy]$/, ''), label: label.charAt(0).toUpperCase() + label.slice(1) },
      ...{ x: x?.id ?? null, y: y?.id ?? null, flies },
      staysUp: throttle !== undefined && throttle === y?.id,
    };
  });
}

/** A console's joystick, if it has one. */
function oneStick(ways: readonly Control[]): (readonly [Control | undefined, Control | undefined])[] {
  const own = new Map(twoWays('left', ways));
  return own.size ? [[own.get('left-x'), own.get('left-y')]] : [];
}
