import { chainDemand, restPositions, type Chain } from '../../channels/index.js';
import { groupBy, roundTo } from '../../units/index.js';
import { partsOfRole } from '../../rig/index.js';
import type { Rule, RuleContext, RuleResult } from '../finding.js';

/** A middle position nearer than this to the edge of its window is worth a look, µs. @source [practice] */
const THIN_US = 10;

/** Middle positions that fall outside every window, or only just inside one. */
export const windowRule: Rule = ({ chains }) =>
  chains.flatMap((chain): RuleResult[] => {
    if (
      chain.fn.takes !== 'windows' ||
      !chain.control ||
      !restPositions(chain.control.kind).includes(0) ||
      chain.control.kind !== 'switch3'
    )
      return [];
    const at = chainDemand(chain, 0);
    const window = chain.fn.windows!.find((w) => at && 'window' in at.demand && w.label === at.demand.window);
    const middle = [...chain.fn.windows!].sort((a, b) => a.fromUs - b.fromUs)[1];
    if (!at || !middle) return [];
    const spare = window ? Math.min(at.seenUs - window.fromUs, window.toUs - at.seenUs) : -1;
    if (spare >= THIN_US) return [];
    const trim = Math.round((middle.fromUs + middle.toUs) / 2 - at.seenUs);
    return [
      {
        rule: window ? 'window-thin' : 'window-missed',
        mark: 'watch',
        station: 'channels',
        subjects: [chain.part.id],
        figures: [
          { name: 'control', value: chain.control.label },
          { name: 'part', value: chain.part.id },
          { name: 'window', value: middle.label },
          { name: 'sent', value: roundTo(at.seenUs, 1), unit: 'µs' },
          { name: 'from', value: middle.fromUs, unit: 'µs', source: 'part sheet' },
          { name: 'to', value: middle.toUs, unit: 'µs', source: 'part sheet' },
          { name: 'spare', value: Math.max(0, roundTo(spare, 1)), unit: 'µs' },
        ],
        fixes: [
          {
            label: `Trim to ${Math.round(at.seenUs + trim)}`,
            edits: [
              {
                kind: 'shape',
                transmitter: chain.transmitter!.id,
                channel: chain.slot!,
                change: { subTrimUs: chain.shaping!.subTrimUs + trim },
              },
            ],
          },
        ],
      },
    ];
  });

/** A latching switch where a pulse is wanted. @source [practice] starts once, never stops */
export const pulseRule: Rule = ({ rig, chains }) =>
  chains
    .filter((c) => c.fn.takes === 'pulse' && c.control && c.control.kind !== 'button')
    .map((chain): RuleResult => {
      const button = freeControls(rig, chain).find((c) => c.kind === 'button');
      return {
        rule: 'pulse-from-latch',
        mark: 'watch',
        station: 'channels',
        subjects: [chain.part.id],
        figures: [
          { name: 'control', value: chain.control!.label },
          { name: 'part', value: chain.part.id },
          { name: 'function', value: chain.fn.label },
        ],
        fixes: button
          ? [
              {
                label: `Use ${button.label}`,
                edits: [
                  {
                    kind: 'shape',
                    transmitter: chain.transmitter!.id,
                    channel: chain.slot!,
                    change: { control: button.id },
                  },
                ],
              },
            ]
          : [],
      };
    });

function freeControls(rig: RuleContext['rig'], chain: Chain) {
  const used = new Set(rig.shaping.map((s) => s.control));
  return (chain.transmitter ? (rig.sheets[chain.transmitter.class]?.controls ?? []) : []).filter(
    (c) => !used.has(c.id),
  );
}

/** Several channels that follow one control. @source [practice] a new transmitter's first setting */
export const oneControlRule: Rule = ({ rig }) =>
  partsOfRole(rig, 'transmitter').flatMap(({ part, sheet }) => {
    const driven = rig.shaping.filter((s) => s.transmitter === part.id && s.control);
    return [...groupBy(driven, (s) => s.control).values()].flatMap((same): RuleResult[] => {
      const last = same.at(-1)!;
      if (same.length < 2) return [];
      return [
        {
          rule: 'one-control-many',
          mark: 'watch',
          station: 'channels',
          subjects: [part.id],
          figures: [
            { name: 'control', value: sheet.controls.find((c) => c.id === last.control)?.label ?? '' },
            { name: 'channels', value: same.map((s) => s.channel).join(', ') },
          ],
          fixes: [
            {
              label: `Free ${last.channel}`,
              edits: [{ kind: 'shape', transmitter: part.id, channel: last.channel, change: { control: null } }],
            },
          ],
        },
      ];
    });
  });

/** Two functions that obey one slot. */
export const oneSlotRule: Rule = ({ rig, chains }) => {
  const onSlot = chains.filter((c) => c.slot !== null && c.carrier);
  const taken = new Set(onSlot.map((c) => c.slot));
  const free = Array.from({ length: 16 }, (_, i) => i + 1).find((slot) => !taken.has(slot));
  return [...groupBy(onSlot, (c) => c.slot).values()].flatMap((same): RuleResult[] => {
    const last = same.at(-1)!;
    if (same.length < 2) return [];
    const binding = rig.bindings.find((b) => b.part === last.part.id && b.fn === last.fn.id);
    return [
      {
        rule: 'two-on-one-slot',
        mark: 'watch',
        station: 'channels',
        subjects: same.map((c) => c.part.id),
        figures: [
          { name: 'slot', value: last.slot! },
          { name: 'functions', value: same.map((c) => `${c.part.label} ${c.fn.label.toLowerCase()}`).join(', ') },
        ],
        fixes:
          binding && free
            ? [
                {
                  label: `Move ${last.fn.label.toLowerCase()} to slot ${free}`,
                  edits: [{ kind: 'bind', binding: { ...binding, slot: free } }],
                },
              ]
            : [],
      },
    ];
  });
};
