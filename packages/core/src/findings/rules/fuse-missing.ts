import { isFused, isPack } from '../../parts/index.js';
import { fuseOf, leadGauge } from '../../rails/index.js';
import { findPin, partsWithSheets, sheetOf, wiresAt, type Edit, type Rig, type Wire } from '../../rig/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';

/** A lead from a lithium pack without a fuse in it or a fuse holder at its end. @source [practice] fuse near the pack */
export const fuseMissingRule: Rule = ({ rig, flat }) =>
  partsWithSheets(rig)
    .filter(({ sheet }) => isPack(sheet))
    .flatMap(({ part, sheet }) =>
      sheet.sources.flatMap((source) => {
        const plus = { part: part.id, ...source.plus };
        const ends = wiresAt(rig, plus);
        return [...new Set(ends.map((e) => e.cable))].flatMap((cable): RuleResult[] => {
          const bare = ends.flatMap(({ cable: own, wire, index: at, far: end }) => {
            const far = wire[end];
            if (own !== cable || wire.inline?.kind === 'fuse') return [];
            if (isFused(sheetOf(rig, far.part)) || findPin(rig, far)?.pin.line !== 'supply') return [];
            const amps = Math.abs(flat.wires.find((w) => w.cable === cable.id && w.wire === at)?.amps ?? 0);
            return [{ wire, at, amps }];
          });
          const [first] = bare;
          if (!first) return [];
          return [
            {
              rule: 'fuse-missing',
              mark: 'watch',
              station: 'rails',
              subjects: [cable.id, part.id],
              figures: [
                { name: 'cable', value: cable.id },
                { name: 'part', value: part.id },
                { name: 'amps', value: Number(first.amps.toFixed(2)), unit: 'A', source: 'network solve' },
              ],
              fixes: () => (bare.length === 1 ? fuseFix(rig, cable.id, first) : []),
            },
          ];
        });
      }),
    );

/** A fuse that wire and plugs stand; a thicker wire with it where the one that is there stands none. */
function fuseFix(rig: Rig, cable: string, { wire, at, amps }: { wire: Wire; at: number; amps: number }): Fix[] {
  if (wire.inline) return [];
  const gaugeAwg = Math.min(wire.gaugeAwg, leadGauge(rig, wire.from, wire.to, amps, wire.lengthMm, true));
  const rating =
    fuseOf(rig, wire.gaugeAwg, amps, wire.from, wire.to) ?? fuseOf(rig, gaugeAwg, amps, wire.from, wire.to);
  if (rating === null) return [];
  const thicker = fuseOf(rig, wire.gaugeAwg, amps, wire.from, wire.to) === null;
  const edit: Edit = {
    kind: 'setWire',
    cable,
    wire: wire.id ?? at,
    inline: { kind: 'fuse', amps: rating },
    ...(thicker ? { gaugeAwg } : {}),
  };
  return [{ label: `Fuse ${rating} A${thicker ? `, ${gaugeAwg} AWG` : ''}`, edits: [edit] }];
}
