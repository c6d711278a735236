import { describe, expect, it } from 'vitest';
import { leadOf, smallRig } from '../../test/support/small-rig.js';
import type { Link, Port, Sheet } from '../parts/index.js';
import { inFull } from '../parts/schemas.js';
import { SHELF } from '../parts/shelf/index.js';
import type { Rig } from '../rig/index.js';
import { findConversations } from './conversations.js';

const NAMES = ['TX+', 'TX−', 'RX+', 'RX−'];

/** A sheet whose network plug has a contact a wire. */
function bare(sheet: Sheet): Sheet {
  const { id: port } = sheet.ports.find((p) => p.id === plugOf(sheet).pins.data!.port)!;
  const pins = NAMES.map((label, i) => ({ n: i + 1, label, line: 'signal' as const, way: 'both' as const }));
  const wide = (p: Port): Port => (p.id === port ? { ...p, plug: { family: 'latching 1.25 mm', pins: 4 }, pins } : p);
  const link = (l: Link): Link =>
    l.pins.data?.port === port
      ? { ...l, pins: { data: { port, pin: 1 } }, alsoPins: [2, 3, 4].map((pin) => ({ port, pin })) }
      : l;
  return { ...sheet, ports: sheet.ports.map(wide), links: sheet.links.map(link) };
}
const plugOf = ({ links }: Sheet): Link => links.find((l) => l.kind === 'ethernet')!;

/** What is wrong between a camera and an air unit whose contacts are joined so; null where they do not meet. */
function troubles(pairs: [from: number, to: number][]): string[] | null {
  const rig: Rig = structuredClone(smallRig({ CA: 'thermal-network', NR: 'network-radio' }));
  for (const [name, sheet] of Object.entries(rig.sheets)) rig.sheets[name] = bare(sheet);
  const [from, to] = ['thermal-network', 'network-radio'].map((name) => plugOf(rig.sheets[name]!).pins.data!.port);
  rig.cables = [
    leadOf(
      'C1',
      pairs.map(([a, b]) => `CA.${from}.${a} NR.${to}.${b}`),
    ),
  ];
  return findConversations(rig).find((c) => c.kind === 'ethernet')?.troubles ?? null;
}

describe('a network lead with a wire a contact', () => {
  it('carries straight as well as crossed', () => {
    expect(
      troubles([
        [1, 1],
        [2, 2],
        [3, 3],
        [4, 4],
      ]),
    ).toEqual([]);
    expect(
      troubles([
        [1, 3],
        [2, 4],
        [3, 1],
        [4, 2],
      ]),
    ).toEqual([]);
  });

  it('is half joined with a wire missing, a pair turned over, or a wire in each pair changed over', () => {
    expect(
      troubles([
        [1, 3],
        [2, 4],
        [3, 1],
      ]),
    ).toEqual(['half joined']);
    expect(
      troubles([
        [2, 2],
        [3, 3],
        [4, 4],
      ]),
    ).toEqual(['half joined']);
    expect(
      troubles([
        [1, 2],
        [2, 1],
        [3, 3],
        [4, 4],
      ]),
    ).toEqual(['half joined']);
    expect(
      troubles([
        [1, 1],
        [2, 3],
        [3, 2],
        [4, 4],
      ]),
    ).toEqual(['half joined']);
  });

  it('is no lead where nothing is joined', () => {
    expect(troubles([])).toBeNull();
  });
});

describe('a network plug written as what sends and what hears', () => {
  const written = (cls: string): Sheet => {
    const sheet = bare(SHELF.find((s) => s.class === cls)!);
    const { port } = plugOf(sheet).pins.data!;
    const pairs = { send: { port, pin: 1 }, hear: { port, pin: 3 } };
    const also = [2, 4].map((pin) => ({ port, pin }));
    return {
      ...sheet,
      links: sheet.links.map((l) => (l.kind === 'ethernet' ? { ...l, pins: pairs, alsoPins: also } : l)),
    };
  };

  it('is one plug of all its contacts, each wire beside the other of its pair', () => {
    const { pins, alsoPins } = plugOf(inFull(written('thermal-network')));
    expect([pins.data, ...alsoPins!].map((at) => at!.pin)).toEqual([1, 2, 3, 4]);
    expect(pins.send ?? pins.hear).toBeUndefined();
    expect(inFull(inFull(written('thermal-network')))).toEqual(inFull(written('thermal-network')));
  });

  it('leaves a serial pair as it is', () => {
    const serial = SHELF.filter((s) => s.links.some((l) => l.pins.send));
    expect(serial.length).toBeGreaterThan(5);
    for (const sheet of serial) expect(inFull(sheet).links).toEqual(sheet.links);
  });
});
