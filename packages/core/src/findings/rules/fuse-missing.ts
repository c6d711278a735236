import { fuseFor } from '../../rails/index.js';
import { findPin, partsOfRole, samePin, sheetOf, type Edit } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A lead from a lithium pack without a fuse in it or a fuse holder at its end. @source [practice] fuse near the pack */
export const fuseMissingRule: Rule = ({ rig, flat }) =>
  partsOfRole(rig, 'pack').flatMap(({ part, sheet }) =>
    sheet.sources.flatMap((source) => {
      const plus = { part: part.id, ...source.plus };
      return rig.cables.flatMap((cable): RuleResult[] => {
        const at = cable.wires.findIndex((w) => samePin(w.from, plus) || samePin(w.to, plus));
        const wire = cable.wires[at];
        if (!wire || wire.inline?.kind === 'fuse') return [];
        const far = samePin(wire.from, plus) ? wire.to : wire.from;
        if (sheetOf(rig, far.part).role === 'fuse' || findPin(rig, far)?.pin.line !== 'supply') return [];
        const amps = Math.abs(flat.wires.find((w) => w.cable === cable.id && w.wire === at)?.amps ?? 0);
        const rating = fuseFor(amps);
        const edits: Edit[] = [{ kind: 'setWire', cable: cable.id, wire: at, inline: { kind: 'fuse', amps: rating } }];
        return [
          {
            rule: 'fuse-missing',
            mark: 'watch',
            station: 'rails',
            subjects: [cable.id, part.id],
            figures: [
              { name: 'cable', value: cable.id },
              { name: 'part', value: part.id },
              { name: 'amps', value: Number(amps.toFixed(2)), unit: 'A', source: 'network solve' },
            ],
            fixes: [{ label: `Fuse ${rating} A`, edits }],
          },
        ];
      });
    }),
  );
