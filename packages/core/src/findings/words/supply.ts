import { voltBand, volts } from '../../units/index.js';
import type { Read, SomeSayings } from './saying.js';

const band = (f: Read<'floor' | 'ceiling'>): string => voltBand([f.number('floor'), f.number('ceiling')]);

/** A part, and which of its plugs where it has several. */
const place = (f: Read<'part' | 'plug'>): string => [f.label('part'), f.text('plug')].filter(Boolean).join(', ');

const spare = (v: number): string => (v < 0 ? `${volts(-v)} short, less than a meter tells` : `${volts(v)} to spare`);

export const SUPPLY_WORDS = {
  'supply-range': (f) => {
    const over = f.number('volts') > f.number('ceiling');
    const by = Math.abs(f.number('volts') - (over ? f.number('ceiling') : f.number('floor')));
    return {
      title: `${place(f)} is on ${volts(f.number('volts'))}`,
      text: `It takes ${band(f)}. ${f.label('fed by')} gives ${volts(by)} too ${over ? 'much' : 'little'} at ${f.text('at')}.`,
    };
  },
  'supply-none': (f) => ({
    title: `Nothing feeds ${place(f)}`,
    text: f.text('plus by')
      ? `It takes ${band(f)}. ${f.text('plus by')} brings it a plus, and no ground wire runs back.`
      : f.text('through')
        ? `It takes ${band(f)}, and hangs on ${f.label('through')}, which nothing feeds.`
        : `It takes ${band(f)}. No lead from a pack or regulator reaches it.`,
  }),
  'supply-thin': (f) => ({
    title: `${place(f)} falls to ${volts(f.number('volts'))}`,
    text: `Flat pack, everything at its peak. Floor ${volts(f.number('floor'))}: ${spare(f.number('margin'))}.`,
  }),
  'regulator-overload': (f) => ({
    title: `${place(f)} gives ${f.number('amps').toFixed(2)} A`,
    text: `It is rated ${f.number('rated')} A. At peak draw it will limit, get hot or let go.`,
  }),
  'regulator-dropout': (f) => ({
    title: `${place(f)} runs out of head room`,
    text: `It needs ${volts(f.number('needs'))} at its input; a flat pack leaves ${volts(f.number('volts'))} at its output.`,
  }),
  'start-fails': (f) => ({
    title: `${f.label('part')} runs, and would not start`,
    text: `${f.text('when')}: it stands at ${volts(f.number('running'))} once it runs, at ${volts(f.number('starting'))} switched on together with the rest. It needs ${volts(f.number('floor'))}.`,
  }),
  'start-resets': (f) => ({
    title: `${f.label('part')} falls to ${volts(f.number('volts'))} while something starts`,
    text: `${f.text('step') ? `After "${f.text('step')}" it` : 'It'} is below its floor of ${volts(f.number('floor'))}, and begins anew${Number.isFinite(f.number('again')) ? ', again and again' : ''}. Wake tells what keeps it up.`,
  }),
  'back-feed': (f) => ({
    title: `${f.label('guest')} feeds a rail from behind`,
    text: `${f.text('sources')} stand on one rail. A missing supply hides behind it, and two sources fight.`,
  }),
  'source-off': (f) => ({
    title: `${f.label('part')}: ${f.text('setting').toLowerCase()} is not ${f.text('value')}`,
    text: 'Loads hang on a rail that is switched off. It has a switch of its own, beside the system power.',
  }),
  'hdmi-powered': (f) => ({
    title: `${f.label('part')} hangs on an HDMI socket alone`,
    text: `It wants ${f.number('wants')} A, a socket need give ${f.number('socket gives')} A. It lights, dies, lights again.`,
  }),
  'wire-overloaded': (f) => ({
    title: `${f.text('cable')} carries ${f.number('amps').toFixed(1)} A`,
    text: `${f.number('gauge')} AWG may carry ${f.number('may carry')} A. It gets hot at peak draw.`,
  }),
  'connector-overloaded': (f) => ({
    title: `${f.text('part')} ${f.text('port')}: ${f.number('amps').toFixed(1)} A through one contact`,
    text: `A ${f.text('family')} contact carries ${f.number('may carry')} A. ${
      f.text('by its plus')
        ? `Only ${f.number('by its plus').toFixed(1)} A go in by its plus: the rest comes back from elsewhere by its ground. A thicker ground where it is drawn keeps it away.`
        : 'Share it over two plugs, or use a bigger family.'
    }`,
  }),
  'starved-splice': (f) => ({
    title: `${f.text('cable')} starves what hangs behind it`,
    text: `It loses ${volts(f.number('drop'))} at peak draw, and ${f.text('cables')} hang on it too. Starts, dies, starts again.`,
  }),
  'packs-unequal': (f) => ({
    title: `Packs in pair are ${volts(f.number('apart'))} apart`,
    text: `${f.text('packs')}. They must agree within ${f.number('agree within')} V, or one does the work: charge them, or change one.`,
  }),
  'fuse-too-large': (f) => ({
    title: `${f.text('cable')} burns before its fuse does`,
    text: `${f.number('fuse')} A fuse; ${f.number('gauge')} AWG carries ${f.number('wire carries')} A${f.text('plug carries') ? `, its plug ${f.number('plug carries')} A` : ''}.`,
  }),
  'fuse-too-small': (f) => ({
    title: `The fuse of ${f.text('cable')} will blow`,
    text: `${f.number('fuse')} A fuse, ${f.number('amps').toFixed(2)} A at peak draw.`,
  }),
  'pack-lead-thin': (f) => ({
    title: `${f.text('cable')} is thin for a pack lead`,
    text: `${f.number('gauge')} AWG at ${f.label('pack')}; ${f.number('least')} AWG is the least that is put there.`,
  }),
  'wire-too-thick': (f) => ({
    title: `${f.text('cable')} does not fit its contact`,
    text: `${f.number('gauge')} AWG into a ${f.text('family')} plug of ${f.label('part')}, which takes ${f.number('takes')} AWG. It carries ${f.number('amps').toFixed(2)} A.`,
  }),
  'regulator-heat': (f) => ({
    title: `${f.label('part')} turns ${f.number('heat').toFixed(1)} W into heat`,
    text: `${volts(f.number('in'))} in, ${volts(f.number('out'))} out at ${f.number('amps').toFixed(2)} A; it gets rid of ${f.number('stands')} W.`,
  }),
  'fuse-missing': (f) => ({
    title: `${f.text('cable')} has no fuse`,
    text: `A lead from ${f.label('part')}, ${f.number('amps').toFixed(1)} A at peak. A fuse sits near the pack.`,
  }),
} satisfies SomeSayings;
