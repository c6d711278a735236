import { assignablePort, toldUse, wantedUses, type LinkEnd } from '../../loom/index.js';
import type { PortUse } from '../../parts/index.js';
import { findPart } from '../../rig/index.js';
import type { Rule, RuleContext, RuleResult } from '../finding.js';

/** A universal port that its own page gives to something else than what hangs on it: it stays dark. @source [practice] */
export const portToldOtherRule: Rule = (context) => {
  const seen = new Set<string>();
  return context.conversations
    .filter((c) => c.troubles.includes('port told other'))
    .flatMap((c) => [...told(context, seen, c.talker, c.listener), ...told(context, seen, c.listener, c.talker)]);
};

function told(context: RuleContext, seen: Set<string>, end: LinkEnd, other: LinkEnd): RuleResult[] {
  const { rig } = context;
  const port = assignablePort(end);
  const part = findPart(rig, end.part.id);
  if (!port || !part) return [];
  const key = `${part.id} ${port.port}`;
  const wanted = wantedUses(port, end, other);
  const is = toldUse(part, port);
  if (seen.has(key) || (wanted as string[]).includes(is)) return [];
  seen.add(key);
  // what is said must suit everything on the port: two that want it told otherwise are beyond telling
  const use = wanted.find((u) => everyUse(context, part.id, port.port).every((uses) => uses.includes(u)));
  return [
    {
      rule: 'port-told-other',
      mark: 'stop',
      station: 'loom',
      subjects: [part.id, other.part.id],
      figures: [
        { name: 'part', value: part.id },
        { name: 'port', value: end.sheet.ports.find((p) => p.id === port.port)?.label ?? port.port },
        { name: 'device', value: other.part.id },
        { name: 'is told', value: is },
        { name: 'wants', value: use ?? wanted[0] ?? 'nothing it can be told', source: 'part sheet' },
        { name: 'shows', value: port.showsOnline ?? 'its own page', source: 'part sheet' },
      ],
      fixes: () =>
        use
          ? [
              {
                label: `Tell it ${use}`,
                edits: [{ kind: 'note', part: part.id, change: { told: { ...part.told, [port.port]: use } } }],
              },
            ]
          : [],
    },
  ];
}

/** What a port may be told for each conversation on it. */
function everyUse({ conversations }: RuleContext, part: string, port: string): PortUse[][] {
  return conversations
    .flatMap(({ talker, listener }): [LinkEnd, LinkEnd][] => [
      [talker, listener],
      [listener, talker],
    ])
    .flatMap(([end, other]) => {
      const own = end.part.id === part ? assignablePort(end) : undefined;
      return own?.port === port ? [wantedUses(own, end, other)] : [];
    });
}
