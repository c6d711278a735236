import { gatesOf, type Chain } from '../channels/index.js';
import { heardBy, liesSpare, type Conversation } from '../loom/index.js';
import { flies, hasControls, hearsAir, type Sheet } from '../parts/index.js';
import { safeLine, partsThat, controlName, partsWithSheets, pilotTransmitter, type Rig } from '../rig/index.js';
import { count, groupBy } from '../units/index.js';
import { askedSteps } from './asked-steps.js';
import { endsToSet, endSteps } from './end-steps.js';
import { moveText, stepsOf } from './function-steps.js';
import { handOverSteps } from './hand-over-steps.js';
import { arrivingSteps, byHandSteps, screenSteps } from './picture-steps.js';
import { antennaSteps, probeSteps } from './probe-steps.js';
import { radioLostSteps } from './radio-lost-steps.js';
import { dependsOf, hearsFrom, type Ways } from './depends.js';
import { leadSteps, packSteps, pageSteps, voltsExpected, wheelSteps, type VoltsAt } from './meter-steps.js';
import { levelSteps, lookSteps, powerCycleSteps, releaseSteps, tagSteps } from './state-steps.js';
import { namesOf } from './sight-names.js';
import { slotSteps } from './slot-steps.js';
import { travelMs } from './travel.js';
import { type BareStep, type CheckStep, type Plan, type StepKind } from './step.js';

/** Whether one chain opens what another works under: its mode, or the power of its motor. */
const isGateOf = (by: Chain, chain: Chain): boolean =>
  by.part.id === chain.part.id && gatesOf(chain.sheet, chain.fn).some((gate) => gate.fn.id === by.fn.id);

/**
 * The check plan of a rig, from its functions: volts first, then the receiver, then one control at a time.
 * What is expected follows from sheets and shaping alone, never from a simulation.
 * @param feeding what feeds each part, for what a step runs through, and the volts a meter is to read
 */
export function checkPlan(
  rig: Rig,
  chains: readonly Chain[],
  conversations: readonly Conversation[],
  { fedBy, volts }: Feeding = { fedBy: new Map(), volts: [] },
): CheckStep[] {
  const as = (kind: StepKind, own: readonly BareStep[]): BareStep[] => own.map((step) => ({ ...step, kind }));
  const before = [
    ...[...as('leads', [...leadSteps(rig), ...wheelSteps(rig)]), ...as('pages', pageSteps(rig))],
    ...as('supplies', [...packSteps(rig, volts), ...powerStep(rig, volts)]),
    ...as('channels', [
      ...receiverSteps(rig, conversations),
      ...probeSteps(rig),
      ...slotSteps(rig, chains, conversations),
    ]),
    ...as('pictures', [...arrivingSteps(rig, conversations), ...screenSteps(rig)]),
  ];
  const isDriven = ({ control, shaping }: Chain): boolean => control !== null && shaping !== null;
  const named = chains.map((chain) => (isDriven(chain) ? asTheBenchNames(rig, chain) : chain));
  const driven = named.filter(isDriven);
  const rank = (chain: Chain): number =>
    ORDER.indexOf(chain.fn.takes === 'windows' && driven.some((c) => isGateOf(chain, c)) ? 'mode' : chain.fn.takes);
  const roles = (chain: Chain): number => (flies(chain.sheet) ? 0 : 1);
  const inOrder = (own: readonly Chain[]): Chain[] =>
    [...own].sort((a, b) => roles(a) - roles(b) || partRank(rig, a) - partRank(rig, b) || rank(a) - rank(b));
  const plan: Plan = { rig, conversations, driven };
  const asked = askedSteps(plan, chains);
  const ends = endsToSet(plan);
  const settingEnds = new Set(ends.map((e) => e.key));
  const all = [
    ...before,
    ...as('functions', [
      ...inOrder(driven).flatMap((chain) => (settingEnds.has(chain) ? [] : stepsOf(plan, chain))),
      ...asked.filter((s) => !s.byEye),
    ]),
    ...as('looks', [
      ...lookSteps(rig),
      ...levelSteps(rig),
      ...antennaSteps(rig),
      ...releaseSteps(rig),
      ...tagSteps(rig),
    ]),
    ...as('radio', [...handOverSteps(plan, inOrder(named)), ...radioLostSteps(plan)]),
    // a drive that knows its ends does not go past them in any step after
    ...as('ends', endSteps(plan, ends)),
    ...as('by eye', [...byHandSteps(rig, conversations), ...asked.filter((s) => s.byEye)]),
    ...as('power-off', powerCycleSteps(rig)),
  ];
  const setUpText = wordsOfSetUp(rig);
  const safe = safeLine(rig).text;
  const ways: Ways = { rig, heard: hearsFrom(rig, conversations), chains: groupBy(chains, (c) => c.part.id), fedBy };
  // what is read and beeped moves nothing yet
  const firstLive = all.findIndex((step) => step.by === undefined);
  return all.map((step, i) => ({
    ...step,
    setUpText: [...(i === firstLive ? [safe] : []), setUpText(step)].filter(Boolean).join(', '),
    names: namesOf(rig, step),
    travelMs: travelMs(rig, step),
    dependsOn: step.dependsOn ?? dependsOf(ways, step),
  }));
}

/** A chain that another than the pilot's transmitter drives, its control named as the bench names it and as a person says it. */
function asTheBenchNames(rig: Rig, chain: Chain): Chain {
  const { control, transmitter } = chain;
  const id = controlName(rig, transmitter!.id, control!.id);
  return id === control!.id
    ? chain
    : { ...chain, control: { ...control!, id, label: `${transmitter!.label}: ${control!.label}` } };
}

/** What the supplies say. */
export interface Feeding {
  fedBy: Ways['fedBy'];
  volts: readonly VoltsAt[];
}

/** What to set first, in the order of the transmitters' controls. The names are found once for the whole plan. */
function wordsOfSetUp(rig: Rig): (step: BareStep) => string {
  const first = pilotTransmitter(rig);
  const controls = partsThat(rig, hasControls).flatMap(({ part, sheet }) =>
    sheet.controls.map((control) => ({
      name: controlName(rig, part.id, control.id),
      control,
      before: part.id === first ? '' : `${part.label}: `,
    })),
  );
  const at = new Map(controls.map(({ name }, i) => [name, i]));
  return ({ setUp }) =>
    Object.keys(setUp)
      .flatMap((name) => at.get(name) ?? [])
      .sort((a, b) => a - b)
      .map((i) => controls[i]!.before + moveText(controls[i]!.control, setUp[controls[i]!.name]!))
      .join(', ');
}

const ORDER = ['mode', 'position', 'rate', 'windows', 'pulse'];
const partRank = (rig: Rig, chain: Chain): number => rig.parts.findIndex((p) => p.id === chain.part.id);

function powerStep(rig: Rig, volts: readonly VoltsAt[]): BareStep[] {
  const fed = partsWithSheets(rig).flatMap(({ part, sheet }) =>
    sheet.supplies.length && !liesSpare(rig, part.id, sheet) ? [part] : [],
  );
  if (!fed.length) return [];
  return [
    {
      id: 'power',
      part: fed[0]!.id,
      title: 'Every part has its volts',
      expectText: `${count(fed.length, 'part')} inside ${fed.length > 1 ? 'their bands' : 'its band'}`,
      setUp: {},
      moves: [],
      expects: [...fed.map((p) => ({ sight: `${p.id}.feed`, is: 'fed' })), ...voltsExpected(volts)],
    },
  ];
}

/** What is seen of a receiver that hears its transmitter, by what it puts out. */
const comesFrom = ({ links }: Sheet): string => {
  const out = new Set(links.filter((l) => l.way !== 'listen').map((l) => l.kind));
  if (out.has('sbus') || out.has('crsf')) return 'bus frames arrive';
  return out.has('pulse') || out.has('ppm') ? 'pulses arrive' : 'its frames arrive';
};

/** Every receiver that some transmitter on the bench is heard by. */
function receiverSteps(rig: Rig, conversations: readonly Conversation[]): BareStep[] {
  const hears = (id: string): boolean => heardBy(conversations, id).some((c) => c.kind === 'radio');
  const receivers = partsWithSheets(rig).filter(({ part, sheet }) => hearsAir(sheet) && hears(part.id));
  return receivers.map(({ part, sheet }) => ({
    id: `${part.id}.frames`,
    part: part.id,
    title: `${part.label} answers`,
    expectText: comesFrom(sheet),
    setUp: {},
    moves: [],
    expects: [{ sight: `${part.id}.frames`, moves: 1 }],
  }));
}
