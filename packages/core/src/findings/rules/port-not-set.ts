import { flies } from '../../parts/index.js';
import { heldTo, resourceOf, type Conversation } from '../../loom/index.js';
import type { Edit, Held } from '../../rig/index.js';
import type { Rule, RuleContext, RuleResult } from '../finding.js';
import { serialBase, serialTalks } from './serial-parts.js';

/** A controller's port that is given to something else, or at another speed. */
export const portNotSetRule: Rule = (context) => [
  ...serialTalks(context).flatMap((c) => port(context, c)),
  // of a pair that talks both ways the port is spoken of once
  ...context.conversations
    .filter((c) => !c.listener.link.pins.send || !c.talker.link.pins.hear)
    .flatMap((c) => listening(context, c)),
];

/** A port that hears a receiver, and is not told so. */
function listening({ rig }: RuleContext, c: Conversation): RuleResult[] {
  const resource = resourceOf(c.listener);
  const given = resource && flies(c.listener.sheet) ? heldTo(c.listener, c.talker) : null;
  if (!given || !c.troubles.includes('port not set')) return [];
  const [port, device] = [c.listener.part.id, c.talker.part.id];
  const held = rig.held.filter((h) => h.part === port && h.resource === resource!.id);
  const edits: Edit[] = [
    ...held.map((h): Edit => ({ kind: 'release', part: h.part, resource: h.resource, to: h.to })),
    { kind: 'hold', held: { part: port, resource: resource!.id, ...given } },
  ];
  return [
    {
      rule: 'port-not-set',
      mark: 'stop',
      station: 'loom',
      subjects: [port, device],
      figures: [
        { name: 'controller', value: port },
        { name: 'port', value: resource!.label },
        { name: 'device', value: device },
        { name: 'wants', value: given.to, source: 'part sheet' },
        { name: 'is set to', value: held.map((h) => h.to).join(', ') || 'nothing' },
      ],
      fixes: () => [{ label: 'Set the port', edits }],
    },
  ];
}

/** A port that speaks one thing alone is told nothing but, where it was told a speed, the one of its device. */
function atItsSpeed([held]: readonly Held[], { listener, troubles }: Conversation): Pick<Held, 'to' | 'baud'> | null {
  const { baud } = listener.link.params;
  return held && baud !== undefined && troubles.includes('wrong speed') ? { to: held.to, baud } : null;
}

function port(context: RuleContext, c: Conversation): RuleResult[] {
  if (!c.troubles.includes('port not set') && !c.troubles.includes('wrong speed')) return [];
  const { cable: _, ...rest } = serialBase(context, c);
  const held = context.rig.held.filter((h) => h.part === c.talker.part.id && h.resource === resourceOf(c.talker)?.id);
  const to = heldTo(c.talker, c.listener) ?? atItsSpeed(held, c);
  if (!to) return [];
  const edits: Edit[] = [
    ...held.map((h): Edit => ({ kind: 'release', part: h.part, resource: h.resource, to: h.to })),
    {
      kind: 'hold',
      held: {
        part: c.talker.part.id,
        resource: resourceOf(c.talker)!.id,
        ...to,
      },
    },
  ];
  return [
    {
      ...rest,
      rule: 'port-not-set',
      figures: [
        ...rest.figures,
        { name: 'wants', value: `${to.to} at ${to.baud ?? 'any'} baud`, source: 'part sheet' },
        {
          name: 'is set to',
          value: held.map((h) => `${h.to}${h.baud ? ` at ${h.baud} baud` : ''}`).join(', ') || 'nothing',
        },
      ],
      fixes: () => [{ label: 'Set the port', edits }],
    },
  ];
}
