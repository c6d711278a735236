import type { SomeSayings } from './saying.js';

export const SERIAL_WORDS = {
  'pair-not-crossed': (f) => ({
    title: `${f.label('device')} serial is not crossed`,
    text: `${f.text('cable')} joins TX to TX and RX to RX. Nothing will answer on ${f.label('controller')} ${f.text('port')}.`,
  }),
  'pair-half': (f) =>
    f.text('missing')
      ? {
          title: `${f.label('device')} is not wholly joined to ${f.label('controller')} ${f.text('port')}`,
          text: `Not joined to its like on ${f.text('cable')}: ${f.text('missing')} of ${f.label('controller')}. Half a line carries nothing.`,
        }
      : {
          title: `${f.label('device')} has half a serial pair`,
          text: `Only one of TX and RX is joined on ${f.text('cable')}. One side talks, nobody answers.`,
        },
  'port-not-set': (f) => ({
    title: `${f.label('controller')} ${f.text('port')} is set to ${f.text('is set to')}`,
    text: `${f.label('device')} wants ${f.text('wants')}. It will stay silent.`,
  }),
  'port-told-other': (f) => ({
    title: `${f.label('part')} ${f.text('port')} is told ${f.text('is told')}`,
    text: `${f.label('device')} hangs on it and wants ${f.text('wants')}. The port stays dark: look at ${f.text('shows')}.`,
  }),
  'port-too-slow': (f) => ({
    title: `${f.label('controller')} ${f.text('port')} is too slow for ${f.label('device')}`,
    text: `It speaks ${f.number('speaks')} baud, the port reaches ${f.number('highest')}.`,
  }),
  'port-listens-only': (f) => ({
    title: `${f.label('controller')} ${f.text('port')} only listens`,
    text: `${f.label('device')} must be spoken to. It will not answer what nobody asks.`,
  }),
  'port-shared-pins': (f) => ({
    title: `${f.text('resource')} shares its pins`,
    text: `${f.text('holders')} still holds them on ${f.label('part')}. All must be released before the port works.`,
  }),
  'port-labels-disagree': (f) => ({
    title: `${f.label('device')} is on ${f.text('plugged')}, not ${f.text('given')}`,
    text: `${f.label('controller')} gives ${f.text('given')} to ${f.text('protocol')}, the lead goes elsewhere.`,
  }),
  'serial-not-inverted': (f) => ({
    title: `${f.label('controller')} ${f.text('port')} hears ${f.label('talker')} upside down`,
    text: 'The bus is inverted and this port cannot turn it over. Silent, or framing errors.',
  }),
  'pad-held': (f) => ({
    title: `${f.text('resource')} is not given to ${f.text('gives')}`,
    text: `${f.text('holders')} holds it on ${f.label('controller')}; ${f.label('device')} gets nothing, or ${f.text('gives') === 'pulses' ? 'what is none of its own' : 'random keys'}.`,
  }),
  'pad-held-twice': (f) => ({
    title: `${f.text('resource')} is held twice`,
    text: `${f.text('holders')} both claim it on ${f.label('part')}. Release all before it is given away.`,
  }),
  'pad-no-timer': (f) => ({
    title: `${f.text('resource')} cannot play camera keys`,
    text: `It has no timer. ${f.label('device')} needs a pad of ${f.label('controller')} that has one.`,
  }),
  'ladder-resistor': (f) => ({
    title: `${f.label('device')} key ladder has ${f.number('ohm') ? `${f.number('ohm')} Ω` : 'no resistor'}`,
    text: `It wants ${f.number('from')}–${f.number('to')} Ω in ${f.text('cable')}. Some keys work, others not.`,
  }),
} satisfies SomeSayings;
