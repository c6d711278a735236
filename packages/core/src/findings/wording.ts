import { labelOf, type Rig } from '../rig/index.js';
import { micros, volts, voltBand } from '../units/index.js';
import { figureOf, type RuleId, type RuleResult } from './finding.js';

interface Words {
  title: string;
  text: string;
}

/** Turns a rule's code and figures into bench talk. The only place where findings have sentences. */
export function wordFinding(rig: Rig, result: RuleResult): Words {
  const text = (name: string): string => String(figureOf(result, name)?.value ?? '');
  const number = (name: string): number => Number(figureOf(result, name)?.value ?? NaN);
  const label = (name: string): string => labelOf(rig, text(name));
  return SAY[result.rule]({ text, number, label });
}

interface Read {
  text: (name: string) => string;
  number: (name: string) => number;
  /** Label of the part whose id the figure holds. */
  label: (name: string) => string;
}

const band = (f: Read): string => voltBand([f.number('floor'), f.number('ceiling')]);

const SAY: Record<RuleId, (f: Read) => Words> = {
  'supply-range': (f) => {
    const over = f.number('volts') > f.number('ceiling');
    const by = Math.abs(f.number('volts') - (over ? f.number('ceiling') : f.number('floor')));
    return {
      title: `${f.label('part')} is on ${volts(f.number('volts'))}`,
      text: `It takes ${band(f)}. ${f.label('fed by')} gives ${volts(by)} too ${over ? 'much' : 'little'} at ${f.text('at')}.`,
    };
  },
  'supply-none': (f) => ({
    title: `Nothing feeds ${f.label('part')}`,
    text: `It takes ${band(f)}. No lead from a pack or regulator reaches it.`,
  }),
  'supply-thin': (f) => ({
    title: `${f.label('part')} falls to ${volts(f.number('volts'))}`,
    text: `Flat pack, everything at its peak. Floor ${volts(f.number('floor'))}: ${volts(f.number('margin'))} to spare.`,
  }),
  'regulator-overload': (f) => ({
    title: `${f.label('part')} gives ${f.number('amps').toFixed(2)} A`,
    text: `It is rated ${f.number('rated')} A. At peak draw it will limit, get hot or let go.`,
  }),
  'regulator-dropout': (f) => ({
    title: `${f.label('part')} runs out of head room`,
    text: `It needs ${volts(f.number('needs'))} at its input; a flat pack leaves ${volts(f.number('volts'))} at its output.`,
  }),
  'pair-not-crossed': (f) => ({
    title: `${f.label('device')} serial is not crossed`,
    text: `${f.text('cable')} joins TX to TX and RX to RX. Nothing will answer on ${f.label('controller')} ${f.text('port')}.`,
  }),
  'pair-half': (f) => ({
    title: `${f.label('device')} has half a serial pair`,
    text: `Only one of TX and RX is joined on ${f.text('cable')}. One side talks, nobody answers.`,
  }),
  'talkers-collide': (f) => ({
    title: 'Two talkers on one wire',
    text: `${f.text('talkers')} both drive the wire that ${f.label('listener')} listens to.`,
  }),
  polarity: (f) => ({
    title: `${f.text('cable')} has plus and minus swapped`,
    text: `A plus of one end meets a ground of the other, ${f.label('from')} to ${f.label('to')}. Dead, maybe for good, if switched on.`,
  }),
  'ground-missing': (f) => ({
    title: `${f.label('listener')} shares no ground`,
    text: `${f.label('talker')} talks to it without a common ground. Erratic, or nothing at all.`,
  }),
  'ground-twice': (f) => ({
    title: `Two grounds, ${f.label('from')} – ${f.label('to')}`,
    text: `${f.text('cables')} each bring a ground between the same two parts. One path is enough.`,
  }),
  'pad-held-twice': (f) => ({
    title: `${f.text('resource')} is held twice`,
    text: `${f.text('holders')} both claim it on ${f.label('part')}. Release all before it is given away.`,
  }),
  'port-used-twice': (f) => ({
    title: `${f.label('part')} ${f.text('port')} is used twice`,
    text: `${f.text('cables')} both end on the same signal pin.`,
  }),
  'wrong-type': (f) => ({
    title: `${f.label('listener')} expects ${f.text('expects')}`,
    text: `${f.label('talker')} brings ${f.text('brings')}. It looks exactly like a dead wire.`,
  }),
  'port-not-set': (f) => ({
    title: `${f.label('controller')} ${f.text('port')} is set to ${f.text('is set to')}`,
    text: `${f.label('device')} wants ${f.text('wants')}. It will stay silent.`,
  }),
  'look-alike': (f) => ({
    title: 'Look-alike plug, other polarity',
    text: `${f.label('from')}: ${f.text('order from')}. ${f.label('to')}: ${f.text('order to')}. Make ${f.text('cable')} a marked adapter.`,
  }),
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
  'wish-impossible': (f) => ({
    title: `"${f.text('wish')}" cannot be granted`,
    text: `${capital(f.text('why'))}. Classes that would: ${f.text('classes')}.`,
  }),
  'wish-open': (f) => ({ title: `"${f.text('wish')}" is not there yet`, text: `${capital(f.text('why'))}.` }),
  'bench-missing': (f) => ({ title: `${f.label('part')} is missing`, text: 'Find it now, not at the field.' }),
};

const capital = (text: string): string => text.slice(0, 1).toUpperCase() + text.slice(1);
