import type { SomeSayings } from './saying.js';

export const PLACE_WORDS = {
  'joint-no-slack': (f) => ({
    title: `${f.text('cable')} crosses ${f.text('joints')}`,
    text: `${f.number('long')} mm long, ${f.number('needs')} mm wanted: ${f.number('slack')} mm of it for the turn. Or let it ride with the moving part.`,
  }),
  'cable-short': (f) => ({
    title: `${f.text('cable')} ${f.number('long') < f.number('straight') ? 'does not reach' : 'reaches only straight across'}`,
    text: `${f.number('long')} mm long, ${f.number('path')} mm along the frame from ${f.label('from')} to ${f.label('to')}, ${f.number('straight')} mm straight across.`,
  }),
  'plug-angled': (f) => ({
    title: `${f.label('part')} ${f.text('port')} faces ${f.text('faces')}`,
    text: `${f.text('cable')} leaves ${f.number('away')} mm the wrong way. A longer lead turns round, ${f.number('needs')} mm.`,
  }),
  'antenna-missing': (f) => ({
    title: `${f.label('part')} has no antenna`,
    text: `Nothing on ${f.text('port')}. Never powered without it: the output stage dies.`,
  }),
  'antenna-crossed': (f) => ({
    title: 'Two antennas of one link are too near',
    text: `${f.label('first')} and ${f.label('second')} are ${f.number('apart')} mm apart; ${f.number('wants')} mm keeps them from crossing.`,
  }),
  'antenna-near-compass': (f) => ({
    title: `${f.label('part')} is near the compass`,
    text: `${f.number('apart')} mm from ${f.label('compass')}; ${f.number('wants')} mm keeps it quiet.`,
  }),
  'antenna-screened': (f) => ({
    title: `${f.label('part')} is screened`,
    text: `It sits against ${f.label('behind')}. Metal, carbon and cells shade it: ${f.number('wants')} mm clear.`,
  }),
  'magnet-near-compass': (f) => ({
    title: `${f.label('part')} on a bench with a compass`,
    text: `Its magnet spoils ${f.label('compass')} nearer than ${f.number('wants')} mm.`,
  }),
} satisfies SomeSayings;
