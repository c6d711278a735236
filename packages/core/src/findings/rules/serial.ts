import { pinOf, type Conversation } from '../../loom/index.js';
import { samePin, type Edit } from '../../rig/index.js';
import type { Rule, RuleContext, RuleResult } from '../finding.js';

/** Serial pairs joined TX to TX, joined by one wire only, or on a controller port set to something else. */
export const serialRule: Rule = (context) =>
  context.conversations
    .filter((c) => c.talker.link.pins.send && c.talker.sheet.role === 'controller' && c.listener.link.pins.send)
    .flatMap((c) => [...uncrossed(context, c), ...half(context, c), ...port(context, c)]);

function cableOf({ rig }: RuleContext, c: Conversation): string | undefined {
  const ends = [c.talker, c.listener];
  return rig.cables.find((cable) =>
    ends.every((end) => {
      const pins = [end.link.pins.send!, end.link.pins.hear!].map((at) => pinOf(end, at));
      return cable.wires.some((w) => pins.some((p) => samePin(w.from, p) || samePin(w.to, p)));
    }),
  )?.id;
}

function base(context: RuleContext, c: Conversation) {
  const cable = cableOf(context, c);
  return {
    mark: 'stop' as const,
    station: 'loom' as const,
    subjects: [...(cable ? [cable] : []), c.talker.part.id, c.listener.part.id],
    figures: [
      { name: 'cable', value: cable ?? 'several cables' },
      { name: 'controller', value: c.talker.part.id },
      { name: 'port', value: c.talker.link.id },
      { name: 'device', value: c.listener.part.id },
    ],
    cable,
  };
}

function uncrossed(context: RuleContext, c: Conversation): RuleResult[] {
  if (!c.troubles.includes('not crossed')) return [];
  const { cable, ...rest } = base(context, c);
  const fixes = cable ? [{ label: 'Cross it', edits: [{ kind: 'crossPair' as const, cable }] }] : [];
  return [{ ...rest, rule: 'pair-not-crossed', fixes }];
}

function half(context: RuleContext, c: Conversation): RuleResult[] {
  if (!c.troubles.includes('half joined')) return [];
  const { cable, ...rest } = base(context, c);
  const sends = context.nets.joined(
    pinOf(c.talker, c.talker.link.pins.send!),
    pinOf(c.listener, c.listener.link.pins.hear!),
  );
  const missing = sends
    ? { from: pinOf(c.talker, c.talker.link.pins.hear!), to: pinOf(c.listener, c.listener.link.pins.send!) }
    : { from: pinOf(c.talker, c.talker.link.pins.send!), to: pinOf(c.listener, c.listener.link.pins.hear!) };
  const edit: Edit | null = cable
    ? { kind: 'addWire', cable, wire: { ...missing, colour: 'green', gaugeAwg: 28, lengthMm: 180 } }
    : null;
  return [{ ...rest, rule: 'pair-half', fixes: edit ? [{ label: 'Add the other wire', edits: [edit] }] : [] }];
}

function port(context: RuleContext, c: Conversation): RuleResult[] {
  if (!c.troubles.includes('port not set') && !c.troubles.includes('wrong speed')) return [];
  const { cable: _, ...rest } = base(context, c);
  const { protocol, baud } = c.listener.link.params;
  const held = context.rig.held.filter((h) => h.part === c.talker.part.id && h.resource === c.talker.link.id);
  const edits: Edit[] = [
    ...held.map((h): Edit => ({ kind: 'release', part: h.part, resource: h.resource, to: h.to })),
    {
      kind: 'hold',
      held: {
        part: c.talker.part.id,
        resource: c.talker.link.id,
        to: protocol!,
        ...(baud === undefined ? {} : { baud }),
      },
    },
  ];
  return [
    {
      ...rest,
      rule: 'port-not-set',
      figures: [
        ...rest.figures,
        { name: 'wants', value: `${protocol} at ${baud ?? 'any'} baud`, source: 'part sheet' },
        {
          name: 'is set to',
          value: held.map((h) => `${h.to}${h.baud ? ` at ${h.baud} baud` : ''}`).join(', ') || 'nothing',
        },
      ],
      fixes: [{ label: 'Set the port', edits }],
    },
  ];
}
