import { capital, type SomeSayings } from './saying.js';

export const BRIEF_WORDS = {
  'wish-impossible': (f) => ({
    title: `"${f.text('wish')}" cannot be granted`,
    text: `${capital(f.text('why'))}.${f.text('classes') ? ` Classes that would: ${f.text('classes')}.` : ''}`,
  }),
  'wish-open': (f) => ({ title: `"${f.text('wish')}" is not there yet`, text: `${capital(f.text('why'))}.` }),
  'wish-otherwise': (f) => ({
    title: `"${f.text('wish')}" is not as it was wished`,
    text: `${capital(f.text('why'))}.`,
  }),
  'bench-missing': (f) => ({ title: `${f.label('part')} is missing`, text: 'Find it now, not at the field.' }),
  'prep-open': (f) => ({
    title: `${f.label('part')} is not prepared`,
    text: `${f.text('open')}.`,
  }),
  'firmware-unknown': (f) => ({
    title: `Firmware of ${f.label('controller')} is not noted`,
    text: `${capital(f.text('for'))} of ${f.label('device')} needs ${f.text('least')} or later.`,
  }),
  'firmware-old': (f) => ({
    title: `${f.label('controller')} has firmware ${f.text('has')}`,
    text: `${capital(f.text('for'))} of ${f.label('device')} needs ${f.text('least')}; ${f.text('erases')}.`,
  }),
  'board-too-small': (f) => ({
    title: `${f.label('controller')} is a ${f.text('class')} board`,
    text: `${capital(f.text('for'))} of ${f.label('device')} needs a ${f.text('least')} one.`,
  }),
} satisfies SomeSayings;
