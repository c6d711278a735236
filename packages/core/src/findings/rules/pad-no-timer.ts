import { sheetOf, wiresAt, type Edit, type PinRef, type Rig } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A camera's key ladder on a pad without a timer: nothing can imitate the keys there. @source [practice] */
export const padNoTimerRule: Rule = ({ rig }) =>
  rig.cables.flatMap((cable) =>
    cable.wires.flatMap((wire, index): RuleResult[] => {
      const pad = padAt(rig, wire.from) ?? padAt(rig, wire.to);
      const end = pad && padAt(rig, wire.from) ? 'from' : 'to';
      const device = end === 'from' ? wire.to : wire.from;
      if (!pad || pad.timer || !isLadder(rig, device)) return [];
      const sheet = sheetOf(rig, wire[end].part);
      const free = sheet.resources.find(
        (r) => r.kind === 'pad' && r.timer && !rig.held.some((h) => h.part === wire[end].part && h.resource === r.id),
      );
      return [
        {
          rule: 'pad-no-timer',
          mark: 'stop',
          station: 'loom',
          subjects: [wire[end].part, device.part, cable.id],
          figures: [
            { name: 'controller', value: wire[end].part },
            { name: 'device', value: device.part },
            { name: 'resource', value: pad.label },
          ],
          fixes: () => {
            // keys that another pad plays already want no second one
            if (wiresAt(rig, device).length > 1)
              return [{ label: 'Take the wire off', edits: [{ kind: 'removeWire', cable: cable.id, wire: index }] }];
            if (!free?.pin) return [];
            const pin = { ...wire[end], pin: free.pin };
            return [
              {
                label: `Move to ${free.label}`,
                edits: [
                  { kind: 'moveEnd', cable: cable.id, wire: index, end, pin },
                  ...handedOn(rig, wire[end].part, pad.id, free.id),
                ],
              },
            ];
          },
        },
      ];
    }),
  );

/** What a pad was given to goes along to the other one. */
const handedOn = (rig: Rig, part: string, from: string, to: string): Edit[] =>
  rig.held
    .filter((h) => h.part === part && h.resource === from)
    .flatMap((h): Edit[] => [
      { kind: 'release', part, resource: from, to: h.to },
      { kind: 'hold', held: { ...h, resource: to } },
    ]);

const padAt = (rig: Rig, at: PinRef) =>
  sheetOf(rig, at.part).resources.find((r) => r.kind === 'pad' && r.port === at.port && r.pin === at.pin);

const isLadder = (rig: Rig, at: PinRef): boolean =>
  sheetOf(rig, at.part).links.some(
    (l) => l.kind === 'ladder' && l.way === 'listen' && l.pins.data?.port === at.port && l.pins.data.pin === at.pin,
  );
