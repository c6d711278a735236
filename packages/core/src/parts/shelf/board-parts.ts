import { at, ground, plus, serialPort, servoPort, signal, supplyPort, wire } from './define.js';

/** Serial ports of a board with the link and resource each has. */
export function serialBank(
  count: number,
  opts: {
    inverters?: readonly number[];
    receiveOnly?: readonly number[];
    shared?: Readonly<Record<number, string[]>>;
    names?: readonly string[];
  } = {},
) {
  const all = Array.from({ length: count }, (_, i) => i + 1);
  const name = (n: number): string => opts.names?.[n - 1] ?? `serial ${n}`;
  return {
    ports: all.map((n) => serialPort(`serial${n}`, name(n), 'right')),
    links: all.flatMap((n) => [
      {
        id: `serial${n}`,
        kind: 'device-serial' as const,
        way: opts.receiveOnly?.includes(n) ? ('listen' as const) : ('both' as const),
        pins: { send: at(`serial${n}`, 2), hear: at(`serial${n}`, 3) },
        params: { base: 1 },
      },
      ...(opts.inverters?.includes(n)
        ? [
            wire(
              `serial${n}-bus`,
              'sbus',
              'listen',
              `serial${n}`,
              { scale: 'micro', base: 1, auxFrom: 5 },
              { pin: 3, resource: `serial${n}` },
            ),
          ]
        : []),
    ]),
    resources: all.map((n) => ({
      id: `serial${n}`,
      label: name(n),
      kind: 'serial' as const,
      port: `serial${n}`,
      highestBaud: 921600,
      inverter: opts.inverters?.includes(n) ?? false,
      ...(opts.receiveOnly?.includes(n) ? { receiveOnly: true } : {}),
      ...(opts.shared?.[n] ? { sharedWith: opts.shared[n] } : {}),
    })),
    /** Plus pins of the ports, tied to the board's own rail. */
    plusPins: all.map((n) => at(`serial${n}`, 1)),
  };
}

/** Solder pads, some with a timer, some held by features when new; each can play a menu key ladder. */
export function padBank(count: number, timers: number, held: Readonly<Record<number, string[]>> = {}) {
  const all = Array.from({ length: count }, (_, i) => i + 1);
  return {
    ports: [
      {
        id: 'pads',
        label: 'pads',
        side: 'right' as const,
        plug: { family: 'solder pads', pins: count },
        pins: all.map((n) => ({ ...signal(n, `P${n}`, 'out'), levelV: 3.3 })),
      },
    ],
    links: all
      .filter((n) => n <= timers)
      .map((n) =>
        wire(`p${n}`, 'ladder', 'talk', 'pads', { protocol: 'camera keys', base: 1 }, { pin: n, resource: `p${n}` }),
      ),
    resources: all.map((n) => ({
      id: `p${n}`,
      label: `P${n}`,
      kind: 'pad' as const,
      port: 'pads',
      pin: n,
      timer: n <= timers,
      ...(held[n] ? { heldWhenNew: held[n] } : {}),
    })),
  };
}

/** Pulse outputs that repeat slots the controller hears. */
export function auxBank(count: number) {
  const all = Array.from({ length: count }, (_, i) => i + 1);
  return {
    ports: all.map((n) => servoPort(`aux${n}`, `aux ${n}`, 'right', 'out')),
    links: all.map((n) => wire(`aux${n}`, 'pulse', 'talk', `aux${n}`, { periodMs: 20, base: 1 })),
  };
}

export const boardSupply = (port = 'supply', family = 'latching 1.25 mm') => supplyPort(port, '5 V', 'left', family);

export const canPort = (id: string, label: string) => ({
  id,
  label,
  side: 'left' as const,
  plug: { family: 'latching 1.25 mm', pins: 4 },
  pins: [plus(1, '5 V'), signal(2, 'CAN pair', 'both'), { n: 3, label: 'not used', line: 'empty' as const }, ground(4)],
});
