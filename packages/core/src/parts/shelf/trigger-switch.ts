import { defineSheet, eats, flick, halves, servoPort, signal, supplyPort, usbPort, windows, wire } from './define.js';

/** Trigger on two pulses: photo, neutral, record on one channel, the interval on another; light or USB to the camera. @source [practice] */
export const triggerSwitch = defineSheet({
  class: 'trigger-photo-record',
  revision: 1,
  role: 'trigger',
  name: 'Trigger, photo and record on one channel',
  summary: '5 V · three places · interval on a second channel',
  group: 'Payload',
  massG: 14,
  cautions: ['Clamp the light so that wind cannot move it.'],
  cues: [{ when: 'a place is taken', shows: 'lamp blinks once for photo, stays for record' }],
  ports: [
    supplyPort('supply', '5 V', 'left'),
    servoPort('shoot', 'photo · record', 'left', 'in'),
    servoPort('interval', 'interval', 'left', 'in'),
    {
      id: 'light',
      label: 'light',
      side: 'right',
      plug: { family: 'sensor window', pins: 1 },
      pins: [signal(1, 'light', 'out')],
    },
    usbPort('usb', 'USB to the camera', 'right'),
  ],
  supplies: [eats('supply', [4.5, 8.4], 0.25, 0.5)],
  links: [
    wire('shoot', 'pulse', 'listen', 'shoot'),
    wire('interval', 'pulse', 'listen', 'interval'),
    wire('light', 'infra-red', 'talk', 'light'),
    wire('usb', 'usb', 'talk', 'usb', {}, { pin: 2 }),
  ],
  functions: [
    windows(
      'shoot',
      'Photo or record',
      'record',
      ['shoot'],
      [
        { fromUs: 800, toUs: 1333, label: 'photo' },
        { fromUs: 1333, toUs: 1667, label: 'neutral' },
        { fromUs: 1667, toUs: 2200, label: 'record' },
      ],
    ),
    { ...windows('interval', 'Interval', 'interval', ['interval'], halves('off', 'every 2 s')), takes: 'latch' },
  ],
});

/** Shutter lead on one pulse, for a body with a remote socket. @source [practice] */
export const shutterLead = defineSheet({
  class: 'shutter-lead',
  revision: 1,
  role: 'trigger',
  name: 'Shutter lead',
  summary: 'one pulse · USB to the camera',
  group: 'Payload',
  massG: 9,
  ports: [servoPort('in', 'in', 'left', 'in'), usbPort('usb', 'USB to the camera', 'right')],
  links: [wire('in', 'pulse', 'listen', 'in'), wire('usb', 'usb', 'talk', 'usb', {}, { pin: 2 })],
  functions: [flick('photo', 'Photo', 'photo', ['in'], 'shutter heard at the camera')],
});
