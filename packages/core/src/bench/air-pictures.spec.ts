import { describe, expect, it } from 'vitest';
import { screenOn, tuning } from '../../test/support/screens.js';
import { mendedRig } from '../../test/support/demo-rig.js';
import { analyse } from '../analysis/index.js';
import { untunedScreens } from '../loom/index.js';
import { signatureOf } from '../diagnose/signature.js';
import { antennaLinks, isAntenna, sendsPictures, type Link } from '../parts/index.js';
import { planOf, playStep } from '../prove/index.js';
import { applyEdits, newPart, partsThat, type Edit, type Rig } from '../rig/index.js';
import { compileBench, quietened, startBench, type Flaw } from './index.js';

const sender = partsThat(mendedRig(), sendsPictures)[0]!;
const [foot] = antennaLinks(sender.sheet) as [Link];
const tuned: Edit = {
  ...{ kind: 'resheet', sheet: { ...sender.sheet, settings: [...sender.sheet.settings, tuning('1')] } },
};
const screens = (...channels: string[]): Rig =>
  applyEdits(mendedRig(), [
    tuned,
    ...channels.map((channel, i): Edit => {
      const cls = `own-screen-${i}`;
      return { kind: 'addPart', part: newPart(`S${i}`, cls, `Screen ${i}`), sheet: { ...screenOn(channel), class: cls } };
    }),
  ]).rig;

/** What the look at what arrives on the ground says. */
function arrives(rig: Rig, flaws: Flaw[] = []): string | undefined {
  const bench = compileBench(rig, 1, flaws);
  const step = planOf(rig).find((s) => s.id === `${sender.part.id}.air`)!;
  return playStep(bench, quietened(bench, startBench(bench, { awake: true }), 4000), step).verdict.saw;
}
const told = (rig: Rig): string[] =>
  analyse(rig).findings.flatMap((f) => (f.rule === 'screen-untuned' ? [f.subjects[0]!] : []));

describe('a picture through the air', () => {
  it('is seen on a screen that stands on its channel, and is noise on any other', () => {
    expect(arrives(screens('1'))).toMatch(/clean/);
    expect(arrives(screens('2'))).toMatch(/noise/);
    expect(told(screens('1'))).toEqual([]);
    expect(told(screens('2'))).toEqual(['S0']);
  });

  it('is asked of each screen for itself', () => {
    expect(told(screens('1', '3'))).toEqual(['S1']);
    expect(told(screens('2', '3'))).toEqual(['S0', 'S1']);
  });

  it('may come from any sender on the bench, and nobody has to be on the channel of a spare one', () => {
    const spare = { ...sender.sheet, class: 'own-sender', settings: [...sender.sheet.settings, tuning('2')] };
    const rig = applyEdits(screens('2'), [{ kind: 'addPart', part: newPart('VX', spare.class, 'Spare'), sheet: spare }]).rig;
    expect(untunedScreens(rig)).toEqual([]);
  });

  it('asks nothing where nobody says a channel', () => {
    const rig = screens('2');
    const sheets = Object.fromEntries(Object.entries(rig.sheets).map(([cls, s]) => [cls, cls === 'own-screen-0' ? { ...s, settings: [] } : s]));
    expect(untunedScreens({ ...rig, sheets })).toEqual([]);
  });

  it('is noise where no screen has its antenna, and what a fault makes of it is told from what it is', () => {
    const withSocket: Rig = applyEdits(mendedRig(), [
      tuned,
      {
        ...{ kind: 'addPart', part: newPart('S0', 'own-screen-0', 'Screen') },
        sheet: {
          ...screenOn('1'),
          class: 'own-screen-0',
          ports: sender.sheet.ports.filter((p) => p.id === foot.pins.data!.port),
          links: [...screenOn('1').links, { ...foot, id: 'ear' }],
        },
      },
    ]).rig;
    const [aerial] = partsThat(withSocket, isAntenna);
    const own = aerial!.sheet.links.find((l) => l.kind === 'antenna')!.pins.data!;
    const end = { part: 'S0', ...foot.pins.data! };
    const screwed = applyEdits(withSocket, [
      { kind: 'addPart', part: newPart('A9', aerial!.part.class, 'Aerial'), sheet: aerial!.sheet },
      {
        kind: 'addCable',
        cable: {
          ...{ id: 'C99', marked: false, locked: false },
          wires: [{ from: { part: 'A9', ...own }, to: end, colour: 'coax', gaugeAwg: 28, lengthMm: 100 }],
        },
      },
    ]).rig;
    const deaf: Flaw = { kind: 'dead-output', part: 'S0', link: 'ear' };
    expect(arrives(withSocket)).toMatch(/noise/);
    expect(arrives(screwed)).toMatch(/clean/);
    expect(arrives(screwed, [deaf])).toMatch(/noise/);
    const felt = (flaws: Flaw[]): string =>
      signatureOf(
        compileBench(screwed, 1, flaws),
        planOf(screwed).filter((step) => step.id === `${sender.part.id}.air`),
      );
    expect(felt([deaf])).not.toBe(felt([]));
  });
});
