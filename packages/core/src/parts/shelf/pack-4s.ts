import { at, defineSheet, supplyPort } from './define.js';

/** Four-cell lithium-polymer payload pack. Resistance and weight are a typical class, @source [practice]. */
export const pack4s = defineSheet({
  class: 'pack-4s',
  revision: 1,
  role: 'pack',
  name: 'Pack 4S',
  summary: '5 300 mAh',
  group: 'Power',
  massG: 480,
  cautions: [
    'Lithium pack: never charge or leave it unattended, never use a damaged cell; fuse near the pack.',
    'Pack strap on before it is joined.',
  ],
  ports: [supplyPort('out', 'out', 'right', 'spark-safe 5 mm')],
  sources: [
    {
      id: 'pack',
      kind: 'pack',
      plus: at('out', 1),
      minus: at('out', 2),
      maxA: 60,
      outOhm: 0.016,
      pack: { cells: 4, capacityMah: 5300 },
    },
  ],
});
