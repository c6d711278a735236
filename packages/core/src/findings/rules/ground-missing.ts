import { leadLength, portsCanJoin, type Conversation } from '../../loom/index.js';
import { findPin, type PinRef, type Rig } from '../../rig/index.js';
import type { Fix, Rule, RuleContext, RuleResult } from '../finding.js';
import { fedWrongWay } from './polarity.js';

/** A conversation without a common ground. One finding a pair of parts. */
export const groundRule: Rule = (context) => {
  const found = new Map<string, RuleResult>();
  for (const c of context.conversations.filter((x) => x.troubles.includes('no ground'))) {
    const key = [c.talker.part.id, c.listener.part.id].sort().join(' ');
    if (!found.has(key)) found.set(key, groundMissing(context, c));
  }
  return [...found.values()];
};

function groundMissing({ rig }: RuleContext, c: Conversation): RuleResult {
  const ends = [c.talker.part.id, c.listener.part.id];
  const cable = rig.cables.find((x) => ends.every((id) => x.wires.some((w) => w.from.part === id || w.to.part === id)));
  return {
    rule: 'ground-missing',
    mark: 'stop',
    station: 'loom',
    subjects: [...ends, ...(cable ? [cable.id] : [])],
    figures: [
      { name: 'talker', value: c.talker.part.id },
      { name: 'listener', value: c.listener.part.id },
      { name: 'cable', value: cable?.id ?? 'none' },
    ],
    fixes: () => (cable ? groundFix(rig, cable.id, c) : []),
  };
}

/**
 * The wire that joins the grounds beside a conversation, in one of its leads. None with what is fed the wrong way round: it would
 * lift both grounds to the plus, so that is mended first.
 */
export function groundFix(rig: Rig, cable: string, c: Conversation): Fix[] {
  const from = groundNear(rig, c, 'talker');
  const to = groundNear(rig, c, 'listener');
  if (!from || !to || [from, to].some((at) => fedWrongWay(rig).has(at.part))) return [];
  // plugs that no lead joins met by mistake: the mistake is mended, and no wire is put to it
  if (!portsCanJoin(findPin(rig, from)!.port, findPin(rig, to)!.port)) return [];
  const lengthMm = leadLength(rig, from.part, to.part).needMm;
  return [
    {
      label: 'Add the ground wire',
      edits: [{ kind: 'addWire', cable, wire: { from, to, colour: 'black', gaugeAwg: 28, lengthMm } }],
    },
  ];
}

/** Ground pin on the same plug, else any on the part. */
function groundNear(rig: Rig, c: Conversation, end: 'talker' | 'listener'): PinRef | undefined {
  const { part, sheet, link } = c[end];
  const own = link.pins.data ?? link.pins.send ?? link.pins.hear;
  const ports = [...sheet.ports].sort((a, b) => Number(b.id === own?.port) - Number(a.id === own?.port));
  return ports
    .flatMap((port) => port.pins.map((p) => ({ part: part.id, port: port.id, pin: p.n })))
    .find((at) => findPin(rig, at)?.pin.line === 'ground');
}
