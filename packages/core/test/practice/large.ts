import type { Part, Rig } from '../../src/rig/index.js';
import { brief } from './bench.js';
import { Proposed } from './proposed.js';

const down = { xMm: 60, yMm: 0, zMm: -60 };

/**
 * A mapping craft: an autopilot, one bus for everything, and so many cameras of which each has its trigger, its dummy battery and
 * its regulator from the common pack.
 */
export function mappingCraft(cameras: number): Rig {
  const each = Array.from({ length: cameras }, (_, i) => i + 1);
  const heads = each.filter((n) => n % 2 === 1);
  return Proposed.of(
    brief(
      `Delta eight: mapping with ${cameras} cameras`,
      'rotor',
      [
        ['PK', 'pack-6s'],
        ['PM', 'power-module'],
        ['SP', 'splice-four'],
        ['TX', 'transmitter-16'],
        ['RX', 'receiver-16'],
        ['FC', 'autopilot', { firmware: '4.5' }],
        ['GB', 'gimbal-two-axis'],
        ['TG', 'position-tagger'],
        ['VT', 'video-transmitter-pack'],
        ['AN', 'antenna-screw'],
        ['SW', 'picture-switcher-3'],
        ...each.flatMap((n): Parameters<typeof brief>[2] => [
          [`R${n}`, n % 2 ? 'regulator-12v' : 'regulator-5v'],
          [`TR${n}`, 'trigger-photo-record'],
          [
            `CA${n}`,
            'mirrorless-a',
            { place: { ...down, yMm: 40 * n }, prepared: ['remote', 'card', 'usb', 'plane', 'steady'] },
          ],
          [`DB${n}`, 'dummy-battery-a'],
        ]),
        ...heads.map((n): Parameters<typeof brief>[2][number] => [`HC${n}`, 'hdmi-converter']),
      ],
      [
        ['tilt', { control: 'left-slider' }],
        ['gimbal-mode', { control: 'C' }],
        ...each.map((n): [string, object] => ['record', { part: `TR${n}` }]),
      ],
    ),
  ).rig;
}

/** One carriage of a stage: its own consoles, radios, packs, head and cameras. */
function carriage(): Rig {
  return Proposed.of(
    brief(
      'Carriage',
      'carriage on a line',
      [
        ['P1', 'pack-14s-tool'],
        ['P2', 'pack-14s-tool'],
        ['P3', 'pack-4s'],
        ['AR', 'accessory-rails'],
        ['R5', 'regulator-5v'],
        ['R2', 'regulator-5v'],
        ['R12', 'regulator-12v'],
        ['CO', 'console-line'],
        ['HC', 'console-head-radio'],
        ['RX', 'receiver-long-range'],
        ['RH', 'receiver-16'],
        ['DR', 'line-drive-bus', { prepared: ['safety', 'tension'] }],
        ['HD', 'head-heavy'],
        [
          'CA',
          'mirrorless-a',
          { place: { ...down, rides: 'HD' }, prepared: ['remote', 'card', 'usb', 'plane', 'steady'] },
        ],
        ['DB', 'dummy-battery-a', { place: { ...down, rides: 'HD' } }],
        ['TR', 'trigger-photo-record', { place: { ...down, rides: 'HD' } }],
        ['CV', 'hdmi-converter'],
        ['NC', 'nose-camera', { place: { xMm: 200, yMm: 0, zMm: 0 } }],
        ['SW', 'picture-switcher-3'],
        ['VT', 'video-transmitter-pack'],
        ['A1', 'antenna-press'],
        ['A2', 'antenna-press'],
        ['A3', 'antenna-screw'],
      ],
      [
        ['drive', { control: 'drive-pedal' }],
        ['brake', { control: 'K' }],
        ['pan', { by: 'camera operator', control: 'joy-x' }],
        ['tilt', { by: 'camera operator', control: 'joy-y' }],
        ['roll-trim', { by: 'camera operator' }],
        ['record', { by: 'camera operator', control: 'R' }],
        ['picture', { by: 'camera operator', control: 'F' }],
      ],
    ),
  ).rig;
}

/** A stage of carriages, all on one bench and one document: every one moves by its own consoles alone. */
export function stageOfCarriages(carriages: number): Rig {
  const one = carriage();
  const rigs = Array.from({ length: carriages }, (_, i) => numbered(one, i + 1));
  const stage = { ...one, id: 'stage', name: `Stage of ${carriages} carriages` };
  return {
    ...stage,
    parts: rigs.flatMap((r) => r.parts),
    cables: rigs.flatMap((r) => r.cables),
    shaping: rigs.flatMap((r) => r.shaping),
    bindings: rigs.flatMap((r) => r.bindings),
    wishes: rigs.flatMap((r) => r.wishes),
    failSafes: rigs.flatMap((r) => r.failSafes),
    held: rigs.flatMap((r) => r.held),
  };
}

/** The same carriage with names of its own; its receivers are told their transmitters, since the stage has many. */
function numbered(rig: Rig, n: number): Rig {
  const ids = new Set(rig.parts.map((p) => p.id));
  const renamed = JSON.stringify(rig).replace(
    /"(id|part|transmitter|receiver|rides|bound)":"([A-Z][A-Z0-9]*)"/g,
    (whole, key: string, id: string) => (ids.has(id) || key === 'id' ? `"${key}":"${id}-${n}"` : whole),
  );
  const own = JSON.parse(renamed) as Rig;
  return { ...own, parts: own.parts.map((p) => ({ ...p, label: `${p.label} ${n}`, ...boundOf(rig, p, n) })) };
}

function boundOf(rig: Rig, part: Part, n: number): Pick<Part, 'bound'> {
  const receiver = part.id.slice(0, part.id.lastIndexOf('-'));
  const to = receiver === 'RX' ? 'CO' : receiver === 'RH' ? 'HC' : undefined;
  return to === undefined || !rig.parts.some((p) => p.id === to) ? {} : { bound: `${to}-${n}` };
}
