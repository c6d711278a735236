import { micros, num } from '../../units/index.js';
import type { SomeSayings } from './saying.js';

export const CHANNELS_WORDS = {
  'window-missed': (f) => ({
    title: `Middle of ${f.text('control')} misses "${f.text('window')}"`,
    text: `It sends ${micros(f.number('sent'))}; ${f.label('part')} wants ${f.number('from')}–${micros(f.number('to'))}. It will do nothing.`,
  }),
  'window-thin': (f) => ({
    title: `Middle of ${f.text('control')} only just meets "${f.text('window')}"`,
    text: `It sends ${micros(f.number('sent'))}, ${f.label('part')} wants ${f.number('from')}–${micros(f.number('to'))}: ${micros(f.number('spare'))} to spare.`,
  }),
  'pulse-from-latch': (f) => ({
    title: `${f.text('function')} wants a pulse`,
    text: `${f.text('control')} latches. Flick it up and back, or use a button.`,
  }),
  'one-control-many': (f) => ({
    title: `Channels ${f.text('channels')} move together`,
    text: `All follow ${f.text('control')}, a new transmitter's first setting.`,
  }),
  'two-on-one-slot': (f) => ({
    title: `Slot ${f.text('slot')} moves two things`,
    text: `${f.text('functions')}: both move.`,
  }),
  'scale-school': (f) => ({
    title: `${f.label('listener')} reads another scale`,
    text: `${f.label('talker')} counts by the other school: full stick reaches ${f.number('reach')} % and the middle is off.`,
  }),
  'numbering-base': (f) => ({
    title: `${f.label('part')} ${f.text('function').toLowerCase()} listens one beside`,
    text: `Slot ${f.number('slot')}, which it calls ${f.number('device calls it')}, is not driven; slot ${f.number('driven')} is and moves nothing.`,
  }),
  'wrong-way': (f) => ({
    title: `${f.text('function')} moves the wrong way`,
    text: `${f.text('control')} up or right takes ${f.label('part')} from ${num(f.number('low'))} down to ${num(f.number('high'))}.`,
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
} satisfies SomeSayings;
