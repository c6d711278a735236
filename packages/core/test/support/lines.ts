import type { CaptureLine } from '../../src/captures/index.js';
import {
  LineWriter,
  UART,
  encodeCrsfChannels,
  encodeMav,
  encodeSbus,
  writePpm,
  writePulse,
  writeUart,
  type UartFormat,
} from '../../src/signals/index.js';

/** What sixteen slots hold at frame `n`. */
export type SlotsAt = (n: number) => number[];
export const centred: SlotsAt = () => new Array<number>(16).fill(992);

const named = (name: string, line: LineWriter): CaptureLine => ({ name, unknown: 0, ...line.edges() });
const NO_FLAGS: { digital: [boolean, boolean]; lost: boolean; failsafe: boolean } = {
  digital: [false, false],
  lost: false,
  failsafe: false,
};

export const SBUS_FORMAT: UartFormat = { baud: 100_000, ...UART['8E2'], inverted: true };

/** A bus line: one frame every `periodMs`, with as much shake as asked. */
export function sbusLine(
  frames: number,
  slots: SlotsAt = centred,
  format = SBUS_FORMAT,
  shakeNs = () => 0,
): CaptureLine {
  const line = new LineWriter(format.inverted ? 0 : 1);
  for (let n = 0; n < frames; n++)
    writeUart(line, encodeSbus({ slots: slots(n), ...NO_FLAGS }), format, 1e6 + n * 7e6 + shakeNs());
  return named('bus', line);
}

export function crsfLine(frames: number, baud = 420_000, slots: SlotsAt = centred): CaptureLine {
  const line = new LineWriter(1);
  for (let n = 0; n < frames; n++)
    writeUart(line, encodeCrsfChannels(slots(n)), { baud, ...UART['8N1'], inverted: false }, 1e6 + n * 4e6);
  return named('link', line);
}

export function mavLine(frames: number, baud = 57_600): CaptureLine {
  const line = new LineWriter(1);
  for (let n = 0; n < frames; n++) {
    const values = { pitch: -n / 100, yaw: 0.1, gimbal_device_id: 1 };
    const bytes = encodeMav({ name: 'GIMBAL_MANAGER_SET_PITCHYAW', sequence: n & 255, values });
    writeUart(line, bytes, { baud, ...UART['8N1'], inverted: false }, 1e6 + n * 50e6);
  }
  return named('telemetry', line);
}

export function textLine(text: string, format: UartFormat): CaptureLine {
  const line = new LineWriter(format.inverted ? 0 : 1);
  writeUart(
    line,
    Uint8Array.from(text, (c) => c.charCodeAt(0)),
    format,
    1e6,
  );
  return named('text', line);
}

export function pulseLine(widthsUs: number[], periodUs = 20_000, active: 0 | 1 = 1): CaptureLine {
  const line = new LineWriter((1 - active) as 0 | 1);
  widthsUs.forEach((us, i) => writePulse(line, i * periodUs * 1000, us, active));
  return named('pulse', line);
}

export function ppmLine(frames: number[][], active: 0 | 1 = 1): CaptureLine {
  const line = new LineWriter((1 - active) as 0 | 1);
  let at = 1e6;
  for (const widths of frames) at = writePpm(line, widths, at, active);
  return named('trainer', line);
}
