import { isCompass } from '../../parts/index.js';
import { apartMm } from '../../loom/index.js';
import { partsThat } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { antennas, moveEdit } from './antenna-parts.js';

/** An antenna nearer to a compass than this, mm. @source [practice] */
const AWAY_MM = 120;

export const antennaNearCompassRule: Rule = ({ rig }) =>
  partsThat(rig, isCompass).flatMap(({ part: compass }) =>
    antennas(rig).flatMap((antenna): RuleResult[] => {
      const apart = apartMm(rig, antenna.id, compass.id);
      if (apart === null || apart >= AWAY_MM) return [];
      return [
        {
          rule: 'antenna-near-compass',
          mark: 'watch',
          station: 'loom',
          subjects: [antenna.id, compass.id],
          figures: [
            { name: 'part', value: antenna.id },
            { name: 'compass', value: compass.id },
            { name: 'apart', value: Math.round(apart), unit: 'mm', source: 'places of the parts' },
            { name: 'wants', value: AWAY_MM, unit: 'mm', source: '[practice]' },
          ],
          fixes: () => [{ label: 'Move it back', edits: [moveEdit(antenna, { xMm: compass.place!.xMm - AWAY_MM })] }],
        },
      ];
    }),
  );
