export { SBUS, sbusFrameMs, encodeSbus, packSlots, unpackSlots, readSbusFrame, type SbusFrame } from './sbus-frame.js';
export { decodeSbus, type SbusDecoding } from './sbus-stream.js';
export { SbusReader, type SbusCounts } from './sbus-reader.js';
export { countToPulseUs, pulseUsToCount, type BusScale } from './bus-scale.js';
export { TimeList, LineWriter, firstAfter, levelAt, withoutGlitches, type Edges } from './edges.js';
export {
  UART,
  FAULT,
  UartReader,
  bitsPerByte,
  byteNs,
  formatName,
  isOdd,
  readUart,
  writeUart,
  type Parity,
  type UartBytes,
  type UartFormat,
} from './uart.js';
export { FrameStream, type FrameCounts, type Match } from './frame-stream.js';
export {
  CRSF,
  CRSF_ADDRESS,
  CRSF_TYPES,
  crc8,
  crsfChannels,
  crsfStream,
  encodeCrsf,
  encodeCrsfChannels,
  matchCrsf,
  type CrsfFrame,
} from './crsf.js';
export { SERVO, PulseReader, readPulses, writePulse, type PulseTrain } from './pulse-train.js';
export { PPM, PpmReader, writePpm, type PpmCounts, type PpmFrame } from './ppm.js';
export { x25Of } from './mavlink/crc-x25.js';
export { MAV_COMMANDS, MAV_MESSAGES, mavMessage, type MavMessage } from './mavlink/messages.js';
export {
  NO_WIDTH,
  NO_WIDTH_WORDS,
  encodeMav,
  matchMav,
  mavChannels,
  mavStream,
  type MavDraft,
  type MavFrame,
  type MavValue,
} from './mavlink/codec.js';
