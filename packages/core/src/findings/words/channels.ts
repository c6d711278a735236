import { micros, num, signed } from '../../units/index.js';
import type { FigureNames } from '../figure-names.js';
import { capital, type Read, type SomeSayings } from './saying.js';

export const CHANNELS_WORDS = {
  'window-missed': (f) => ({
    title: `${f.text('control')} misses "${f.text('window')}"`,
    text: `Its ${f.text('place')} place sends ${micros(f.number('sent'))}; ${f.label('part')} wants ${f.number('from')}–${micros(f.number('to'))}. It gives ${f.text('lands')}.`,
  }),
  'window-thin': (f) => ({
    title: `Middle of ${f.text('control')} only just meets "${f.text('window')}"`,
    text: `It sends ${micros(f.number('sent'))}, ${f.label('part')} wants ${f.number('from')}–${micros(f.number('to'))}: ${micros(f.number('spare'))} to spare.`,
  }),
  'window-unreached': (f) => ({
    title: `${f.text('control')} never shows ${f.text('hidden')}`,
    text: `Its places choose ${f.text('places')} of ${f.label('part')}. A switch of two places reaches the first and the last of three.`,
  }),
  'input-empty': (f) => ({
    title: `${f.text('control')} shows black at ${f.text('dark')}`,
    text: `${capital(f.text('dark'))} of ${f.label('part')} has nothing on it. Plug a camera there, or the cameras side by side, or use a switch of two places.`,
  }),
  'control-unfit': (f) => ({
    title: `${f.text('control')} does not suit ${f.text('function').toLowerCase()}`,
    text: `It ${f.text('why')}.${f.text('at rest') ? ` At rest it asks ${f.label('part')} for ${num(f.number('at rest'))}${f.unit('at rest')}.` : ''}`,
  }),
  'slot-not-allowed': (f) => ({
    title: `${f.label('part')} does not hear slot ${f.number('slot')}`,
    text: `${f.text('function')} listens on ${f.text('listens on')} and nowhere else.`,
  }),
  'channel-beyond': (f) => ({
    title: `Channel ${f.number('slot')} does not get to ${f.label('part')}`,
    text: `${f.text('function')} waits there; transmitter, receiver and leads on the way carry ${f.number('carried')}.`,
  }),
  'flight-shared': (f) => ({
    title: `${f.text('function')} of ${f.label('part')} is asked by what flies`,
    text: `${capital(f.text('control'))} on channel ${f.number('slot')} also flies ${f.text('flies')}. For a bench try any channel will do; it must not fly so.`,
  }),
  'stick-mode': (f) => ({
    title: `${f.label('transmitter')} flies by other sticks than it says`,
    text: `${f.text('mode') ? `Set to mode ${f.text('mode')}, yet ${f.text('flown')}` : capital(f.text('flown'))}.${
      f.text('springs') ? ` ${capital(f.text('springs'))} springs back there: half throttle with nobody at it.` : ''
    }${f.text('stays') ? ` ${capital(f.text('stays'))} stays where it was put.` : ''} ${
      f.text('as in')
        ? `So it is in mode ${f.text('as in')}; if it really is in ${f.text('mode')}, give the axes their sticks by hand.`
        : 'Are two channels exchanged?'
    }`,
  }),
  'mode-untold': (f) => ({
    title: `${f.text('function')} of ${f.label('part')} will not move`,
    text: `It ${f.text('why')}.`,
  }),
  'operators-idle': (f) => ({
    title: `Nothing is handed to ${f.label('to')}`,
    text: `${f.text('cable')} joins it to ${f.label('from')}, and no switch hands a channel over. It moves nothing.`,
  }),
  'take-off-untold': (f) => ({
    title: `${f.label('part')} cannot be held for take-off`,
    text: `"${capital(f.text('school'))}" was chosen; ${heldBy(f.text('by'), f.number('reached') > 0)}. A free pan axis spins on take-off and landing.`,
  }),
  'drive-fail-safe': (f) => ({
    title: `${f.label('part')} goes on without radio`,
    text: `${f.label('receiver')} is set to ${f.text('set')} on slot ${f.number('slot')}.${f.text('stop') ? ` Stop is ${micros(f.number('stop'))}.` : ''}`,
  }),
  'drive-no-brake': (f) => ({
    title: `${f.label('part')} has no kill switch`,
    text: `${f.text('function')}: ${f.text('why')}. A drive that is told to go must be told to stop.`,
  }),
  'pulse-from-latch': (f) => ({
    title: `${f.text('function')} wants a pulse`,
    text: `${capital(f.text('control'))} ${f.text('why')}. Started once it may never stop, or every second time.`,
  }),
  'one-control-many': (f) => ({
    title: `Channels ${f.text('channels')} move together`,
    text: `All follow ${f.text('control')}, as a new transmitter sends them. Listened to: ${f.text('listened to')}.`,
  }),
  'two-on-one-slot': (f) => ({
    title: `Slot ${f.text('slot')} moves ${f.number('count') > 2 ? f.number('count') : 'two'} things`,
    text: `${f.text('functions')}: ${f.number('count') > 2 ? 'all' : 'both'} move.`,
  }),
  'flight-undriven': (f) => ({
    title: `Nothing drives ${f.text('functions')} of ${f.label('part')}`,
    text: [
      f.number('count')
        ? `No control of ${f.label('transmitter')} is on ${f.number('count') > 1 ? 'channels' : 'channel'} ${f.text('channels')}.`
        : '',
      f.text('untold') ? `No channel is given to ${f.text('untold')}.` : '',
      'Give them theirs before it moves; flight is never set here by itself.',
    ]
      .filter((sentence) => sentence)
      .join(' '),
  }),
  'flight-unfit': (f) => ({
    title: `${f.text('function')} of ${f.label('part')} is on the ${f.text('control')}`,
    text: `Channel ${f.number('slot')}: ${
      f.text('by') === 'switch'
        ? 'a switch knows full one way or the other.'
        : 'moved to fly, that stick sets this as well.'
    } Most often two channels are exchanged.`,
  }),
  'output-two-slots': (f) => ({
    title: `${capital(f.text('output'))} of ${f.label('part')} cannot repeat two slots`,
    text: `${capital(f.text('functions'))}: one output sends one width, and they obey it together.`,
  }),
  'pin-other-slot': (f) => ({
    title: `${f.text('function')} of ${f.label('part')} is noted on slot ${f.number('noted')} and told ${f.number('slot')}`,
    text: `${capital(f.text('output'))} of ${f.label('teller')} carries slot ${f.number('slot')}. A pulse is obeyed whatever is noted: one of the two is a slip.`,
  }),
  'scale-school': (f) => ({
    title: `${f.label('listener')} reads another scale`,
    text: `${f.label('talker')} counts by the other school: full stick reaches ${f.number('reach')} % and the middle is off.`,
  }),
  'numbering-base': (f) => ({
    title: `${f.label('part')} ${f.text('function').toLowerCase()} listens where nothing drives`,
    text: `Slot ${f.number('slot')}, which it calls ${f.number('device calls it')}, is not driven; slot ${f.number('driven')} is and moves nothing.`,
  }),
  'wrong-way': (f) => ({
    title: `${f.text('function')} ${f.text('at rest') ? 'works' : 'moves'} the wrong way`,
    text: f.text('at rest')
      ? `${f.text('control')} asks for it where it rests, with ${micros(f.number('at rest'))}, and not the other way.`
      : `${f.text('control')} up or right takes ${f.label('part')} from ${num(f.number('low'))} down to ${num(f.number('high'))}.`,
  }),
  'moves-nothing': (f) => ({
    title: `${f.text('control')} moves ${f.text('function').toLowerCase()} ${f.text('flat') ? 'nowhere' : 'one way only'}`,
    text: f.text('flat')
      ? `Wherever it stands, ${f.label('part')} is asked for ${f.text('window') || `${signed(f.number('to'))} ${f.unit('to')}`}: its channel sends next to nothing of its travel.`
      : `It asks ${f.label('part')} for ${signed(f.number('from'))} to ${signed(f.number('to'))} ${f.unit('to')} and never for the way back.`,
  }),
  'channel-slow': (f) => ({
    title: `${f.text('function')} comes too late`,
    text: `${f.text('control')} takes ${num(f.number('end to end'))} s from end to end: ${lateText(f)}.`,
  }),
  'goes-at-rest': (f) => ({
    title: `${f.label('part')} ${f.text('function').toLowerCase()} goes by itself`,
    text: `While nobody touches ${f.text('control')}, it is asked for ${signed(f.number('at rest'))} ${f.unit('at rest')}.`,
  }),
  'fail-safe-acts': (f) => ({
    title: `Without radio, ${f.text('function').toLowerCase()} ${f.text('act')}`,
    text: `${f.label('receiver')} is set to ${f.text('set')} on slot ${f.number('slot')}; ${f.label('part')} obeys it with nobody at the sticks.`,
  }),
  'hand-over-flight': (f) => ({
    title: `${f.label('to')} could take flight channels`,
    text: `Channel ${f.text('channels')} flies. ${f.label('from')} hands over the camera, never the craft.`,
  }),
  'hand-over-broken': (f) => ({
    title: `${f.label('to')} has no effect`,
    text: `${f.text('why')}. The switch on ${f.label('from')} would hand over nothing.`,
  }),
  'hand-over-switch': (f) => ({
    title: `Handing over by ${f.text('control')} does more`,
    text: `${f.text('control')} of ${f.label('from')} also moves ${f.text('does')}: both happen at once.`,
  }),
  'hand-over-empty': (f) => ({
    title: `${f.label('to')} gives nothing on channel ${f.number('takes')}`,
    text: `It is to take ${f.text('functions')} there: handed over, that stands in its middle.`,
  }),
} satisfies SomeSayings;

/** Why nothing holds a gimbal for take-off: it has nothing that could, nobody reaches it, or no place of it does. */
function heldBy(by: string, reached: boolean): string {
  if (!by) return 'it has neither a power nor a mode channel';
  return reached ? `no place of its ${by} is said to take pan off the sticks` : `no control reaches its ${by}`;
}

/** What a slow channel does to what hangs on it. */
function lateText(f: Read<FigureNames['channel-slow']>): string {
  const after = `${num(f.number('after'))} s`;
  switch (f.text('late')) {
    case 'holds':
      return `${f.label('part')} is held ${after} after it is thrown`;
    case 'goes on':
      return `let go at full, ${f.label('part')} goes on for ${after}`;
    default:
      return `a press that is shorter than ${after} never reaches ${f.label('part')}`;
  }
}
