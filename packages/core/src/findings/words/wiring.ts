import { capital, type SomeSayings } from './saying.js';

export const WIRING_WORDS = {
  'talkers-collide': (f) => ({
    title: 'Two talkers on one wire',
    text: `${f.text('talkers')} both drive the wire that ${f.label('listener')} listens to.`,
  }),
  'y-two-talkers': (f) => ({
    title: `${f.text('cable')} joins two outputs`,
    text: `${f.label('first')} and ${f.label('second')} both talk into one Y lead. One talker, many listeners.`,
  }),
  'wrong-type': (f) =>
    f.text('setting')
      ? {
          title: `${f.label('set part')}: ${f.text('setting').toLowerCase()} is ${f.text('stands')}`,
          text: `${capital(f.text('brings'))} between ${f.label('talker')} and ${f.label('listener')} wants it at ${f.text('wants')}. It looks exactly like a dead wire.`,
        }
      : {
          title: `${f.label('listener')} expects ${f.text('expects')}`,
          text: `${f.label('talker')} brings ${f.text('brings')}. It looks exactly like a dead wire.`,
        },
  'strap-other-type': (f) => ({
    title: `${f.label('part')}: ${f.text('setting').toLowerCase()} is not ${f.text('wants')}`,
    text: `Bridge its control pins while it gets power to toggle it; see the ${f.text('shows')}. It does not find out by itself.`,
  }),
  'level-mismatch': (f) => ({
    title: `${f.label('talker')} drives ${f.label('listener')} too high`,
    text: `${f.number('drives')} V into an input that stands ${f.number('stands')} V, over ${f.text('cable')}.`,
  }),
  polarity: (f) => ({
    title: `${f.text('cable')} has plus and minus swapped`,
    text: `A plus of one end meets a ground of the other, ${f.label('from')} to ${f.label('to')}. Dead, maybe for good, if switched on.`,
  }),
  'look-alike': (f) => ({
    title: 'Look-alike plug, other polarity',
    text: `${f.label('from')}: ${f.text('order from')}. ${f.label('to')}: ${f.text('order to')}. Make ${f.text('cable')} a marked adapter.`,
  }),
  'signal-misplaced': (f) => ({
    title: `${f.text('cable')} puts a signal on the wrong pin`,
    text: `${f.label('from')} – ${f.label('to')}: ${f.text('wires')}. Silent, or dead.`,
  }),
  'plug-mismatch': (f) => ({
    title: `${f.text('cable')} cannot be plugged`,
    text: `${f.label('from')} has a ${f.text('has')}, ${f.label('to')} a ${f.text('wants')}. No lead joins them.`,
  }),
  'part-idle': (f) => ({
    title: `${f.label('part')} stands idle`,
    text: `It is fed, and ${f.text('why')}.`,
  }),
  'signal-missing': (f) => ({
    title: `${f.text('cable')} brings ${f.label('listener')} no signal`,
    text: `It joins it to ${f.label('talker')}, and no wire of it carries the ${f.text('kind')} to "${f.text('port')}". Silent, as a dead wire.`,
  }),
  'pack-unused': (f) => ({
    title: `${f.label('part')} gives nothing`,
    text:
      f.text('lacks') === 'minus'
        ? 'Its plus is joined, and no wire takes the current back to its minus.'
        : 'Leads are on it, and none takes its plus.',
  }),
  'radio-none': (f) => ({
    title: `${f.label('part')} hears no radio`,
    text: 'No transmitter on the bench sends what it listens to: what hangs on it is not told anything.',
  }),
  'reach-missing': (f) => ({
    title: `${f.label('part')} reaches no camera`,
    text: `It is told ${f.text('functions')}, and no ${f.text('over')} of its own goes to one.`,
  }),
  'photo-untold': (f) => ({
    title: `${f.label('part')} notes no photo`,
    text: `${capital(f.text('why'))}: no place is noted.`,
  }),
  'ground-missing': (f) => ({
    title: `${f.label('listener')} shares no ground`,
    text: `${f.label('talker')} talks to it without a common ground. Erratic, or nothing at all.`,
  }),
  'ground-twice': (f) => ({
    title: `Two grounds, ${f.label('from')} – ${f.label('to')}`,
    text: `${f.text('cables')} each bring a ground between the same two parts. One path is enough.`,
  }),
  'port-used-twice': (f) => ({
    title: `${f.label('part')} ${f.text('port')} is used twice`,
    text: `${f.text('cables')} both end on the same signal pin.`,
  }),
} satisfies SomeSayings;
