/** Pictures that end in an app: over a network, through the air, from an analogue camera by an encoder. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { compileBench, startBench } from '../../src/bench/index.js';
import { casebookOf, unseenFaults } from '../../src/diagnose/index.js';
import { screenPictures } from '../../src/loom/index.js';
import type { Sheet } from '../../src/parts/index.js';
import { antennaPort, defineSheet, eats, ethernetPort, supplyPort, wire } from '../../src/parts/shelf/define.js';
import { planOf, playStep } from '../../src/prove/index.js';
import { applyEdits, type Rig } from '../../src/rig/index.js';
import { brief } from './bench.js';
import { encoder } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own', role: 'network' as const, group: 'Picture' as const, massG: 60 };
const volts = { ports: [supplyPort('dc', 'power', 'left')], supplies: [eats('dc', [9, 26], 3, 5)] };

const radio = (side: string): Sheet =>
  defineSheet({
    ...base,
    class: `own-radio-${side}`,
    name: `Network radio, ${side}`,
    massG: side === 'shore' ? 0 : 90,
    ports: [
      ...volts.ports,
      ethernetPort('net', 'network', 'right'),
      antennaPort('foot', 'antenna', 'out', 'coax screw'),
    ],
    supplies: volts.supplies,
    links: [
      wire('net', 'ethernet', 'both', 'net'),
      { id: 'air', kind: 'radio', way: 'both', pins: {}, params: {} },
      wire('foot', 'antenna', 'talk', 'foot'),
    ],
  });
const laptop = defineSheet({
  ...base,
  class: 'own-laptop',
  role: 'display',
  name: 'Laptop',
  massG: 0,
  inside: { battery: true, minutes: 200 },
  ports: [ethernetPort('net', 'network', 'right')],
  links: [wire('net', 'ethernet', 'both', 'net', { address: '10.7.0.9' })],
  apps: [{ id: 'page', name: 'Page', shows: [{ kind: 'rtsp', toldBy: 'address' }], steers: [] }],
});

const now = Proposed.of({
  ...brief(
    'Dredger',
    'hand-held or ground',
    [
      ['PK', 'pack-4s'],
      ['PG', 'pack-4s', { label: 'Shore pack' }],
      ['DE', 'nose-camera', { label: 'Deck camera' }],
      ['EN', encoder.class],
      ['RB', 'own-radio-boat'],
      ['RS', 'own-radio-shore'],
      ['A1', 'antenna-screw'],
      ['A2', 'antenna-screw'],
      ['LP', laptop.class],
    ],
    [],
  ),
  sheets: [encoder, radio('boat'), radio('shore'), laptop],
});
const step = (rig: Rig) => planOf(rig).find((s) => s.id === 'LP.screen-EN');
const isSeen = (rig: Rig): boolean => {
  const bench = compileBench(rig);
  return playStep(bench, startBench(bench, { awake: true }), step(now.rig)!).verdict.passed;
};

describe('a picture that ends in an app', () => {
  it('is led there from an analogue camera, by what puts it on the network', () => {
    expect(now.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
    expect(now.between('DE', 'EN')).toHaveLength(1);
    expect(screenPictures(now.rig).map((s) => s.through)).toEqual([['EN', 'RB', 'RS', 'LP']]);
    expect(now.failing()).toEqual([]);
  });

  it('is looked at on the screen, and not inside a radio', () => {
    expect(step(now.rig)?.title).toBe('Look at the picture of Picture encoder on Laptop');
    expect(
      planOf(now.rig)
        .filter((s) => s.kind === 'pictures')
        .map((s) => s.part),
    ).toEqual(['EN', 'LP']);
  });

  it('is black without the camera, an antenna or a lead on the way', () => {
    expect(isSeen(now.rig)).toBe(true);
    for (const [a, b] of [
      ['DE', 'EN'],
      ['EN', 'RB'],
      ['RS', 'LP'],
    ] as const) {
      const off = applyEdits(now.rig, [{ kind: 'removeCable', cable: now.between(a, b)[0]!.id }]).rig;
      expect(isSeen(off), `${a} ${b}`).toBe(false);
    }
    const antenna = now.rig.cables.find((c) => c.wires.some((w) => w.from.part === 'RS' && w.from.port === 'foot'))!;
    expect(isSeen(applyEdits(now.rig, [{ kind: 'removeCable', cable: antenna.id }]).rig)).toBe(false);
  });

  it('is told from what no app shows, where both come over one hub', () => {
    const sonar = defineSheet({
      ...base,
      class: 'own-sonar',
      role: 'tool',
      name: 'Sonar',
      ports: [...volts.ports, ethernetPort('net', 'network', 'right')],
      supplies: volts.supplies,
      links: [wire('net', 'ethernet', 'talk', 'net')],
    });
    const both = Proposed.of({
      ...brief(
        'Survey boat',
        'hand-held or ground',
        [
          ['PK', 'pack-4s'],
          ['PG', 'pack-4s', { label: 'Shore pack' }],
          ['CM', 'network-camera-small'],
          ['SO', sonar.class],
          ['HU', 'ethernet-switch-5'],
          ['RB', 'own-radio-boat'],
          ['RS', 'own-radio-shore'],
          ['A1', 'antenna-screw'],
          ['A2', 'antenna-screw'],
          ['LP', laptop.class],
        ],
        [],
      ),
      sheets: [sonar, radio('boat'), radio('shore'), laptop],
    });
    expect(
      planOf(both.rig)
        .flatMap((s) => (s.kind === 'pictures' ? [s.expectText] : []))
        .sort(),
    ).toEqual(['the picture of Network camera, small', 'the picture of Sonar']);
    expect(both.failing()).toEqual([]);
  });

  it('hides no fault', () => {
    const unseen = unseenFaults(casebookOf(now.rig, planOf(now.rig)));
    expect(unseen.map(({ fault }) => fault.text)).toEqual([]);
  });
});
