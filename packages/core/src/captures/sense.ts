import { CRSF, SBUS, UART, formatName, type UartFormat } from '../signals/index.js';
import { groups3 } from '../units/index.js';

/** What a line can be taken for. */
export type SenseKind = 'pulse' | 'ppm' | 'sbus' | 'crsf' | 'mavlink' | 'uart';

/** What a line is taken for. */
export type Sense =
  | { kind: 'pulse' | 'ppm'; active: 0 | 1 }
  | {
      kind: 'sbus' | 'crsf' | 'mavlink' | 'uart';
      format: UartFormat;
      /** Most of its frames are of the first version of their kind; both are read whichever is said. */
      version?: 1;
    };

/** Each kind as it usually stands on a wire. */
export const USUAL: Record<SenseKind, Sense> = {
  pulse: { kind: 'pulse', active: 1 },
  ppm: { kind: 'ppm', active: 1 },
  sbus: { kind: 'sbus', format: { baud: SBUS.baud, ...UART['8E2'], inverted: true } },
  crsf: { kind: 'crsf', format: { baud: CRSF.baud, ...UART['8N1'], inverted: false } },
  mavlink: { kind: 'mavlink', format: { baud: 115_200, ...UART['8N1'], inverted: false } },
  uart: { kind: 'uart', format: { baud: 115_200, ...UART['8N1'], inverted: false } },
};

export const SENSE_NAMES: Record<SenseKind, string> = {
  pulse: 'servo pulse',
  ppm: 'PPM frames',
  sbus: 'SBUS',
  crsf: 'CRSF frames',
  mavlink: 'MAVLink 2',
  uart: 'plain UART',
};

/** What the one kind with two versions is called in its first. */
const FIRST_NAME = 'MAVLink 1';

/** Like `SBUS, 100 000 baud 8E2, inverted`. */
export function senseText(sense: Sense): string {
  const name = 'version' in sense ? FIRST_NAME : SENSE_NAMES[sense.kind];
  if (!('format' in sense)) return sense.active ? name : `${name}, active low`;
  const { baud, inverted } = sense.format;
  return `${name}, ${groups3(baud)} baud ${formatName(sense.format)}${inverted ? ', inverted' : ''}`;
}
