import type { Sheet } from '../sheet.js';
import { antennaPort, defineSheet, wire } from './define.js';

const antenna = (
  cls: string,
  name: string,
  summary: string,
  family: 'coax screw' | 'coax press',
  massG: number,
): Sheet =>
  defineSheet({
    class: cls,
    revision: 1,
    role: 'antenna',
    name,
    summary,
    group: 'Leads and tools',
    massG,
    cautions: ['Not crossed with its pair, not behind metal or carbon, away from the compass.'],
    ports: [{ ...antennaPort('foot', 'foot', 'in', family), side: 'left' }],
    links: [wire('foot', 'antenna', 'listen', 'foot')],
  });

/** Antennas by the foot they screw or press on with. */
export const antennaScrew = antenna(
  'antenna-screw',
  'Antenna, screw foot',
  'for a video or network radio',
  'coax screw',
  9,
);
export const antennaPress = antenna('antenna-press', 'Antenna, press foot', 'for small radios', 'coax press', 2);
export const antennaLong = antenna(
  'antenna-long',
  'Antenna, long wave, press foot',
  'for a 900 MHz link',
  'coax press',
  6,
);
