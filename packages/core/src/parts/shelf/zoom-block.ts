import { at, defineSheet, deviceSerialPort, eats, flick, hdmiPort, ranged, supplyPort } from './define.js';

/** Zoom block told over a serial pair, picture over HDMI. */
export const zoomBlock = defineSheet({
  class: 'zoom-block',
  revision: 2,
  role: 'camera',
  name: 'Zoom block',
  summary: '6–12 V · 20× · focus and zoom by serial',
  group: 'Payload',
  massG: 255,
  view: { wideDeg: 60, teleDeg: 3.5, pointsAcross: 720 },
  ports: [
    supplyPort('supply', '6–12 V', 'left', 'wire ends'),
    deviceSerialPort('serial', 'serial', 'left'),
    hdmiPort('hdmi', 'HDMI', 'right', 'out', 'micro'),
  ],
  supplies: [eats('supply', [6, 12.6], 3.5, 5.5)],
  links: [
    {
      id: 'serial',
      kind: 'device-serial',
      way: 'both',
      pins: { send: at('serial', 1), hear: at('serial', 2) },
      params: { baud: 9600, protocol: 'zoom block', base: 1 },
    },
    { id: 'hdmi', kind: 'hdmi', way: 'talk', pins: { data: at('hdmi', 1) }, params: {} },
  ],
  functions: [
    ranged('zoom', 'Zoom', 'zoom', 'position', ['serial'], 1, 20, '×', { slewPerS: 5 }),
    ranged('focus', 'Focus', 'focus', 'position', ['serial'], 0, 100, '%'),
    flick('record', 'Record', 'record', ['serial'], 'caption in its picture'),
  ],
  starts: [{ text: 'lens runs through', seconds: 5, still: false }],
});
