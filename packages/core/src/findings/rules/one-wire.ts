import { pinOf, type Conversation } from '../../loom/index.js';
import { findPin, samePin, type Edit, type PinRef, type Rig } from '../../rig/index.js';
import { countToPulseUs, pulseUsToCount } from '../../signals/index.js';
import { groupBy, PULSE } from '../../units/index.js';
import type { Fix, Rule, RuleContext, RuleResult } from '../finding.js';

/** Two talkers on one wire, once a net. */
export const talkersRule: Rule = ({ rig, conversations, nets }) => {
  const hit = conversations.filter((c) => c.troubles.includes('talkers collide'));
  const byNet = groupBy(hit, (c) => nets.netOf(pinOf(c.talker, c.talker.link.pins.data!)));
  return [...byNet.values()].map((met): RuleResult => {
    const talkers = [...new Set(met.map((c) => c.talker.part.id))];
    const second = met.find((c) => c.talker.part.id === talkers.at(-1))!;
    const at = pinOf(second.talker, second.talker.link.pins.data!);
    return {
      rule: 'talkers-collide',
      mark: 'stop',
      station: 'loom',
      subjects: [...talkers, second.listener.part.id],
      figures: [
        { name: 'talkers', value: talkers.join(', ') },
        { name: 'listener', value: second.listener.part.id },
      ],
      fixes: takeOff(rig, at, second.talker.part.label),
    };
  });
};

function takeOff(rig: Rig, at: PinRef, label: string): Fix[] {
  const edits: Edit[] = rig.cables.flatMap((cable) =>
    cable.wires.flatMap((w, wire) =>
      samePin(w.from, at) || samePin(w.to, at) ? [{ kind: 'removeWire' as const, cable: cable.id, wire }] : [],
    ),
  );
  return edits.length === 1 ? [{ label: `Take ${label} off the wire`, edits }] : [];
}

/** A listener whose own switch, or kind, does not fit what the wire brings. */
export const wrongTypeRule: Rule = ({ conversations }) =>
  conversations
    .filter((c) => c.troubles.includes('wrong type'))
    .map((c): RuleResult => {
      const when = c.listener.link.kind === c.kind ? c.listener.link.when : undefined;
      return {
        rule: 'wrong-type',
        mark: 'stop',
        station: 'loom',
        subjects: [c.listener.part.id, c.talker.part.id],
        figures: [
          { name: 'talker', value: c.talker.part.id },
          { name: 'brings', value: c.kind },
          { name: 'listener', value: c.listener.part.id },
          {
            name: 'expects',
            value:
              c.listener.sheet.links.find(
                (l) => l.id !== c.listener.link.id && l.pins.data?.port === c.listener.link.pins.data?.port,
              )?.kind ?? c.listener.link.kind,
          },
        ],
        fixes: when
          ? [
              {
                label: `Switch it to ${when.value}`,
                edits: [{ kind: 'set', part: c.listener.part.id, setting: when.setting, value: when.value }],
              },
            ]
          : [],
      };
    });

/** A listener that reads counts by the other school of scale than its talker sends. @source [practice] */
export const scaleRule: Rule = ({ conversations }) =>
  conversations
    .filter(
      (c) => c.kind === 'sbus' && (c.talker.link.params.scale ?? 'micro') !== (c.listener.link.params.scale ?? 'micro'),
    )
    .map((c): RuleResult => ({
      rule: 'scale-school',
      mark: 'watch',
      station: 'channels',
      subjects: [c.listener.part.id],
      figures: [
        { name: 'talker', value: c.talker.part.id },
        { name: 'listener', value: c.listener.part.id },
        {
          name: 'reach',
          value: reachPct(c),
          unit: '%',
          source: '[practice] two schools of scale',
        },
      ],
      fixes: [],
    }));

/** Share of a full throw that arrives when the two ends count by different schools, per cent. */
function reachPct({ talker, listener }: Conversation): number {
  const arrives = (us: number): number =>
    countToPulseUs(listener.link.params.scale ?? 'micro', pulseUsToCount(talker.link.params.scale ?? 'micro', us));
  return Math.round(((arrives(PULSE.highUs) - arrives(PULSE.lowUs)) / (PULSE.highUs - PULSE.lowUs)) * 100);
}

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
    fixes: cable ? groundFix(rig, cable.id, c) : [],
  };
}

function groundFix(rig: Rig, cable: string, c: Conversation): Fix[] {
  const from = groundNear(rig, c, 'talker');
  const to = groundNear(rig, c, 'listener');
  if (!from || !to) return [];
  return [
    {
      label: 'Add the ground wire',
      edits: [{ kind: 'addWire', cable, wire: { from, to, colour: 'black', gaugeAwg: 28, lengthMm: 180 } }],
    },
  ];
}

/** Ground pin on the same plug, else any on the part. */
function groundNear(rig: Rig, c: Conversation, end: 'talker' | 'listener'): PinRef | undefined {
  const { part, sheet, link } = c[end];
  const own = link.pins.data ?? link.pins.send;
  const ports = [...sheet.ports].sort((a, b) => Number(b.id === own?.port) - Number(a.id === own?.port));
  return ports
    .flatMap((port) => port.pins.map((p) => ({ part: part.id, port: port.id, pin: p.n })))
    .find((at) => findPin(rig, at)?.pin.line === 'ground');
}
