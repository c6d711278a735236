import { packSheet, supplyPort } from './define.js';

/** Long-range packs of lithium-ion cells: more charge, more resistance. Class values, @source [practice]. */
export const pack4sIon = packSheet(4, 6000, 420, 0.06, 30, {
  class: 'pack-4s-ion',
  name: 'Pack 4S, lithium-ion',
  chemistry: 'lithium-ion',
});
export const pack6sIon = packSheet(6, 8000, 810, 0.07, 35, {
  class: 'pack-6s-ion',
  name: 'Pack 6S, lithium-ion',
  chemistry: 'lithium-ion',
});
/** Twelve cells for large craft. @source [practice] */
export const pack12s = packSheet(12, 16000, 4300, 0.025, 200);
/** Flat pack of a camera kept apart from the craft's, with the plug of a monitor. @source [practice] */
export const packCamera = packSheet(4, 2200, 240, 0.05, 12, {
  class: 'pack-4s-camera',
  name: 'Camera pack 4S',
  ports: [supplyPort('out', 'out', 'right', 'barrel 5.5 mm')],
});
