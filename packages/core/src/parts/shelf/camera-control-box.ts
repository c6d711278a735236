import { defineSheet, eats, flick, ranged, servoPort, supplyPort, usbPort, wire } from './define.js';

/** Camera control box: a bus in, ports that can be given to record, photo, zoom and focus; USB to the camera. */
export const cameraControlBox = defineSheet({
  class: 'camera-control-box',
  revision: 2,
  role: 'trigger',
  name: 'Camera control box',
  summary: 'bus in · USB to the camera · extension port',
  group: 'Payload',
  massG: 44,
  ports: [
    supplyPort('supply', '5–26 V', 'left', 'wire ends'),
    servoPort('bus', 'bus', 'left', 'in'),
    usbPort('camera', 'camera', 'right'),
    servoPort('more', 'extension', 'right', 'out'),
  ],
  supplies: [eats('supply', [4.8, 26], 0.8, 1.2)],
  links: [
    wire('bus', 'sbus', 'listen', 'bus', { scale: 'percent', base: 1 }),
    wire('camera', 'usb', 'talk', 'camera', {}, { pin: 2 }),
    wire('more', 'contact', 'talk', 'more'),
  ],
  functions: [
    flick('record', 'Record', 'record', ['bus'], 'lamp on the box red'),
    flick('photo', 'Photo', 'photo', ['bus'], 'lamp on the box blinks once'),
    ranged('zoom', 'Zoom', 'zoom', 'rate', ['bus'], -100, 100, '%'),
    ranged('focus', 'Focus', 'focus', 'rate', ['bus'], -100, 100, '%'),
  ],
  cues: [{ when: 'camera found', shows: 'lamp green' }],
  starts: [{ text: 'finds the camera', seconds: 6, still: false }],
});
