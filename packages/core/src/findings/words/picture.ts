import type { SomeSayings } from './saying.js';

export const PICTURE_WORDS = {
  'standard-mix': (f) => ({
    title: `Two picture standards behind ${f.label('part')}`,
    text: `${f.text('standards')}. The picture rolls after switching; ${f.label('odd')} is the odd one.`,
  }),
  'screen-untuned': (f) => ({
    title: `${f.label('screen')} looks where nobody sends`,
    text: `It stands on ${f.text('now')}, ${f.label('sender')} on ${f.text('wanted')}: noise instead of a picture.`,
  }),
  'picture-nowhere': (f) => ({
    title: `The picture of ${f.label('part')} goes nowhere`,
    text: `It gives ${f.text('gives')}; no lead takes it.`,
  }),
  'no-fixed-camera': (f) => ({
    title: 'No fixed camera to fly by',
    text: `${f.text('cameras')}: ${
      f.number('count') > 1 ? 'all pictures are' : 'the only picture is'
    } steadied by a gimbal, which hides the attitude of the craft. Fly on a fixed camera, frame on the gimbal.`,
  }),
  'address-twice': (f) => ({
    title: `${f.number('count')} parts on ${f.text('address')}`,
    text: `${f.text('parts')} share one address: not all of them are seen, or each now and then.`,
  }),
  'subnet-other': (f) => ({
    title: `${f.label('part')} is on ${f.text('subnet')}`,
    text: `The others are on ${f.text('others')}. They cannot see it.`,
  }),
} satisfies SomeSayings;
