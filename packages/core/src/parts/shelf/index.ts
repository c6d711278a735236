import type { Sheet } from '../sheet.js';
import { flightController } from './flight-controller.js';
import { gimbalTwoAxis } from './gimbal-two-axis.js';
import { noseCamera } from './nose-camera.js';
import { pack4s } from './pack-4s.js';
import { pictureSwitcher } from './picture-switcher.js';
import { receiver16 } from './receiver-16.js';
import { regulator12v } from './regulator-12v.js';
import { regulator5v } from './regulator-5v.js';
import { thermalCore } from './thermal-core.js';
import { transmitter16 } from './transmitter-16.js';
import { videoTransmitter } from './video-transmitter.js';
import { zoomCamera } from './zoom-camera.js';

/** The built-in classes, in the order the trade lays them out: power, control, payload, picture. */
export const SHELF: readonly Sheet[] = [
  pack4s,
  regulator12v,
  regulator5v,
  transmitter16,
  receiver16,
  flightController,
  gimbalTwoAxis,
  zoomCamera,
  thermalCore,
  noseCamera,
  pictureSwitcher,
  videoTransmitter,
];
