import { flies } from '../../parts/index.js';
import { isSerial, pinOf, type Conversation } from '../../loom/index.js';
import { portLabel, wiresAt } from '../../rig/index.js';
import type { Figure, RuleContext } from '../finding.js';

/** Serial conversations, each once: as their controller holds them; between two devices, as one of them does. */
export const serialTalks = ({ conversations }: RuleContext): Conversation[] =>
  conversations.filter(
    ({ talker, listener }) =>
      isSerial(talker.link) &&
      isSerial(listener.link) &&
      (flies(talker.sheet) || (!flies(listener.sheet) && talker.part.id < listener.part.id)),
  );

/** The cable that carries both wires' ends. */
function cableOf({ rig }: RuleContext, c: Conversation): string | undefined {
  const [mine, theirs] = [c.talker, c.listener].map((end) =>
    [end.link.pins.send, end.link.pins.hear].flatMap((at) =>
      at ? wiresAt(rig, pinOf(end, at)).map((w) => w.cable) : [],
    ),
  );
  return rig.cables.find((cable) => mine!.includes(cable) && theirs!.includes(cable))?.id;
}

/** What every finding about a serial pair says first. */
export function serialBase(context: RuleContext, c: Conversation) {
  const cable = cableOf(context, c);
  const figures: Figure<'cable' | 'controller' | 'port' | 'device'>[] = [
    { name: 'cable', value: cable ?? 'several cables' },
    { name: 'controller', value: c.talker.part.id },
    {
      name: 'port',
      value: portLabel(context.rig, pinOf(c.talker, (c.talker.link.pins.send ?? c.talker.link.pins.hear)!)),
    },
    { name: 'device', value: c.listener.part.id },
  ];
  return {
    mark: 'stop' as const,
    station: 'loom' as const,
    subjects: [...(cable ? [cable] : []), c.talker.part.id, c.listener.part.id],
    figures,
    cable,
  };
}
