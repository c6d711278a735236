import { empty, ground, plus, signal } from './define.js';

type Side = 'left' | 'right';
const FAMILY = 'combined 1.25 mm';

/** Supply and network in one plug of seven ways. @source [practice] pairs on four of them, one left empty */
export const supplyNetPort = (id: string, label: string, side: Side) => ({
  id,
  label,
  side,
  plug: { family: FAMILY, pins: 7 },
  pins: [plus(1), ground(2), signal(3, 'pairs, ways 3 to 6', 'both'), empty(7, 'not joined')],
});

/** Bus and a serial pair in one plug of six ways. @source [practice] */
export const busDataPort = (id: string, label: string, side: Side) => ({
  id,
  label,
  side,
  plug: { family: FAMILY, pins: 6 },
  pins: [
    signal(1, 'bus', 'in'),
    { ...signal(2, 'TX', 'out'), levelV: 3.3 },
    { ...signal(3, 'RX', 'in'), toleratesV: 5 },
    ground(4),
    empty(5, 'not joined'),
    empty(6, 'not joined'),
  ],
});

/** Supply and bus in one plug of four or six ways; the bus goes in or out. @source [practice] */
export const supplyBusPort = (id: string, label: string, side: Side, way: 'in' | 'out', ways: 4 | 6 = 4) => ({
  id,
  label,
  side,
  plug: { family: FAMILY, pins: ways },
  pins: [
    { ...signal(1, 'bus', way), ...(way === 'out' ? { levelV: 3.3 } : {}) },
    plus(2),
    ground(3),
    ...Array.from({ length: ways - 3 }, (_, i) => empty(i + 4, 'not joined')),
  ],
});

/** Supply and composite picture in one plug of three ways; look-alikes of other makers have another order. @source [practice] */
export const suppliedPicturePort = (id: string, label: string, side: Side, way: 'in' | 'out') => ({
  id,
  label,
  side,
  plug: { family: 'three-way picture 1.25 mm', pins: 3 },
  pins: [ground(1), plus(2, '5 V'), signal(3, 'V', way)],
});
